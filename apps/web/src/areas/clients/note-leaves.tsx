import * as clientsRoutes from '@steady/contract/clients.routes';
import { AddNote, type NoteView, RewordNote } from '@steady/contract/clients';
import { send } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { ChoiceField, LongTextField, SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

/** Other words for a note, or the note taken out. */
export function RewordLeaf({ note, onClose }: { note: NoteView; onClose(): void }) {
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

/** Something new in people's own words: for everybody, to be answered, or for a colleague who was out. */
export function NoteLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
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
