import { civil, isDay } from '@steady/core/calendar';
import { type RuleVersion, beginsOn, followedByAnother, withoutVersion } from '@steady/core/obligations';
import { plainDate } from '@steady/core/words';
import { useSession } from '../../app/session';
import { DayField, SelectField, TextField, TickField } from '../../ui/fields';
import type { KnownFact } from './known-facts';
import { StepsEditor } from './steps-editor';

/** A day in words; what is half typed stays as it is. */
const dayOf = (day: string) => (isDay(day) ? plainDate(civil(day)) : day);

interface Props {
  versions: RuleVersion[];
  /** Which version is looked at. */
  at: number;
  facts: KnownFact[];
  onChange(versions: RuleVersion[]): void;
  onTurn(at: number): void;
}

/** How the date comes about, in each version of the law that the rule goes by. */
export function RuleDates({ versions, at, facts, onChange, onTurn }: Props) {
  const { today } = useSession();
  const version = versions[at] ?? versions.at(-1)!;
  const setVersion = (more: Partial<RuleVersion>) => onChange(versions.map((one, n) => (n === at ? { ...version, ...more } : one)));
  const addVersion = () => {
    onChange(followedByAnother(versions, today));
    onTurn(versions.length);
  };
  const dropVersion = () => {
    onChange(withoutVersion(versions, at));
    onTurn(versions.length - 2);
  };
  return (
    <>
      <fieldset className="mb-3">
        <legend className="mb-1 text-table font-semibold">The date, from the end of the period</legend>
        <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-table">
          {versions.length > 1 &&
            versions.map((one, n) => (
              <button
                key={`${one.effectiveFrom} ${n}`}
                type="button"
                aria-current={n === at || undefined}
                className={n === at ? 'border-b-2 border-kelp font-semibold' : 'border-b-2 border-transparent text-soft hover:text-ink'}
                onClick={() => onTurn(n)}
              >
                from {dayOf(one.effectiveFrom)}
                {one.effectiveUntil && ` until ${dayOf(one.effectiveUntil)}`}
              </button>
            ))}
          <button type="button" className="lnk" onClick={addVersion}>
            From a later day it is otherwise
          </button>
          {versions.length > 1 && (
            <button type="button" className="lnk" onClick={dropVersion}>
              Remove this version
            </button>
          )}
        </div>
        <StepsEditor key={at} of={version.steps} facts={facts} onChange={(steps) => setVersion({ steps })} />
        <div className="mt-2">
          <TickField
            label="Clients who file on paper have another date"
            checked={version.paperSteps !== undefined}
            onChange={({ target }) => setVersion({ paperSteps: target.checked ? version.steps : undefined })}
          />
          {version.paperSteps && <StepsEditor of={version.paperSteps} facts={facts} onChange={(paperSteps) => setVersion({ paperSteps })} />}
        </div>
      </fieldset>
      <div className="grid grid-cols-2 gap-x-4">
        <SelectField
          label="A weekend or holiday"
          value={version.whenClosed ?? ''}
          onChange={({ target }) => setVersion({ whenClosed: (target.value || undefined) as RuleVersion['whenClosed'] })}
        >
          <option value="">does not move it</option>
          <option value="next working day">moves it to the next working day</option>
          <option value="working day before">moves it to the working day before</option>
        </SelectField>
        <DayField label="Valid for periods ending from" value={version.effectiveFrom} onChange={(from) => onChange(beginsOn(versions, at, from))} />
      </div>
      <TextField label="Law or notice relied on" value={version.source} onChange={({ target }) => setVersion({ source: target.value })} />
    </>
  );
}
