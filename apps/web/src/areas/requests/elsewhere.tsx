import * as requestsRoutes from '@steady/contract/requests.routes';
import { ELSEWHERE_SOURCES, elsewhereInWords } from '@steady/core/asks';
import { NoteElsewhere, type RequestItemView } from '@steady/contract/requests';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { ChoiceField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { dayInWords, dayOf } from '../../ui/words';

/** A thing comes from elsewhere for good: the client is asked for it no more. */
export function ElsewhereLeaf({ item, onClose }: { item: RequestItemView; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<NoteElsewhere>({
    input: NoteElsewhere,
    start: {},
    submit: async (values) => {
      await send(requestsRoutes.noteElsewhere, { id: item.id }, values);
      notify(`${item.name} is not asked for any more: it comes from elsewhere.`);
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf open title={`${item.name} comes from elsewhere`} act="Do not ask for it any more" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-table text-soft">
        For good: it is taken out of what is open with this client, and later requests list it as not asked for. The client can be asked again at any time.
      </p>
      <ChoiceField
        label="Where it comes from"
        control={form.control}
        name="source"
        choices={ELSEWHERE_SOURCES.map((source) => ({ value: source, words: source }))}
        error={errors.source?.message}
      />
      <TextField
        label="Who said so"
        hint="A person of the client, or one of ours. May stay empty."
        {...form.register('saidBy')}
        error={errors.saidBy?.message}
      />
    </Leaf>
  );
}

/** What is never asked of a client, as it comes from elsewhere. */
export function NeverAsked({ client }: { client: { id: string } }) {
  const session = useSession();
  const { act, busy } = useAct();
  const { data: noted = [] } = useData(requestsRoutes.fromElsewhere, { id: client.id });
  if (noted.length === 0) return null;
  return (
    <section className="mb-4 text-table" aria-label="Never asked">
      <h3 className="mb-1">Never asked</h3>
      <ul>
        {noted.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3">
            <b className="font-semibold">{one.name}</b>
            <span className="text-soft">
              {elsewhereInWords(one)}, since {dayInWords(dayOf(one.at).toString(), session.day)}
            </span>
            {session.may('do work') && (
              <button
                className="lnk"
                disabled={busy}
                onClick={() => void act(() => send(requestsRoutes.endElsewhere, { id: one.id }), `${one.name} is asked for again.`)}
              >
                Ask for it again
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
