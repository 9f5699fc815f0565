import * as contactsRoutes from '@steady/contract/contacts.routes';
import { useState } from 'react';
import type { FoundContact, PersonView } from '@steady/contract/contacts';
import { send, useData } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useFaults } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

/** Makes two records of one person into one. */
export function MergePersonLeaf({ person, onClose }: { person: PersonView; onClose(): void }) {
  const notify = useNotify();
  const { faults, busy, attempt, setFaults } = useFaults();
  const [find, setFind] = useState(person.name);
  const [other, setOther] = useState<FoundContact | null>(null);
  const { data: found = [] } = useData(contactsRoutes.find, find.trim().length > 1 ? { find: find.trim() } : null);
  const { data: preview } = useData(contactsRoutes.mergePreview, other ? { id: person.id, other: other.id } : null);
  const others = found.filter((one) => one.id !== person.id);
  const merge = () => {
    if (!preview) return setFaults(['Choose the other record first.']);
    const { kept, going } = preview;
    void attempt(async () => {
      await send(contactsRoutes.merge, { id: kept.id }, { otherId: going.id, version: kept.version, otherVersion: going.version });
      notify(`${going.name} is merged into ${kept.name}.`);
      onClose();
    });
  };
  return (
    <Leaf
      open
      title={`Merge another record into ${person.name}`}
      act={preview ? `Merge ${preview.going.name} into ${preview.kept.name}` : 'Merge'}
      onClose={onClose}
      onSubmit={merge}
      busy={busy}
      problem={faults[0]}
    >
      <TextField
        label="Find the other record"
        hint="By name or address"
        autoFocus
        value={find}
        onChange={({ target }) => (setFind(target.value), setOther(null))}
      />
      <fieldset className="mb-3 text-table">
        <legend className="mb-0.5 font-semibold">It is the same person as</legend>
        {others.map((one) => (
          <label key={one.id} className="flex items-baseline gap-1.5 py-0.5">
            <input type="radio" name="other-person" checked={other?.id === one.id} onChange={() => setOther(one)} />
            <span>
              {one.name}
              <span className="text-soft"> {[one.email, one.clients.join(', ')].filter(Boolean).join(', ')}</span>
            </span>
          </label>
        ))}
        {others.length === 0 && <p className="text-soft">Nobody else is called that or has this address.</p>}
      </fieldset>
      {preview && (
        <>
          <p className="font-semibold">What will happen</p>
          <ul className="mb-3 list-disc pl-5 text-table">
            {preview.differs.map((fact) => (
              <li key={fact.name}>
                {fact.name} stays {fact.kept}; <s>{fact.going}</s> goes, and is kept in the history.
              </li>
            ))}
            {preview.filled.map((fact) => (
              <li key={fact.name}>
                {fact.name} is filled in: {fact.value}
              </li>
            ))}
            <li>{preview.clients.length > 0 ? `${person.name} acts for ${preview.clients.join(', ')} as well.` : 'The other record acts for no client.'}</li>
            <li>Messages, requests and signatures of the other record stand here. It cannot be taken apart again.</li>
          </ul>
        </>
      )}
    </Leaf>
  );
}
