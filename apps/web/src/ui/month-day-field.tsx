import { Controller, type FieldValues } from 'react-hook-form';
import { MONTHS_LONG } from '@steady/core/calendar';
import { type Controlled, Framed } from './framed';

const DAYS_IN = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** A day of any year, as "MM-DD". Choosing a month proposes its last day: most years end on one. */
export function MonthDayField<Values extends FieldValues>({ label, hint, error, control, name }: Controlled<Values>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => {
        const [month, day] = ((field.value as string | undefined) ?? '').split('-').map(Number);
        const set = (m: number, d: number) =>
          field.onChange(m ? `${String(m).padStart(2, '0')}-${String(Math.min(d, DAYS_IN[m - 1]!)).padStart(2, '0')}` : undefined);
        return (
          <Framed {...{ label, hint, error }}>
            {(ids) => (
              <div className="flex max-w-72 gap-2">
                <select {...ids} className="field" value={month ?? ''} onChange={(event) => set(Number(event.target.value), 31)}>
                  <option value="">Month</option>
                  {MONTHS_LONG.map((words, index) => (
                    <option key={words} value={index + 1}>
                      {words}
                    </option>
                  ))}
                </select>
                <select
                  aria-label={`${label}, day`}
                  className="field max-w-20"
                  value={day ?? ''}
                  disabled={!month}
                  onChange={(event) => set(month!, Number(event.target.value))}
                >
                  {!month && <option value="">Day</option>}
                  {Array.from({ length: DAYS_IN[(month ?? 1) - 1]! }, (_, index) => (
                    <option key={index} value={index + 1}>
                      {index + 1}
                    </option>
                  ))}
                </select>
              </div>
            )}
          </Framed>
        );
      }}
    />
  );
}
