import { Injectable } from '@nestjs/common';
import { and, eq, inArray } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { NoteSaid } from '@steady/contract/asks';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { NotesService } from '../clients';
import { JobsService } from '../jobs';
import { AskBook, AskChanged } from './ask-book.service';
import { asks } from './asks.tables';

/** What clients say about what is missing: written down for whoever is to know, and for which day they promised it. Follow-ups wait for that day. */
@Injectable()
export class SaidService {
  constructor(
    private readonly events: Events,
    private readonly notes: NotesService,
    private readonly jobs: JobsService,
    private readonly book: AskBook,
  ) {}

  /** @returns the id of the note */
  async note(work: Work, clientId: string, { jobId, text, forId, promisedFor }: NoteSaid): Promise<string> {
    if (promisedFor !== undefined && promisedFor < work.today.toString())
      throw Problem.invalid([{ field: 'promisedFor', message: 'This day is over. Give the day for which they promise it.' }]);
    if (jobId !== undefined && (await this.jobs.get(work, jobId)).clientId !== clientId)
      throw Problem.invalid([{ field: 'jobId', message: 'Choose a job of this client.' }]);
    const promised = promisedFor === undefined ? '' : ` (promised for ${fullDate(civil(promisedFor))})`;
    const id = await this.notes.add(work, clientId, { kind: forId === undefined ? 'note' : 'phone', text: `${text}${promised}`, forId });
    if (promisedFor === undefined) return id;
    const open = await work.tx
      .select({ id: asks.id })
      .from(asks)
      .where(and(eq(asks.clientId, clientId), eq(asks.state, 'with the client'), ...(jobId === undefined ? [] : [eq(asks.jobId, jobId)])))
      .orderBy(asks.id);
    for (const ask of open) await this.promise(work, ask.id, promisedFor);
    return id;
  }

  /** Sets for which day an ask is promised; null where it is not. @throws Problem where nothing is wanted of the client */
  async promise(work: Work, askId: string, on: string | null): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (on !== null) {
      this.book.mustBeOpen(ask);
      if (on < work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day is over. Give the day for which they promise it.' }]);
    }
    if (ask.promisedFor === on) return;
    await work.tx
      .update(asks)
      .set({ promisedFor: on })
      .where(inArray(asks.id, [askId]));
    await this.events.record(work, AskChanged, {
      what: on === null ? `no longer counts on a promise, ${ask.title}` : `promised ${ask.title} for ${fullDate(civil(on))}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
  }
}
