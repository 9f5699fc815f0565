import { enteredFacts } from '@steady/core/clients';
import { type KeyedFact, type KnownFacts, factInWords } from '@steady/core/facts';
import type { ClientView } from '@steady/contract/clients';
import { useTeam } from '../../app/session';

/** Two people changed one record: both versions side by side, and the choice which stays. */
export function BothVersions({
  mine,
  theirs,
  onTakeMine,
  onTakeTheirs,
}: {
  mine: Partial<ClientView>;
  theirs: Partial<ClientView>;
  onTakeMine(): void;
  onTakeTheirs(): void;
}) {
  const { nameOf } = useTeam();
  const said = (fact: KeyedFact, given: KnownFacts) => factInWords(fact, given[fact.key] === '' ? null : given[fact.key], nameOf) || 'nothing';
  const differ = enteredFacts.filter((fact) => said(fact, { ...mine }) !== said(fact, { ...theirs }));
  return (
    <div className="mb-4 border border-ochre bg-ochre-tint p-3 text-table">
      <table className="w-full">
        <thead>
          <tr className="text-left">
            <th className="font-normal" />
            <th>Yours</th>
            <th>Now on record</th>
          </tr>
        </thead>
        <tbody>
          {differ.map((fact) => (
            <tr key={fact.key}>
              <th scope="row" className="pr-2 text-left font-normal text-soft">
                {fact.key === 'name' ? fact.short : fact.label}
              </th>
              <td className="pr-2">{said(fact, { ...mine })}</td>
              <td>{said(fact, { ...theirs })}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex gap-3">
        <button type="button" className="act" onClick={onTakeMine}>
          Save mine
        </button>
        <button type="button" className="act-quiet" onClick={onTakeTheirs}>
          Keep what is on record
        </button>
      </div>
    </div>
  );
}
