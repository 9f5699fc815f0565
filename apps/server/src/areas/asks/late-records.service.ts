import { Injectable, type OnModuleInit } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { lastSafeDay } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import { Ticks } from '../../platform/background/ticks';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { JobsService, jobsInLists } from '../jobs';
import { AskKinds } from './kinds';

/** Keeps as evidence, in the history of a job, that what its client owes did not come by the last safe day, with what was agreed about that. */
@Injectable()
export class LateRecords implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly kinds: AskKinds,
    private readonly jobs: JobsService,
  ) {}

  onModuleInit(): void {
    this.ticks.registerEach(
      'late records',
      (work) => this.due(work),
      async (work, ids) => {
        for (const id of ids) await this.note(work, id);
      },
    );
  }

  private lastSafe(work: Work, dueOn: string): string | null {
    return lastSafeDay(civil(dueOn), work.firm.late, work.firm.calendar)?.toString() ?? null;
  }

  private async due(work: Work): Promise<string[]> {
    if (work.firm.late.days === 0) return [];
    const material = this.kinds.all.filter((kind) => kind.material).map(({ kind }) => kind);
    const found = await rows<{ id: string; dueOn: string; notedFor: string | null }>(
      work.tx,
      sql`select distinct j.id, j.due_on as "dueOn", j.late_noted_for as "notedFor" from asks a join ${jobsInLists} j on j.id = a.job_id
          where a.firm_id = ${work.firm.id} and a.state = 'with the client' and j.status <> 'finished'
            and a.kind in (select jsonb_array_elements_text(${JSON.stringify(material)}::jsonb)) order by j.due_on, j.id`,
    );
    const today = work.today.toString();
    return found.flatMap(({ id, dueOn, notedFor }) => {
      const day = this.lastSafe(work, dueOn);
      return day !== null && day < today && day !== notedFor ? [id] : [];
    });
  }

  private async note(work: Work, jobId: string): Promise<void> {
    const job = await this.jobs.lock(work, jobId);
    const day = this.lastSafe(work, job.dueOn);
    if (day === null || job.lateNotedFor === day || job.waitingFor === null) return;
    const { consequence } = work.firm.late;
    await this.jobs.recordsLate(
      work,
      job,
      day,
      `was still without ${job.waitingFor} after the last safe day, ${fullDate(civil(day))}. As agreed: ${consequence}`,
    );
  }
}
