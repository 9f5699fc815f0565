import * as accessRoutes from '@steady/contract/access.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import type { GrantTarget, MemberView } from '@steady/contract/team';
import { ProblemError, send, useData } from '../../app/api';
import { SelectField, TextField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { PeopleField } from './people-field';

type By = 'word' | 'label' | 'partner' | 'manager';
const BY: { by: By; words: string }[] = [
  { by: 'word', words: 'whose name contains' },
  { by: 'label', words: 'with the label' },
  { by: 'partner', words: 'whose partner is' },
  { by: 'manager', words: 'whose manager is' },
];

const KEY: Record<By, keyof GrantTarget> = { word: 'find', label: 'label', partner: 'partnerId', manager: 'managerId' };

/** Grants clients to one or several people: first which are meant is shown, each with a tick, then it is done. */
export function GrantLeaf({ team, to, onClose }: { team: MemberView[]; to?: string; onClose(): void }) {
  const notify = useNotify();
  const [people, setPeople] = useState<string[]>(to ? [to] : []);
  const [groups, setGroups] = useState<string[]>([]);
  const { data: known = [] } = useData(accessRoutes.listGroups);
  const [by, setBy] = useState<By>('word');
  const [typed, setTyped] = useState('');
  const [without, setWithout] = useState<string[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const asked = typed.trim();
  const { data: meant } = useData(accessRoutes.meant, asked === '' ? null : { [KEY[by]]: asked });
  const { data: labels = [] } = useData(clientsRoutes.labels);
  const chosen = meant?.filter((client) => !without.includes(client.id)) ?? [];
  const here = team.filter((person) => person.standing === 'active' || person.standing === 'invited');
  const change = (next: By) => {
    setBy(next);
    setTyped('');
    setWithout([]);
  };
  const grant = async () => {
    const nobody = people.length + groups.length === 0;
    if (chosen.length === 0 || nobody) {
      setProblem(nobody ? 'Choose who is to see them.' : 'Choose the clients.');
      return;
    }
    setBusy(true);
    try {
      const { said } = await send(accessRoutes.grant, {}, { memberIds: people, groupIds: groups, clientIds: chosen.map((client) => client.id) });
      notify(said);
      onClose();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.message);
    } finally {
      setBusy(false);
    }
  };
  const names = [
    ...here.filter((person) => people.includes(person.id)).map((person) => person.shortName),
    ...known.filter((group) => groups.includes(group.id)).map((group) => group.name),
  ];
  return (
    <Leaf
      open
      title="Grant clients"
      act={chosen.length > 0 && names.length > 0 ? `Grant ${chosen.length === 1 ? '1 client' : `${chosen.length} clients`} to ${names.join(', ')}` : 'Grant'}
      onClose={onClose}
      onSubmit={() => void grant()}
      busy={busy}
      problem={problem}
    >
      <PeopleField legend="Who" team={team} chosen={people} onChange={setPeople} />
      {known.length > 0 && (
        <fieldset className="mb-4">
          <legend className="mb-0.5 text-table font-semibold">Or a group</legend>
          {known.map((group) => (
            <label key={group.id} className="flex items-baseline gap-1.5 text-table">
              <input
                type="checkbox"
                checked={groups.includes(group.id)}
                onChange={() => setGroups((now) => (now.includes(group.id) ? now.filter((id) => id !== group.id) : [...now, group.id]))}
              />
              {group.name} <span className="text-soft">{group.memberIds.length === 1 ? '1 person' : `${group.memberIds.length} people`}</span>
            </label>
          ))}
        </fieldset>
      )}
      <SelectField label="Sees the clients" value={by} onChange={(event) => change(event.target.value as By)}>
        {BY.map((one) => (
          <option key={one.by} value={one.by}>
            {one.words}
          </option>
        ))}
      </SelectField>
      {by === 'word' && <TextField label="Word" value={typed} onChange={(event) => setTyped(event.target.value)} hint="A part of the name is enough." />}
      {by === 'label' && (
        <SelectField label="Label" value={typed} onChange={(event) => setTyped(event.target.value)}>
          <option value="">Choose</option>
          {labels.map((label) => (
            <option key={label}>{label}</option>
          ))}
        </SelectField>
      )}
      {(by === 'partner' || by === 'manager') && (
        <SelectField label="Person" value={typed} onChange={(event) => setTyped(event.target.value)}>
          <option value="">Choose</option>
          {here.map((person) => (
            <option key={person.id} value={person.id}>
              {person.name}
            </option>
          ))}
        </SelectField>
      )}
      {meant && (
        <>
          <p className="mb-1 text-table font-semibold" role="status">
            {meant.length === 0 ? 'No client matches.' : `${chosen.length} of ${meant.length} found`}
          </p>
          <ul className="sheet max-h-72 overflow-y-auto px-3 py-1 text-table">
            {meant.map((client) => (
              <li key={client.id}>
                <label className="flex items-baseline gap-1.5 py-0.5">
                  <input
                    type="checkbox"
                    checked={!without.includes(client.id)}
                    onChange={() => setWithout((now) => (now.includes(client.id) ? now.filter((id) => id !== client.id) : [...now, client.id]))}
                  />
                  {client.name}
                </label>
              </li>
            ))}
          </ul>
        </>
      )}
    </Leaf>
  );
}
