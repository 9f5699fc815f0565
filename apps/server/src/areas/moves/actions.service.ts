import { Injectable } from '@nestjs/common';
import { addWorkingDays } from '@steady/core/calendar';
import type { Action } from '@steady/core/procedures';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AsksService } from '../asks';
import { type Client, ClientsService, NotesService, factsOf } from '../clients';
import { FeesService } from '../fees';
import { type Brought, type Job, JobMovesService, JobStandingService, JobsService, TasksService } from '../jobs';
import { TemplatesService } from '../post';
import { ProceduresService } from '../procedures';
import { RequestsService } from '../requests';

/** Days after which a job that another procedure begins is due, where nothing else says so. */
const DAYS_OF_FOLLOWING_JOB = 20;

const IN_PLACE = 'nobody can be written to, so a task takes its place';

/** What became of an action: what is worth adding to its sentence, and what it has brought about, to take that back. */
interface CarriedOut {
  also: string | null;
  brought: Brought | null;
}

const nothing = (also: string | null = null): CarriedOut => ({ also, brought: null });
const brought = (what: Brought, also: string | null = null): CarriedOut => ({ also, brought: what });

/** The hands of a procedure: each action carried out, and what it brought about taken back. */
@Injectable()
export class ActionsService {
  constructor(
    private readonly clients: ClientsService,
    private readonly notes: NotesService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly standing: JobStandingService,
    private readonly moves: JobMovesService,
    private readonly asks: AsksService,
    private readonly requests: RequestsService,
    private readonly fees: FeesService,
    private readonly templates: TemplatesService,
    private readonly procedures: ProceduresService,
  ) {}

  async carryOut(work: Work, action: Action, job: Job, phaseKey: string): Promise<CarriedOut> {
    const { clientId } = job;
    switch (action.does) {
      case 'message': {
        const client = await this.clients.get(work, clientId);
        const written = await this.templates.send(work, action.templateId, client, job.id);
        return written > 0
          ? brought({ what: 'sent' }, `wrote to ${written}`)
          : this.instead(work, job, phaseKey, client, action, (await this.moves.names(work)).template(action.templateId));
      }
      case 'request': {
        const plan = job.phases.find((phase) => phase.key === phaseKey)?.requests?.find((one) => one.key === action.requestKey);
        if (!plan) throw new Error('The request is no longer written down in the phase.');
        const { id, written } = await this.requests.send(work, job.id, {
          title: plan.title,
          items: plan.items,
          planKey: plan.key,
          dueOn: addWorkingDays(work.today, action.days, work.firm.calendar).toString(),
        });
        return brought({ what: 'ask', id }, written > 0 ? `wrote to ${written}` : IN_PLACE);
      }
      case 'task':
        return brought({ what: 'task', key: (await this.tasks.addTask(work, job.id, await this.phaseOf(work, job, phaseKey), action.task)).key });
      case 'procedure': {
        const client = await this.clients.get(work, clientId);
        const procedure = await this.procedures.get(work, action.procedureId);
        const dueOn = addWorkingDays(work.today, DAYS_OF_FOLLOWING_JOB, work.firm.calendar).toString();
        const today = work.today.toString();
        const id = await this.jobs.begin(work, {
          ...{ client, facts: factsOf(client), line: null, procedure, obligationId: null, name: `${procedure.name}, ${client.name}` },
          ...{ periodStart: today, periodEnd: dueOn, targetOn: dueOn, dueOn },
        });
        return brought({ what: 'job', id });
      }
      case 'bill': {
        const amount = Math.round((job.fee * action.share) / 100);
        if (amount <= 0) return nothing('nothing, as no fee is agreed');
        return brought({ what: 'bill', id: await this.fees.draft(work, job.id, { amount, wording: job.name }) });
      }
      case 'label': {
        const { label, put } = action;
        return (await this.clients.mark(work, clientId, { label, put })) ? brought({ what: 'label', label, put }) : nothing();
      }
      case 'way': {
        const before = (await this.clients.get(work, clientId)).way;
        return (await this.clients.mark(work, clientId, { way: action.way })) ? brought({ what: 'way', before, after: action.way }) : nothing();
      }
      case 'detail': {
        const { detailId, value: after } = action;
        const marked = await this.clients.mark(work, clientId, { detailId, value: after });
        return marked ? brought({ what: 'detail', detailId, before: marked.before, after }) : nothing();
      }
      case 'tell': {
        const forId = job[`${action.role}Id`];
        if (!forId) throw new Error(`There is no ${action.role} on the job to tell.`);
        return brought({ what: 'note', id: await this.notes.tell(work, clientId, { text: `${job.name}: ${action.words}`, forId }) });
      }
    }
  }

  /** Where a task stands that a move brings: in the phase that the job has come to, as nobody looks at one it has left. */
  private async phaseOf(work: Work, job: Job, phaseKey: string): Promise<string> {
    return (await this.jobs.get(work, job.id)).phase ?? phaseKey;
  }

  /** Nobody at the client can be written to: a person of the firm gets a task in place of the message. */
  private async instead(work: Work, job: Job, phaseKey: string, client: Client, action: Action, what: string): Promise<CarriedOut> {
    const name = client.way === 'paper' ? `Print and post "${what}"` : `Nobody can be written to: tell the client "${what}"`;
    const here = await this.phaseOf(work, job, phaseKey);
    const { key } = await this.tasks.addTask(work, job.id, here, { key: `instead ${action.key}`, name, role: 'preparer', estimate: 10 });
    return brought({ what: 'task', key }, IN_PLACE);
  }

  /**
   * Takes back what an action has brought about.
   * @throws Problem that says why it cannot be: it was worked on, approved or read since, or has left the house
   */
  async takeBack(work: Work, job: Job, of: Brought): Promise<void> {
    switch (of.what) {
      case 'sent':
        throw Problem.refused('has-gone-out', 'something has gone out to the client');
      case 'ask':
        return this.asks.takeBack(work, of.id);
      case 'task':
        return this.tasks.takeOut(work, job.id, of.key);
      case 'job':
        if ((await this.standing.takeBackByHand(work, [of.id])).takenBack === 0)
          throw Problem.refused('worked-on', 'The job that was begun with it was worked on since.');
        return;
      case 'bill':
        return this.fees.discard(work, of.id);
      case 'label':
        await this.clients.mark(work, job.clientId, { label: of.label, put: !of.put });
        return;
      case 'way':
        // Whoever noted something else since meant it.
        if ((await this.clients.get(work, job.clientId)).way === of.after) await this.clients.mark(work, job.clientId, { way: of.before });
        return;
      case 'detail': {
        const client = await this.clients.get(work, job.clientId);
        // Whoever set it to something else since meant it.
        if ((client.details[of.detailId] ?? null) === of.after) await this.clients.mark(work, job.clientId, { detailId: of.detailId, value: of.before });
        return;
      }
      case 'note':
        if (!(await this.notes.takeBack(work, of.id))) throw Problem.refused('read-already', 'A colleague has taken the note about it already.');
        return;
    }
  }
}
