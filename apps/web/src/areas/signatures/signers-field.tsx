import type { JobView } from '@steady/contract/jobs';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';

type People = JobView['contacts'];

interface Props {
  people: People;
  /** Ids of those who sign. */
  chosen: readonly string[];
  onPut(people: People, chosen: readonly string[]): void;
  error: string | undefined;
}

/** Who signs, in the order in which they stand. */
export function SignersField({ people, chosen, onPut: put, error }: Props) {
  return (
    <fieldset className="mb-3">
      <legend className="text-table font-semibold">Who signs, in this order</legend>
      {people.length === 0 && <p className="soon text-table">Nobody signs for this client yet. Set who does on the client’s page, under Contacts.</p>}
      <Ordered ids={people.map((one) => one.id)} onMove={(from, to) => put(moved(people, from, to), chosen)}>
        <ol aria-label="Who signs">
          {people.map((person) => (
            <OrderedRow key={person.id} id={person.id} className="flex items-baseline gap-2 border-t border-rule-soft py-1 text-table">
              <Grip name={person.name} />
              <label className="flex min-w-0 flex-1 items-baseline gap-1.5">
                <input
                  type="checkbox"
                  checked={chosen.includes(person.id)}
                  onChange={({ target }) => put(people, target.checked ? [...chosen, person.id] : chosen.filter((id) => id !== person.id))}
                />
                <span>
                  {person.name} <span className="text-soft wrap-anywhere max-sm:block">{person.email ?? 'no email address'}</span>
                </span>
              </label>
              <span className="whitespace-nowrap text-soft">{chosen.includes(person.id) ? `signs ${ordinal(chosen.indexOf(person.id))}` : 'is not asked'}</span>
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      {error && <p className="text-fine text-rust">{error}</p>}
    </fieldset>
  );
}

const ordinal = (at: number) => ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'][at] ?? `as number ${at + 1}`;
