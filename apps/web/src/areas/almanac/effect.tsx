import * as almanacRoutes from '@steady/contract/almanac.routes';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { ScheduleEffect, EffectDates, EffectRow } from '@steady/contract/almanac';
import { capital, counted } from '@steady/core/words';
import type { InputOf, Route } from '@steady/contract/route';
import { type Given, ask, send } from '../../app/api';
import { useSession } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { dayInWords } from '../../ui/words';

/** What becomes of a deadline whose job has begun: it stays, takes the new dates, or is closed with its job. */
type Decision = 'stay' | 'follow' | 'close';

const SHOWN = 120;

const WORDS: Record<EffectRow['does'], string> = { comes: 'comes', moves: 'moves', goes: 'goes', stays: 'has begun' };

/** What a change does to dates and jobs, in a sentence. */
function effectInWords({ rows, none }: ScheduleEffect): string {
  const count = (does: EffectRow['does']) => rows.filter((row) => row.does === does).length;
  let named = false;
  const said = (many: number, one: string, more: string) => {
    if (many === 0) return null;
    const words = named ? String(many) : counted(many, 'deadline');
    named = true;
    return `${words} ${many === 1 ? one : more}`;
  };
  const parts = [
    said(count('moves'), 'moves', 'move'),
    said(count('comes'), 'comes', 'come'),
    said(count('goes'), 'goes', 'go'),
    said(count('stays'), 'has begun and stays until you decide', 'have begun and stay until you decide'),
    none.length && `${counted(none.length, 'line')} ${none.length === 1 ? 'gets' : 'get'} none any more`,
  ].filter(Boolean);
  return parts.length === 0 ? 'No date changes.' : capital(`${parts.join(', ')}.`);
}

function Dates({ of, other }: { of: EffectDates | null; other: EffectDates | null }) {
  const { day } = useSession();
  if (!of) return <span className="text-soft">–</span>;
  const sameDue = other?.dueOn === of.dueOn;
  return (
    <span className="whitespace-nowrap">
      <span className={sameDue ? '' : 'font-semibold'}>{dayInWords(of.dueOn, day)}</span>
      {sameDue && other.targetOn !== of.targetOn && <span className="block text-fine text-soft">our target {dayInWords(of.targetOn, day)}</span>}
      {sameDue && other.targetOn === of.targetOn && other.beginsOn !== of.beginsOn && (
        <span className="block text-fine text-soft">begins {dayInWords(of.beginsOn, day)}</span>
      )}
    </span>
  );
}

/** Before and after of every date that a change touches. */
export function EffectView({
  effect,
  decisions,
  onDecide,
}: {
  effect: ScheduleEffect;
  decisions?: ReadonlyMap<string, Decision>;
  onDecide?(id: string, decision: Decision): void;
}) {
  const clients = new Set(effect.rows.map((row) => row.clientId));
  const here = useRef<HTMLElement>(null);
  // A long form may stand above or below: what changes is to be seen before it is confirmed.
  useEffect(() => {
    // Braces: what scrolling gives back, a promise in some browsers, is no tidying up of this effect.
    void here.current?.scrollIntoView({ block: 'start' });
  }, [effect]);
  return (
    <section ref={here} className="mt-1 mb-3 scroll-mt-3" aria-label="What changes" aria-live="polite">
      <p className="mb-2 font-serif text-[16px] font-semibold">{effectInWords(effect)}</p>
      {effect.settled > 0 && <p className="mb-1 text-table text-soft">{counted(effect.settled, 'deadline')} filed or set aside before stay as they are.</p>}
      {effect.none.map((one) => (
        <p key={one.clientId + one.line} className="mb-1 text-table">
          <b>{clients.size > 1 ? `${one.client}, ${one.line}` : one.line}</b>: <span className="soon">{one.why}</span>
        </p>
      ))}
      {effect.rows.length > 0 && (
        <table className="ledger" aria-label="Dates before and after">
          <thead>
            <tr>
              <th scope="col">Deadline</th>
              <th scope="col">Before</th>
              <th scope="col">After</th>
            </tr>
          </thead>
          <tbody>
            {effect.rows.slice(0, SHOWN).map((row, index) => (
              <tr key={row.obligationId ?? `new ${index}`}>
                <td>
                  {clients.size > 1 && <span className="block font-semibold">{row.client}</span>}
                  {row.name}
                  <span className={`block text-fine ${row.does === 'stays' ? 'soon' : 'text-soft'}`}>
                    {row.does === 'stays' ? (row.jobNumber ? `job ${row.jobNumber} has begun` : row.why) : WORDS[row.does]}
                  </span>
                </td>
                <td>
                  <Dates of={row.before} other={row.after} />
                </td>
                <td>
                  {row.does === 'stays' && onDecide && row.jobId ? (
                    <ChoiceInput
                      className="field py-0.5"
                      aria-label={`What becomes of ${row.name}`}
                      value={decisions?.get(row.obligationId!) ?? 'stay'}
                      onChange={(event) => onDecide(row.obligationId!, event.target.value as Decision)}
                    >
                      <option value="stay">stays as it is</option>
                      {row.after && <option value="follow">takes the new dates</option>}
                      <option value="close">is closed with its job</option>
                    </ChoiceInput>
                  ) : (
                    <Dates of={row.after} other={row.before} />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {effect.rows.length > SHOWN && <p className="mt-1 text-fine text-soft">and {effect.rows.length - SHOWN} more of the same kind</p>}
    </section>
  );
}

export interface Foreseen<Values = unknown> {
  /** Shows what would change before it is done; done at once where nothing changes. */
  before(values: Values, act: () => Promise<void>): Promise<void>;
  effect: ScheduleEffect | null;
  /** What the button says; with `values`, it asks for another look when they have changed since. */
  act(words: string, values?: unknown): string;
  view: ReactNode;
}

/** A change that shows its effect on dates and jobs before it is made. The route answers what it would be. */
export function useForeseen<R extends Route<string, unknown, void, ScheduleEffect>>(
  route: R,
  given: Given<R>,
  reason = 'no longer wanted',
): Foreseen<InputOf<R>> {
  const [seen, setSeen] = useState<{ values: string; effect: ScheduleEffect } | null>(null);
  const [decisions, setDecisions] = useState<ReadonlyMap<string, Decision>>(new Map());
  const before: Foreseen<InputOf<R>>['before'] = async (values, act) => {
    const text = JSON.stringify(values);
    if (seen?.values !== text) {
      const effect: ScheduleEffect = await ask(route as Route<string, unknown, void, ScheduleEffect>, given, values);
      if (effect.rows.length > 0 || effect.none.length > 0) {
        setSeen({ values: text, effect });
        setDecisions(new Map());
        return;
      }
    }
    await act();
    for (const row of seen?.effect.rows ?? []) {
      const decision = row.obligationId === null ? undefined : decisions.get(row.obligationId);
      const id = row.obligationId!;
      if (decision === 'follow') await send(almanacRoutes.follow, { id }, { version: row.version! });
      if (decision === 'close') await send(almanacRoutes.setAside, { id }, { reason, closeJob: true, version: row.version! });
    }
  };
  return {
    before,
    effect: seen?.effect ?? null,
    act: (words, values) => (seen && (values === undefined || JSON.stringify(values) === seen.values) ? words : 'See what changes'),
    view: seen && <EffectView effect={seen.effect} decisions={decisions} onDecide={(id, decision) => setDecisions(new Map(decisions).set(id, decision))} />,
  };
}
