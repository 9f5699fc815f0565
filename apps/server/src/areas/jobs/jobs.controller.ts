import { Controller, Res } from '@nestjs/common';
import type { Response } from 'express';
import {
  AddJob,
  AddJobs,
  CancelJob,
  ChangeJob,
  ConfirmPrerequisite,
  EverythingIn,
  type HistoryLine,
  HoldJob,
  type JobRow,
  type JobTotals,
  type JobView,
  type JobsBegun,
  SeenVersion,
  StopJob,
  TheseJobs,
  USUAL_JOB_COLUMNS,
} from '@steady/contract/jobs';
import * as routes from '@steady/contract/jobs.routes';
import type { ListFieldsView, ListPlace, ListTotals, Listed } from '@steady/contract/lists';
import type { FlowView } from '@steady/contract/moves';
import { JobsFilter, OfProcedure, OfRecord } from '@steady/contract/queries';
import { AddTask, ChangeTask, TickCheck, TickTask, type Ticked } from '@steady/contract/tasks';
import { type Asked, Does } from '../../platform/http/routes';
import { SavedLists, askedFrom, idsOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { JobReadiness } from './job-readiness.service';
import { JobStatusService } from './job-status.service';
import { JobQueries, type JobsAsked } from './jobs.queries';
import { JobsService } from './jobs.service';
import { TaskChangesService } from './task-changes.service';
import { TasksService } from './tasks.service';

const narrowed = ({ status = 'open', client, related, service, person, procedure, find, phase, state, priority, view }: JobsFilter): JobsAsked => ({
  find,
  phase,
  state,
  priority,
  view,
  status,
  clientId: client,
  relatedId: related,
  serviceId: service,
  personId: person,
  procedureId: procedure,
});

@Controller()
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly changes: TaskChangesService,
    private readonly standing: JobStatusService,
    private readonly readiness: JobReadiness,
    private readonly queries: JobQueries,
    private readonly saved: SavedLists,
  ) {}

  @Does(routes.list, { query: JobsFilter })
  list({ work, query: filter }: Asked<typeof routes.list>): Promise<Listed<JobRow>> {
    return this.queries.list(work, narrowed(filter), askedFrom(filter, []));
  }

  /** The ids of everything a list finds, to choose all of it. */
  @Does(routes.ids, { query: JobsFilter })
  async ids({ work, query: filter }: Asked<typeof routes.ids>): Promise<string[]> {
    return idsOf(work, await this.queries.listing(work, narrowed(filter)), askedFrom(filter, []));
  }

  /** Where in the list a client or job of that name stands; nothing when none is called that. */
  @Does(routes.place, { query: JobsFilter })
  async place({ work, query: filter }: Asked<typeof routes.place>): Promise<ListPlace | Record<string, never>> {
    if (!filter.name?.trim()) return {};
    return (await placeOf(work, await this.queries.listing(work, narrowed(filter)), askedFrom(filter, []), filter.name.trim())) ?? {};
  }

  @Does(routes.totals, { query: JobsFilter })
  totals({ work, query: filter }: Asked<typeof routes.totals>): Promise<JobTotals> {
    return this.queries.totals(work, narrowed(filter), askedFrom(filter, []));
  }

  /** The list added up by one of its fields. */
  @Does(routes.sums, { query: JobsFilter })
  async sums({ work, query: filter }: Asked<typeof routes.sums>): Promise<ListTotals> {
    return totalsOf(work, await this.queries.listing(work, narrowed(filter)), askedFrom(filter, []), filter.by ?? '');
  }

  @Does(routes.fields)
  fields({ work }: Asked<typeof routes.fields>): Promise<ListFieldsView> {
    return this.saved.fieldsOf(work, 'jobs');
  }

  @Does(routes.flow, { query: OfProcedure })
  flow({ work, query: { procedure: procedureId } }: Asked<typeof routes.flow>): Promise<FlowView> {
    return this.queries.flow(work, procedureId ?? null);
  }

  /** The list as it is shown, or added up, as a file: CSV, or a workbook. */
  @Does(routes.file, { query: JobsFilter })
  async file({ work, at: { kind }, query: filter }: Asked<typeof routes.file>, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'Jobs', work, await this.queries.listing(work, narrowed(filter)), filter, ['job', 'client', ...USUAL_JOB_COLUMNS]);
  }

  @Does(routes.add, { input: AddJob })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.jobs.addByHand(work, input) };
  }

  /** The same work for many clients: begun for each who has not got it. */
  @Does(routes.addMany, { input: AddJobs })
  addMany({ work, input }: Asked<typeof routes.addMany>): Promise<JobsBegun> {
    return this.jobs.addMany(work, input);
  }

  /** Takes back jobs that were begun and that nobody has worked on. */
  @Does(routes.takeBack, { input: TheseJobs })
  takeBack({ work, input: { ids } }: Asked<typeof routes.takeBack>): Promise<{ takenBack: number; left: number }> {
    return this.standing.takeBackByHand(work, ids);
  }

  @Does(routes.changeJob, { input: ChangeJob })
  changeJob({ work, at: { id: jobId }, input }: Asked<typeof routes.changeJob>): Promise<void> {
    return this.standing.change(work, jobId, input);
  }

  @Does(routes.view)
  view({ work, at: { id: jobId } }: Asked<typeof routes.view>): Promise<JobView> {
    return this.queries.view(work, jobId);
  }

  @Does(routes.hold, { input: HoldJob })
  hold({ work, at: { id: jobId }, input }: Asked<typeof routes.hold>): Promise<void> {
    return this.standing.hold(work, jobId, input.reason, input.until);
  }

  @Does(routes.resume)
  resume({ work, at: { id: jobId } }: Asked<typeof routes.resume>): Promise<void> {
    return this.standing.hold(work, jobId, null);
  }

  @Does(routes.stop, { input: StopJob })
  stop({ work, at: { id: jobId }, input }: Asked<typeof routes.stop>): Promise<void> {
    return this.standing.stop(work, jobId, input);
  }

  @Does(routes.cancel, { input: CancelJob })
  cancel({ work, at: { id }, input }: Asked<typeof routes.cancel>): Promise<void> {
    return this.standing.cancel(work, id, input);
  }

  @Does(routes.confirm, { input: ConfirmPrerequisite })
  confirm({ work, at: { id }, input }: Asked<typeof routes.confirm>): Promise<void> {
    return this.readiness.confirm(work, id, input);
  }

  @Does(routes.everythingIn, { input: EverythingIn })
  everythingIn({ work, at: { id }, input }: Asked<typeof routes.everythingIn>): Promise<void> {
    return this.readiness.everythingIn(work, id, input.isIn);
  }

  @Does(routes.goOn)
  goOn({ work, at: { id: jobId } }: Asked<typeof routes.goOn>): Promise<void> {
    return this.standing.stop(work, jobId, null);
  }

  @Does(routes.stopTask, { input: StopJob })
  stopTask({ work, at: { id: taskId }, input }: Asked<typeof routes.stopTask>): Promise<void> {
    return this.changes.stop(work, taskId, input);
  }

  @Does(routes.taskGoesOn)
  taskGoesOn({ work, at: { id: taskId } }: Asked<typeof routes.taskGoesOn>): Promise<void> {
    return this.changes.stop(work, taskId, null);
  }

  @Does(routes.check, { input: TickCheck })
  check({ work, at: { id: taskId }, input }: Asked<typeof routes.check>): Promise<void> {
    return this.tasks.check(work, taskId, input);
  }

  @Does(routes.tick, { input: TickTask })
  tick({ work, at: { id: taskId }, input }: Asked<typeof routes.tick>): Promise<Ticked> {
    return this.tasks.tick(work, taskId, input);
  }

  @Does(routes.change, { input: ChangeTask })
  change({ work, at: { id: taskId }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.changes.change(work, taskId, input);
  }

  /** A task that the procedure does not know. */
  @Does(routes.addTask, { input: AddTask })
  async addTask({ work, at: { id: jobId }, input }: Asked<typeof routes.addTask>): Promise<{ id: string }> {
    return { id: await this.changes.add(work, jobId, input) };
  }

  @Does(routes.removeTask, { input: SeenVersion })
  removeTask({ work, at: { id: taskId }, input: { version } }: Asked<typeof routes.removeTask>): Promise<void> {
    return this.changes.remove(work, taskId, version);
  }

  @Does(routes.history, { query: OfRecord })
  history({ work, query: { job: jobId, client: clientId, before } }: Asked<typeof routes.history>): Promise<HistoryLine[]> {
    return this.queries.history(work, { jobId: jobId, clientId: clientId, before: before });
  }
}
