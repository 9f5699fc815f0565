import * as asksRoutes from '@steady/contract/asks.routes';
import * as papersRoutes from '@steady/contract/papers.routes';
import { PAPERS_CAME } from '@steady/core/papers';
import { isOwed } from '@steady/core/asks';
import type { ClientView } from '@steady/contract/clients';
import { TakeInPapers } from '@steady/contract/papers';
import { addressOf, send, useData } from '../../app/api';
import { ChoiceField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

/** Papers came: what, from whom, where they lie, what of all that was asked for is among them; the slip for the client is there at once. */
export function PapersLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const notify = useNotify();
  const { data: places } = useData(papersRoutes.places);
  const { data: missing } = useData(asksRoutes.missing, { client: client.id });
  const { form, onSubmit, busy, problem } = useLeafForm<TakeInPapers>({
    input: TakeInPapers,
    start: { came: 'dropped off', what: '', itemIds: [] },
    submit: async (values) => {
      const { id } = await send(papersRoutes.takeIn, { id: client.id }, values);
      notify('Noted. The slip for the client is ready.', 'done', {
        words: 'Print the slip',
        act: () => window.location.assign(addressOf(papersRoutes.slip, { id })),
      });
      onClose();
    },
  });
  const { register, control, watch, setValue, formState } = form;
  const { errors } = formState;
  const chosen = watch('itemIds') ?? [];
  const wanted = missing?.rows.filter((row) => row.itemId !== null && (isOwed(row.state) || row.state === 'to ask')) ?? [];
  const open = places?.filter((place) => !place.isRetired) ?? [];
  return (
    <Leaf open title={`Papers of ${client.name}`} act="They are here" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <LongTextField
        label="What came"
        hint="As it stands on the slip: a blue folder with receipts of 2025"
        autoFocus
        {...register('what')}
        error={errors.what?.message}
      />
      <ChoiceField
        label="How they came"
        control={control}
        name="came"
        choices={PAPERS_CAME.map((came) => ({ value: came, words: came }))}
        error={errors.came?.message}
      />
      <TextField label="Who brought them" hint="May stay empty." {...register('broughtBy')} error={errors.broughtBy?.message} />
      {places && open.length === 0 ? (
        <p className="mb-3 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          The firm has no places yet. Add one under Papers, What lies where, Places.
        </p>
      ) : (
        <SelectField label="Where they lie" {...register('placeId')} error={errors.placeId?.message}>
          <option value="">choose</option>
          {open.map((place) => (
            <option key={place.id} value={place.id}>
              {place.name}
            </option>
          ))}
        </SelectField>
      )}
      {wanted.length > 0 && (
        <fieldset className="mb-3 text-table">
          <legend className="mb-1 font-semibold">Among them is</legend>
          {wanted.map((row) => (
            <label key={row.id} className="flex items-baseline gap-2 py-0.5">
              <input
                type="checkbox"
                checked={chosen.includes(row.itemId!)}
                onChange={({ target }) => setValue('itemIds', target.checked ? [...chosen, row.itemId!] : chosen.filter((id) => id !== row.itemId))}
              />
              <span>
                {row.what} <span className="text-soft">{row.job}</span>
              </span>
            </label>
          ))}
        </fieldset>
      )}
    </Leaf>
  );
}
