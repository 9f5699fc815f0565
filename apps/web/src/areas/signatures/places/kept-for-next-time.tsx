import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { type PageSize, type SignField, keptPlaces } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import { send, useData } from '../../../app/api';
import { useAct } from '../../../app/use-act';
import { SelectField, TextField } from '../../../ui/fields';

/** Under which name places are kept, and from which kind of document they were taken. */
export interface Keeping {
  keepPlacesAs: string;
  kindId: string | null;
}

interface Props {
  fields: readonly SignField[];
  keeping: Keeping;
  signers: number;
  pages: readonly PageSize[];
  onUse(fields: SignField[], kindId: string): void;
  onKeepAs(name: string): void;
}

/** Places that an earlier document of the kind had, put on this one; and a name under which these are kept. */
export function KeptForNextTime({ fields, keeping, signers, pages, onUse, onKeepAs }: Props) {
  const { data: kinds = [] } = useData(kindsRoutes.list, {});
  const kept = kinds.filter((one) => one.fields.length > 0);
  const { act } = useAct();
  const used = kept.find((one) => one.id === keeping.kindId);
  const use = (id: string) => {
    const places = kept.find((one) => one.id === id);
    if (places)
      onUse(
        keptPlaces(places.fields, signers, pages, () => crypto.randomUUID()),
        id,
      );
  };
  const left = used ? used.fields.length - keptPlaces(used.fields, signers, pages, String).length : 0;
  return (
    <section aria-label="Kept for next time" className="mt-5">
      <h2>Kept for next time</h2>
      {kept.length > 0 && (
        <SelectField label="Places as in" value={used?.id ?? ''} onChange={({ target }) => use(target.value)}>
          <option value="">choose a kind of document</option>
          {kept.map(({ id, name, used: times }) => (
            <option key={id} value={id}>
              {name}, used {counted(times, 'time')}
            </option>
          ))}
        </SelectField>
      )}
      {left > 0 && (
        <p className="soon mb-2 text-fine">
          {counted(left, 'place')} of it {left === 1 ? 'is' : 'are'} left out: this document has fewer pages or signers.
        </p>
      )}
      {used && (
        <p className="mb-2 text-fine">
          <button
            type="button"
            className="lnk"
            onClick={() => void act(() => send(kindsRoutes.forgetPlaces, { id: used.id }), `Places are not kept for ${used.name} any more.`)}
          >
            Do not keep places for “{used.name}” any more
          </button>
        </p>
      )}
      <TextField
        label="Keep these places for"
        hint="A kind of document, for example: Accounts of a company. May stay empty."
        maxLength={80}
        disabled={fields.length === 0}
        value={keeping.keepPlacesAs}
        onChange={({ target }) => onKeepAs(target.value)}
      />
    </section>
  );
}
