import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form';
import { RHYTHMS, RHYTHM_UNITS, type Rhythm, rhythmInWords } from '@steady/core/calendar';

interface Props<Values extends FieldValues> {
  label: string;
  hint?: string;
  error?: string;
  control: Control<Values>;
  name: Path<Values>;
  /** What nothing chosen means; without it one has to be chosen. */
  none?: string;
}

const EVERY = /^every (\d+) (.+)$/;

/** How often work recurs: one of the usual rhythms, every so many of a unit, or a calendar rule. */
export function RhythmField<Values extends FieldValues>({ label, hint, error, control, name, none }: Props<Values>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => {
        const value = (field.value as Rhythm | null | undefined) ?? '';
        const usual = value === '' || (RHYTHMS as string[]).includes(value);
        const every = usual ? null : EVERY.exec(value);
        const kind = usual ? value : value.startsWith('RRULE:') ? 'rule' : 'every';
        const count = every?.[1] ?? '';
        const unit = every?.[2] ?? 'weeks';
        return (
          <fieldset className="mb-3">
            <legend className="mb-0.5 text-table font-semibold">{label}</legend>
            <div className="flex flex-wrap items-baseline gap-2">
              <select
                ref={field.ref}
                className="field max-w-56"
                aria-label={label}
                aria-invalid={error ? true : undefined}
                value={kind}
                onBlur={field.onBlur}
                onChange={({ target }) =>
                  field.onChange(
                    target.value === 'every'
                      ? 'every 6 weeks'
                      : target.value === 'rule'
                        ? 'RRULE:FREQ=MONTHLY;BYDAY=-1FR'
                        : target.value || (none ? null : undefined),
                  )
                }
              >
                {(none || value === '') && <option value="">{none ?? 'Choose'}</option>}
                {RHYTHMS.map((rhythm) => (
                  <option key={rhythm} value={rhythm}>
                    {rhythmInWords(rhythm)}
                  </option>
                ))}
                <option value="every">every so many …</option>
                <option value="rule">by a calendar rule (RFC 5545)</option>
              </select>
              {kind === 'every' && (
                <>
                  <input
                    className="field w-16 text-right"
                    inputMode="numeric"
                    aria-label="Every how many"
                    value={count}
                    onChange={({ target }) => field.onChange(`every ${target.value.replace(/\D/g, '').slice(0, 3)} ${unit}`)}
                  />
                  <select
                    className="field max-w-36"
                    aria-label="Of which unit"
                    value={unit}
                    onChange={({ target }) => field.onChange(`every ${count} ${target.value}`)}
                  >
                    {RHYTHM_UNITS.map((one) => (
                      <option key={one}>{one}</option>
                    ))}
                  </select>
                </>
              )}
            </div>
            {kind === 'rule' && (
              <input
                className="field mt-1 font-mono text-fine"
                aria-label="Calendar rule"
                value={value.slice(6)}
                onChange={({ target }) =>
                  field.onChange(
                    `RRULE:${target.value
                      .toUpperCase()
                      .replace(/^RRULE:/, '')
                      .trim()}`,
                  )
                }
              />
            )}
            {(error || hint) && <p className={`mt-0.5 text-fine ${error ? 'text-rust' : 'text-soft'}`}>{error ?? hint}</p>}
          </fieldset>
        );
      }}
    />
  );
}
