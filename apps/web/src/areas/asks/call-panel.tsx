import * as asksRoutes from '@steady/contract/asks.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import { type MissingRow, NoteSaid } from '@steady/contract/asks';
import type { ClientView } from '@steady/contract/clients';
import { send, useData } from '../../app/api';
import { useAskKinds } from '../../app/brought';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { PersonSelect } from '../../ui/person-select';
import { useNotify } from '../../ui/toasts';
import { dayInWords, momentInWords } from '../../ui/words';

const NOTES_SHOWN = 3;

/** Beside the list while one is on the telephone: whom to ring, what they say, for whom it is and for when they promise it. */
export function CallPanel({ of: row, onClose }: { of: MissingRow; onClose(): void }) {
  const { day } = useSession();
  const notify = useNotify();
  const kinds = useAskKinds();
  const { data: client } = useData(clientsRoutes.view, { id: row.clientId });
  const { form, onSubmit, busy, problem } = useLeafForm<NoteSaid>({
    input: NoteSaid,
    start: { text: '', jobId: row.jobId ?? undefined },
    submit: async (values) => {
      await send(asksRoutes.said, { id: row.clientId }, values);
      notify(values.promisedFor ? `Noted. Follow-ups wait until ${dayInWords(values.promisedFor, day)} is over.` : 'Noted.');
      form.reset({ text: '', forId: '', promisedFor: '', jobId: row.jobId ?? undefined });
    },
  });
  const { register, control, formState } = form;
  const { errors } = formState;
  const notes = client?.notes.filter((note) => note.kind === 'phone' || note.kind === 'note').slice(0, NOTES_SHOWN) ?? [];
  return (
    <aside
      className="border-l border-rule pl-5 text-table max-lg:border-0 max-lg:pl-0 lg:sticky lg:top-4 lg:max-h-[calc(100vh-2rem)] lg:overflow-y-auto lg:pr-1"
      aria-label={`On the phone with ${row.client}`}
    >
      <h2 className="flex items-baseline gap-3">
        On the phone with {row.client}
        <button className="lnk ml-auto text-fine font-normal" onClick={onClose}>
          Close
        </button>
      </h2>
      <ul className="mb-3 text-soft">
        {client?.contacts.map(({ id, name, role, phone, mobile }) => (
          <li key={id}>
            <span className="text-ink">{name}</span>
            {role && `, ${role}`}
            {[phone, mobile].flatMap((number) =>
              number
                ? [
                    <a key={number} className="lnk ml-2 whitespace-nowrap" href={`tel:${number.replace(/[^+\d]/g, '')}`}>
                      {number}
                    </a>,
                  ]
                : [],
            )}
          </li>
        ))}
        {client?.contacts.length === 0 && <li>No contact is known.</li>}
      </ul>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        {problem && (
          <p role="alert" className="mb-2 border border-rust bg-rust-tint px-2 py-1">
            {problem}
          </p>
        )}
        <LongTextField label="What they said" autoFocus {...register('text')} error={errors.text?.message} />
        <DateField
          label="Promised for"
          hint="May stay empty. Follow-ups wait until the day is over."
          control={control}
          name="promisedFor"
          error={errors.promisedFor?.message}
        />
        <PersonSelect label="For" nobody="nobody in particular" {...register('forId')} error={errors.forId?.message} />
        <button type="submit" className="act" disabled={busy}>
          Note it
        </button>
      </form>
      {notes.length > 0 && (
        <>
          <h3 className="mt-4 mb-1">Said before</h3>
          <ul>
            {notes.map((note) => (
              <li key={note.id} className="mb-1 wrap-anywhere">
                {note.text}{' '}
                <span className="text-soft">
                  {note.byName}, {momentInWords(note.at, day)}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {client && <FollowUpsOf client={client} />}
      {client && kinds.map(({ kind, OfClient }) => OfClient && <OfClient key={kind} client={client} />)}
    </aside>
  );
}

/** Whether the client is followed up at all; turned off, and on again, in one press. */
function FollowUpsOf({ client }: { client: ClientView }) {
  const mayWork = useSession().may('do work');
  const { act, busy } = useAct();
  const on = client.followUps === 'none';
  return (
    <p className="my-3">
      <span className="text-soft">{on ? 'This client gets no follow-ups.' : 'Followed up by itself, as the firm does.'}</span>{' '}
      {mayWork && (
        <button
          className="lnk"
          disabled={busy}
          onClick={() =>
            void act(
              () => send(asksRoutes.followUpsOfClient, { id: client.id }, { on }),
              on ? 'The client is followed up again.' : 'No follow-up goes to this client any more.',
            )
          }
        >
          {on ? 'Follow up again' : 'Stop for this client'}
        </button>
      )}
    </p>
  );
}
