import { Injectable } from '@nestjs/common';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { type AddNote, type ChangeNote, NOTICE_KINDS, type NoteKind, type NoticeKind } from '@steady/contract/clients';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';
import { ClientsService } from './clients.service';
import { clientNotes } from './clients.tables';

export const NoteAdded = eventKind<{ noteId: string }>('note added', 'clients');
export const NoteChanged = eventKind<{ noteId: string }>('note changed', 'clients');

const KIND_WORDS: Record<NoteKind, string> = {
  note: 'a note',
  question: 'a question',
  phone: 'a phone note',
  'handed over': 'what was handed over',
  blocked: 'what is blocked',
  word: 'a message of the procedure',
};

const isNotice = (kind: NoteKind): kind is NoticeKind => (NOTICE_KINDS as readonly NoteKind[]).includes(kind);

/** What was said of a job is what it was: nobody words it anew. */
const refusedNotice = () => Problem.refused('a-notice', 'This tells of a job: it stays as it was said, and goes when the job is over.');

/** What a colleague is told of a job. */
export interface Notice {
  kind: NoticeKind;
  text: string;
  forId: string;
  jobId: string;
  taskId?: string;
}

/** What people write about a client: notes, the preparer's open questions, phone notes for a colleague who was out; and what a colleague is told of a job. */
@Injectable()
export class NotesService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly team: TeamService,
  ) {}

  /** Writes a note on a client; a phone note meets its reader on Today. */
  async add(work: Work, clientId: string, input: AddNote): Promise<string> {
    await this.clients.mustBeThere(work, clientId);
    return this.write(work, clientId, input);
  }

  /** Tells a colleague something about a job; the client was looked up by whoever calls. */
  async tell(work: Work, clientId: string, notice: Notice): Promise<string> {
    const to = await this.team.colleague(work, 'forId', notice.forId, clientId);
    const id = await this.insert(work, clientId, notice);
    await this.events.record(work, NoteAdded, { what: `told ${to}: ${notice.text}`, clientId, jobId: notice.jobId, payload: { noteId: id } });
    return id;
  }

  private async write(work: Work, clientId: string, { kind, text, pinned, forId: given }: AddNote): Promise<string> {
    const forId = kind === 'phone' ? given! : null;
    const to = forId === null ? '' : ` for ${await this.team.colleague(work, 'forId', forId, clientId)}`;
    const id = await this.insert(work, clientId, { kind, text, pinned, forId });
    await this.events.record(work, NoteAdded, { what: `wrote ${KIND_WORDS[kind]}${to}: ${text}`, clientId, payload: { noteId: id } });
    return id;
  }

  private async insert(work: Work, clientId: string, note: Omit<typeof clientNotes.$inferInsert, 'firmId' | 'clientId' | 'at' | 'byName'>): Promise<string> {
    const id = newId();
    await work.tx
      .insert(clientNotes)
      .values({ id, firmId: work.firm.id, clientId, at: work.now.toString(), byId: work.actor.id, byName: work.actor.name, ...note });
    return id;
  }

  /** What colleagues were told of a task or a job is out of date: it can go on again. */
  async unblocked(work: Work, about: { jobId: string } | { taskId: string }): Promise<void> {
    const which = 'jobId' in about ? and(eq(clientNotes.jobId, about.jobId), isNull(clientNotes.taskId)) : eq(clientNotes.taskId, about.taskId);
    await work.tx
      .update(clientNotes)
      .set({ doneAt: work.now.toString(), doneBy: work.actor.name })
      .where(and(which, eq(clientNotes.kind, 'blocked'), isNull(clientNotes.doneAt)));
  }

  /** A job is over: what colleagues were told of it goes with it, and is there again once the job is opened again. */
  async jobOver(work: Work, jobId: string): Promise<void> {
    await work.tx
      .update(clientNotes)
      .set({ doneAt: work.now.toString() })
      .where(and(eq(clientNotes.jobId, jobId), isNull(clientNotes.doneAt)));
  }

  async jobGoesOn(work: Work, jobId: string): Promise<void> {
    await work.tx
      .update(clientNotes)
      .set({ doneAt: null })
      .where(and(eq(clientNotes.jobId, jobId), isNotNull(clientNotes.doneAt), isNull(clientNotes.doneBy)));
  }

  /** Takes a notice back that its reader has not handled yet. @returns whether it could be */
  async takeBack(work: Work, noteId: string): Promise<boolean> {
    const gone = await work.tx
      .delete(clientNotes)
      .where(and(eq(clientNotes.id, noteId), eq(clientNotes.firmId, work.firm.id), isNull(clientNotes.doneAt)))
      .returning({ clientId: clientNotes.clientId, text: clientNotes.text });
    for (const { clientId, text } of gone)
      await this.events.record(work, NoteChanged, { what: `removed ${KIND_WORDS.word}: ${text}`, clientId, payload: { noteId } });
    return gone.length > 0;
  }

  private async get(work: Work, noteId: string): Promise<typeof clientNotes.$inferSelect> {
    const [note] = await work.tx
      .select()
      .from(clientNotes)
      .where(and(eq(clientNotes.id, noteId), eq(clientNotes.firmId, work.firm.id)));
    if (!note) throw Problem.notFound('note');
    return note;
  }

  private async reword(work: Work, { id, kind, clientId, text: before }: typeof clientNotes.$inferSelect, text: string): Promise<void> {
    await work.tx.update(clientNotes).set({ text }).where(eq(clientNotes.id, id));
    await this.events.record(work, NoteChanged, {
      what: `reworded ${KIND_WORDS[kind]}: ${text}`,
      clientId,
      before: { text: before },
      after: { text },
      payload: { noteId: id },
    });
  }

  /** Takes a note out. What it said stays in the history. */
  async remove(work: Work, noteId: string): Promise<void> {
    const { clientId, kind, text } = await this.get(work, noteId);
    if (isNotice(kind)) throw refusedNotice();
    await work.tx.delete(clientNotes).where(eq(clientNotes.id, noteId));
    await this.events.record(work, NoteChanged, { what: `removed ${KIND_WORDS[kind]}: ${text}`, clientId, before: { text }, payload: { noteId } });
  }

  /** Pins a note or takes the pin away; answers a question, takes a phone note, or opens it again. */
  async change(work: Work, noteId: string, { pinned, done, text }: ChangeNote): Promise<void> {
    const note = await this.get(work, noteId);
    if (text !== undefined && isNotice(note.kind)) throw refusedNotice();
    if (text !== undefined && text !== note.text) await this.reword(work, note, text);
    if (done !== undefined && note.kind === 'note') throw Problem.refused('a-note', 'A note is not answered; it can only be pinned.');
    const set = {
      ...(pinned === undefined ? {} : { pinned }),
      ...(done === undefined ? {} : { doneAt: done ? work.now.toString() : null, doneBy: done ? work.actor.name : null }),
    };
    if (Object.keys(set).length === 0) return;
    await work.tx.update(clientNotes).set(set).where(eq(clientNotes.id, noteId));
    const said = done === undefined ? (pinned ? 'pinned' : 'unpinned') : done ? (note.kind === 'question' ? 'answered' : 'handled') : 'opened again';
    await this.events.record(work, NoteChanged, { what: `${said} ${KIND_WORDS[note.kind]}: ${note.text}`, clientId: note.clientId, payload: { noteId } });
  }
}
