import type { JobView } from '@steady/contract/jobs';
import type { MemberView } from '@steady/contract/team';
import { useTeam } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { DayInput } from '../../ui/day-input';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';

/** One who may sign: one of the client's people, or a person of the firm. */
export type MaySign = Pick<JobView['contacts'][number], 'id' | 'name' | 'email' | 'mobile' | 'role'> & { isOurs?: boolean };

/** Who signs, in which order, who of them at the same time as the one before, and the numbers to which codes go. */
export interface Signers {
  people: readonly MaySign[];
  /** Ids of those who sign. */
  chosen: readonly string[];
  together: readonly string[];
  /** By the id of each who was asked for one. */
  numbers: Readonly<Record<string, string | undefined>>;
  /** By which day each is to sign, by their id, where that is not the day of all. */
  days: Readonly<Record<string, string | undefined>>;
}

interface Props extends Signers {
  onPut(signers: Signers): void;
  /** Whether each is asked for a number; where nothing is said, none can be given. */
  needsNumbers?: boolean;
  /** How many sign before them already. */
  after?: number;
  /** Whether days of their own can be given. */
  withDays?: boolean;
  error: string | undefined;
  numbersError?: string | undefined;
  daysError?: string | undefined;
}

/** A person of the firm, as one who may sign. */
const oneOfUs = ({ id, name }: Pick<MemberView, 'id' | 'name'>): MaySign => ({ id, name, email: null, mobile: null, role: null, isOurs: true });

/** The people of the firm who may sign as well, but for those who do already. */
export function useOurs(without: readonly (string | null)[]): MaySign[] {
  const { team } = useTeam();
  return team.filter(({ id, standing }) => standing === 'active' && !without.includes(id)).map(oneOfUs);
}

/** Who signs, in the order in which they stand. */
export function SignersField({ onPut, needsNumbers, after = 0, withDays = false, error, numbersError, daysError, ...signers }: Props) {
  const { people, chosen, together, numbers, days } = signers;
  const put = (change: Partial<Signers>) => onPut({ ...signers, ...change });
  const toggled = (list: readonly string[], id: string, on: boolean) => (on ? [...list, id] : list.filter((one) => one !== id));
  const ours = useOurs(people.map(({ id }) => id));
  const signing = people.filter(({ id }) => chosen.includes(id));
  const places = placesOf(
    signing.map(({ id }) => id),
    together,
    after,
  );
  return (
    <fieldset className="mb-3">
      <legend className="text-table font-semibold">Who signs, in this order</legend>
      {people.length === 0 && <p className="soon text-table">Nobody signs for this client yet. Set who does on the client’s page, under Contacts.</p>}
      <Ordered ids={people.map((one) => one.id)} onMove={(from, to) => put({ people: moved(people, from, to) })}>
        <ol aria-label="Who signs">
          {people.map((person) => {
            const { id, name, email, mobile, role, isOurs = false } = person;
            const isChosen = chosen.includes(id);
            const isFirst = after === 0 && signing[0]?.id === id;
            return (
              <OrderedRow key={id} id={id} className="flex items-baseline gap-2 border-t border-rule-soft py-1 text-table">
                <Grip name={name} />
                <div className="min-w-0 flex-1">
                  <label className="flex items-baseline gap-1.5">
                    <input type="checkbox" checked={isChosen} onChange={({ target }) => put({ chosen: toggled(chosen, id, target.checked) })} />
                    <span>
                      {name}
                      {role && <span className="text-soft">, {role}</span>}{' '}
                      <span className="text-soft wrap-anywhere max-sm:block">{isOurs ? 'of us' : (email ?? 'no email address')}</span>
                    </span>
                  </label>
                  {isChosen && (
                    <p className="mt-0.5 flex flex-wrap items-baseline gap-x-4 gap-y-1 pl-5">
                      {!isFirst && (
                        <label className="flex items-baseline gap-1.5 text-soft">
                          <input
                            type="checkbox"
                            checked={together.includes(id)}
                            onChange={({ target }) => put({ together: toggled(together, id, target.checked) })}
                          />
                          at the same time as the one before
                        </label>
                      )}
                      {needsNumbers === undefined || isOurs ? null : needsNumbers || numbers[id] !== undefined ? (
                        <label className="flex items-baseline gap-1.5 text-soft">
                          code by text message to
                          <input
                            type="tel"
                            aria-label={`Number for the code of ${name}`}
                            className="w-36 border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp max-sm:text-[16px]"
                            value={numbers[id] ?? ''}
                            onChange={({ target }) => put({ numbers: { ...numbers, [id]: target.value } })}
                          />
                        </label>
                      ) : (
                        <button type="button" className="lnk" onClick={() => put({ numbers: { ...numbers, [id]: mobile ?? '' } })}>
                          ask for a code by text message
                        </button>
                      )}
                      {withDays && (signing.length > 1 || days[id] !== undefined) && (
                        <DayOfOne name={name} day={days[id]} onPut={(day) => put({ days: { ...days, [id]: day } })} />
                      )}
                    </p>
                  )}
                </div>
                <span className="whitespace-nowrap text-soft">{isChosen ? `signs ${ordinal(places.get(id)!)}` : 'is not asked'}</span>
              </OrderedRow>
            );
          })}
        </ol>
      </Ordered>
      {ours.length > 0 && (
        <label className="flex flex-wrap items-baseline gap-x-2 border-t border-rule-soft py-1 text-table text-soft">
          Somebody of us signs as well
          <ChoiceInput
            className="max-w-56 border-b border-soft bg-transparent text-ink outline-none focus:border-kelp"
            value=""
            onChange={({ target }) => {
              const one = ours.find(({ id }) => id === target.value);
              if (one) put({ people: [...people, one], chosen: [...chosen, one.id] });
            }}
          >
            <option value="">choose</option>
            {ours.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </ChoiceInput>
        </label>
      )}
      {error && <p className="text-fine text-rust">{error}</p>}
      {daysError && <p className="text-fine text-rust">{daysError}</p>}
      {numbersError && <p className="text-fine text-rust">{numbersError}</p>}
    </fieldset>
  );
}

/** By which day one is to sign, where that is not the day of all. */
function DayOfOne({ name, day, onPut }: { name: string; day: string | undefined; onPut(day: string | undefined): void }) {
  if (day === undefined)
    return (
      <button type="button" className="lnk" onClick={() => onPut('')}>
        by a day of their own
      </button>
    );
  return (
    <span className="flex items-baseline gap-1.5 text-soft">
      by
      <DayInput className="w-36 py-0.5 text-table" aria-label={`Day by which ${name} signs`} value={day} onChange={onPut} />
      <button type="button" className="lnk" onClick={() => onPut(undefined)}>
        as the others
      </button>
    </span>
  );
}

/** Where each of those who sign stands, from 0; who signs at the same time as the one before stands at the same place. */
function placesOf(ids: readonly string[], together: readonly string[], after: number): Map<string, number> {
  let place = after - 1;
  return new Map(ids.map((id, at) => [id, at + after > 0 && together.includes(id) ? place : (place += 1)]));
}

const ordinal = (at: number) => ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'][at] ?? `as number ${at + 1}`;
