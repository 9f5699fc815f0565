import * as contactsRoutes from '@steady/contract/contacts.routes';
import { useDeferredValue } from 'react';
import { useData } from '../../app/api';

interface Props {
  /** The address as it is being typed. */
  email: string | undefined;
  /** Who is linked in place of a new person. */
  knownId: string | undefined;
  another: boolean | undefined;
  onChoose(choice: { knownId?: string; another?: boolean }): void;
}

/** Where an address is known already: offers the person whose it is, before a second record of them is made. */
export function KnownPerson({ email, knownId, another, onChoose }: Props) {
  const typed = useDeferredValue(email?.trim().toLowerCase() ?? '');
  const { data = [] } = useData(contactsRoutes.find, /^\S+@\S+\.\S{2,}$/.test(typed) ? { find: typed } : null);
  const known = data.filter((one) => one.email?.toLowerCase() === typed);
  if (known.length === 0) return null;
  return (
    <fieldset className="mb-3 border border-ochre bg-ochre-tint px-3 py-2 text-table">
      <legend className="sr-only">This address is known</legend>
      <p className="font-semibold">This address is known. Who is it?</p>
      {known.map((one) => (
        <label key={one.id} className="flex items-baseline gap-1.5 py-0.5">
          <input type="radio" name="known-person" checked={knownId === one.id} onChange={() => onChoose({ knownId: one.id, another: undefined })} />
          <span>
            {one.name}
            <span className="text-soft"> {one.clients.length > 0 ? `acts for ${one.clients.join(', ')}` : 'acts for no client now'}</span>
          </span>
        </label>
      ))}
      <label className="flex items-baseline gap-1.5 py-0.5">
        <input type="radio" name="known-person" checked={another === true} onChange={() => onChoose({ knownId: undefined, another: true })} />
        somebody else who uses the same address
      </label>
    </fieldset>
  );
}
