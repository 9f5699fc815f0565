import { Injectable } from '@nestjs/common';
import { and, eq, isNull } from 'drizzle-orm';
import type { AddNote, ChangeNote } from '@steady/contract/clients';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';
import { ClientsService } from './clients.service';
import { clientNotes } from './clients.tables';

export const NoteAdded = eventKind<{ noteId: string }>('note added', 'clients');
export const NoteChanged = eventKind<{ noteId: string }>('note changed', 'clients');

const KIND_WORDS = { note: 'a note', question: 'a question', phone: 'a phone note' };

/** What people write about a client: notes, the preparer's open questions, phone notes for a colleague who was out. */
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

  /** Tells a colleague something about a client that was looked up by whoever calls. */
  tell(work: Work, clientId: string, { text, forId }: { text: string; forId: string }): Promise<string> {
    return this.write(work, clientId, { kind: 'phone', text, forId });
  }

  private async write(work: Work, clientId: string, input: AddNote): Promise<string> {
    const { kind, text, pinned = false } = input;
    const forId = kind === 'phone' ? input.forId! : null;
    const to = forId === null ? '' : ` for ${await this.team.colleague(work, 'forId', forId, clientId)}`;
    const id = newId();
    const by = { byId: work.actor.id, byName: work.actor.name };
    await work.tx.insert(clientNotes).values({ id, firmId: work.firm.id, clientId, kind, text, pinned, forId, at: work.now.toString(), ...by });
    await this.events.record(work, NoteAdded, { what: `wrote ${KIND_WORDS[kind]}${to}: ${text}`, clientId, payload: { noteId: id } });
    return id;
  }

  /** Takes a phone note back that its reader has not taken yet. @returns whether it could be */
  async takeBack(work: Work, noteId: string): Promise<boolean> {
    const gone = await work.tx
      .delete(clientNotes)
      .where(and(eq(clientNotes.id, noteId), eq(clientNotes.firmId, work.firm.id), isNull(clientNotes.doneAt)))
      .returning({ clientId: clientNotes.clientId, text: clientNotes.text });
    for (const { clientId, text } of gone)
      await this.events.record(work, NoteChanged, { what: `removed ${KIND_WORDS.phone}: ${text}`, clientId, payload: { noteId } });
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
    await work.tx.delete(clientNotes).where(eq(clientNotes.id, noteId));
    await this.events.record(work, NoteChanged, { what: `removed ${KIND_WORDS[kind]}: ${text}`, clientId, before: { text }, payload: { noteId } });
  }

  /** Pins a note or takes the pin away; answers a question, takes a phone note, or opens it again. */
  async change(work: Work, noteId: string, { pinned, done, text }: ChangeNote): Promise<void> {
    const note = await this.get(work, noteId);
    if (text !== undefined && text !== note.text) await this.reword(work, note, text);
    if (done !== undefined && note.kind === 'note') throw Problem.refused('a-note', 'A note is not answered; it can only be pinned.');
    const set = {
      ...(pinned === undefined ? {} : { pinned }),
      ...(done === undefined ? {} : { doneAt: done ? work.now.toString() : null, doneBy: done ? work.actor.name : null }),
    };
    if (Object.keys(set).length === 0) return;
    await work.tx.update(clientNotes).set(set).where(eq(clientNotes.id, noteId));
    const said = done === undefined ? (pinned ? 'pinned' : 'unpinned') : done ? (note.kind === 'phone' ? 'handled' : 'answered') : 'opened again';
    await this.events.record(work, NoteChanged, { what: `${said} ${KIND_WORDS[note.kind]}: ${note.text}`, clientId: note.clientId, payload: { noteId } });
  }
}
