import { ShowMore } from '../../ui/show-more';
import { afterPage, usePages } from '../../app/pages';
import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { NOTICE_KINDS, type ClientView, type NoteKind, type NoteView } from '@steady/contract/clients';
import { send } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Empty } from '../../ui/page';
import { momentInWords } from '../../ui/words';
import { NoteLeaf, RewordLeaf } from './note-leaves';

const KIND_WORDS: Record<NoteKind, string> = {
  note: 'Note',
  question: 'Open question',
  phone: 'Phone note',
  'handed over': 'Handed over',
  blocked: 'Blocked, waiting',
  word: 'From the procedure',
};

const isNotice = (kind: NoteKind) => (NOTICE_KINDS as readonly NoteKind[]).includes(kind);

/** Who handled or answered it; a notice that nobody did goes with its job. */
const handledWords = ({ kind, doneBy }: NoteView) => (doneBy === null ? 'gone with its job' : `${kind === 'question' ? 'answered' : 'handled'} by ${doneBy}`);

/** What stands on a client in people's own words: pinned first, then what is open, then the newest. */
export function NoteList({ client: { id: clientId } }: { client: { id: string } }) {
  const session = useSession();
  const found = usePages(clientsRoutes.notes, { id: clientId }, afterPage);
  const notes = found.pages?.flatMap((page) => page.rows);
  const [writing, setWriting] = useState(false);
  return (
    <>
      {session.may('do work') && (
        <p className="mb-2">
          <button className="act-quiet" onClick={() => setWriting(true)}>
            Write a note
          </button>
        </p>
      )}
      {!notes ? null : notes.length === 0 ? (
        <Empty>No notes yet. Write down what everybody should know, questions the preparer still has, calls for a colleague who was out.</Empty>
      ) : (
        <ul className="sheet">
          {notes.map((note) => (
            <NoteLine key={note.id} note={note} />
          ))}
        </ul>
      )}
      <ShowMore of={found} />
      {writing && <NoteLeaf clientId={clientId} onClose={() => setWriting(false)} />}
    </>
  );
}

/** One note, with what can be done with it. */
export function NoteLine({ note }: { note: NoteView }) {
  const session = useSession();
  const { nameOf } = useTeam();
  const { act, busy } = useAct();
  const change = (body: object) => act(() => send(clientsRoutes.changeNote, { id: note.id }, body));
  const [changing, setChanging] = useState(false);
  const open = note.kind !== 'note' && note.doneAt === null;
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-b border-rule-soft px-3 py-2 text-table last:border-0">
      <div>
        <p className={`whitespace-pre-wrap ${note.doneAt ? 'text-soft' : ''}`}>{note.text}</p>
        <p className="text-fine text-soft">
          <span className={open ? 'soon' : ''}>{KIND_WORDS[note.kind]}</span>
          {note.forId && ` for ${nameOf(note.forId)}`}
          {note.pinned && ', pinned'}, {note.byName}, {momentInWords(note.at, session.day)}
          {note.doneAt && `; ${handledWords(note)}, ${momentInWords(note.doneAt, session.day)}`}
        </p>
      </div>
      {session.may('do work') && (
        <p className="flex gap-3 self-start">
          {note.jobId && (
            <Link className="lnk" to={`/jobs/${note.jobId}`}>
              Open the job
            </Link>
          )}
          {note.kind !== 'note' && (
            <button className="lnk" disabled={busy} onClick={() => void change({ done: open })}>
              {open ? (note.kind === 'question' ? 'Answered' : 'Handled') : 'Open again'}
            </button>
          )}
          {note.kind === 'note' && (
            <button className="lnk text-soft" disabled={busy} onClick={() => void change({ pinned: !note.pinned })}>
              {note.pinned ? 'Unpin' : 'Pin'}
            </button>
          )}
          {!isNotice(note.kind) && (
            <button className="lnk text-soft" aria-label={`Change the note: ${note.text.slice(0, 40)}`} onClick={() => setChanging(true)}>
              Change
            </button>
          )}
        </p>
      )}
      {changing && <RewordLeaf note={note} onClose={() => setChanging(false)} />}
    </li>
  );
}

/** For the line of views: how many questions are open. */
export function NotesInWords({ client }: { client: ClientView }) {
  const questions = client.notes.filter((note) => note.kind === 'question' && note.doneAt === null).length;
  return <>Notes{questions > 0 && `, ${questions} open`}</>;
}
