import { ShowMore } from '../../ui/show-more';
import { afterPage, usePages } from '../../app/pages';
import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { AddNote, RewordNote, type ClientView, type NoteKind, type NoteView } from '@steady/contract/clients';
import { send } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { ChoiceField, LongTextField, SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { Empty } from '../../ui/page';
import { momentInWords } from '../../ui/words';

const KIND_WORDS: Record<NoteKind, string> = { note: 'Note', question: 'Open question', phone: 'Phone note' };

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
          {note.doneAt && `; ${note.kind === 'phone' ? 'taken' : 'answered'} by ${note.doneBy}, ${momentInWords(note.doneAt, session.day)}`}
        </p>
      </div>
      {session.may('do work') && (
        <p className="flex gap-3 self-start">
          {note.kind !== 'note' && (
            <button className="lnk" disabled={busy} onClick={() => void change({ done: open })}>
              {open ? (note.kind === 'phone' ? 'Handled' : 'Answered') : 'Open again'}
            </button>
          )}
          {note.kind === 'note' && (
            <button className="lnk text-soft" disabled={busy} onClick={() => void change({ pinned: !note.pinned })}>
              {note.pinned ? 'Unpin' : 'Pin'}
            </button>
          )}
          <button className="lnk text-soft" aria-label={`Change the note: ${note.text.slice(0, 40)}`} onClick={() => setChanging(true)}>
            Change
          </button>
        </p>
      )}
      {changing && <RewordLeaf note={note} onClose={() => setChanging(false)} />}
    </li>
  );
}

/** Other words for a note, or the note taken out. */
function RewordLeaf({ note, onClose }: { note: NoteView; onClose(): void }) {
  const { act, busy: removing } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<RewordNote>({
    input: RewordNote,
    start: { text: note.text },
    submit: async (values) => {
      await send(clientsRoutes.changeNote, { id: note.id }, values);
      onClose();
    },
  });
  const remove = () =>
    act(async () => {
      await send(clientsRoutes.removeNote, { id: note.id });
      onClose();
    }, 'The note is removed.');
  return (
    <Leaf
      open
      title="Change the note"
      act="Save the note"
      beside={
        <button type="button" className="lnk ml-auto" disabled={removing} onClick={() => void remove()}>
          Remove it
        </button>
      }
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <LongTextField
        label="Text"
        rows={5}
        autoFocus
        hint="What it said before stays in the history."
        {...form.register('text')}
        error={form.formState.errors.text?.message}
      />
    </Leaf>
  );
}

function NoteLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
  const { memberId } = useSession();
  const { team } = useTeam();
  const { form, onSubmit, busy, problem } = useLeafForm<AddNote>({
    input: AddNote,
    start: { kind: 'note', text: '', pinned: false, forId: '' },
    submit: async (values) => {
      await send(clientsRoutes.addNote, { id: clientId }, values);
      onClose();
    },
  });
  const { register, control, watch, formState } = form;
  const kind = watch('kind');
  return (
    <Leaf open title="Write a note" act="Save the note" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <ChoiceField
        label="Kind"
        control={control}
        name="kind"
        choices={[
          { value: 'note', words: 'Note', hint: 'for everybody' },
          { value: 'question', words: 'Open question', hint: 'until it is answered' },
          { value: 'phone', words: 'Phone note', hint: 'for a colleague who was out' },
        ]}
      />
      <LongTextField label={kind === 'phone' ? 'Who called, and what about' : 'Text'} rows={5} {...register('text')} error={formState.errors.text?.message} />
      {kind === 'phone' && (
        <SelectField label="For" {...register('forId')} error={formState.errors.forId?.message} hint="It is on their Today until they mark it as handled.">
          <option value="">Choose</option>
          {team
            .filter((member) => member.id !== memberId && member.standing === 'active')
            .map((member) => (
              <option key={member.id} value={member.id}>
                {member.name}
              </option>
            ))}
        </SelectField>
      )}
      {kind === 'note' && (
        <label className="flex items-baseline gap-1.5">
          <input type="checkbox" {...register('pinned')} />
          Pin it: it is seen at once by whoever opens the client
        </label>
      )}
    </Leaf>
  );
}

/** For the line of views: how many questions are open. */
export function NotesInWords({ client }: { client: ClientView }) {
  const questions = client.notes.filter((note) => note.kind === 'question' && note.doneAt === null).length;
  return <>Notes{questions > 0 && `, ${questions} open`}</>;
}
