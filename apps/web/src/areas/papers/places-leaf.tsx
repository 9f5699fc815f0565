import * as papersRoutes from '@steady/contract/papers.routes';
import { AddPlace, type PlaceView } from '@steady/contract/papers';
import { counted } from '@steady/core/words';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

/** The firm’s own list of places. */
export function PlacesLeaf({ places, onClose }: { places: PlaceView[]; onClose(): void }) {
  const { act, busy: acting } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<AddPlace>({
    input: AddPlace,
    start: { name: '' },
    submit: async (values) => {
      await send(papersRoutes.addPlace, {}, values);
      form.reset({ name: '' });
    },
  });
  return (
    <Leaf open title="Places" act="Add this place" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField
        label="A new place"
        hint="A shelf, a cupboard, somebody’s desk"
        autoFocus
        {...form.register('name')}
        error={form.formState.errors.name?.message}
      />
      <ul className="text-table">
        {places.map((place) => (
          <li key={place.id} className="flex items-baseline gap-3 border-t border-rule-soft py-1">
            <span className={place.isRetired ? 'text-soft line-through' : ''}>{place.name}</span>
            <span className="text-soft">{place.papers > 0 && counted(place.papers, 'receipt')}</span>
            <button type="button" className="lnk ml-auto" disabled={acting} onClick={() => void act(() => send(papersRoutes.retirePlace, { id: place.id }))}>
              {place.isRetired ? 'Use it again' : 'Use it no more'}
            </button>
          </li>
        ))}
      </ul>
    </Leaf>
  );
}
