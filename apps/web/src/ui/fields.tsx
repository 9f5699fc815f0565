import { type ComponentProps, type ReactNode, useEffect, useId, useState } from 'react';
import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form';
import { MONTHS_LONG } from '@steady/core/calendar';
import { type Money, formatHours, formatMoney, isMoney, noMoney, parseHours, parseMoney } from '@steady/core/money';
import { sameValue } from '@steady/core/facts';
import { useSession } from '../app/session';
import { ChoiceInput } from './choice-input';
import { DayInput } from './day-input';

interface Frame {
  label: string;
  hint?: string;
  error?: string;
  narrow?: boolean;
}

/** Label above, hint and fault below; the fault is said to those who do not see it. */
function Framed({
  label,
  hint,
  error,
  narrow,
  children,
}: Frame & { children(ids: { id: string; 'aria-describedby'?: string; 'aria-invalid'?: boolean }): ReactNode }) {
  const id = useId();
  const about = error || hint ? `${id}-about` : undefined;
  return (
    <div className={`mb-3 ${narrow ? 'max-w-52' : ''}`}>
      <label htmlFor={id} className="mb-0.5 block text-table font-semibold">
        {label}
      </label>
      {children({ id, 'aria-describedby': about, 'aria-invalid': error ? true : undefined })}
      {about && (
        <p id={about} className={`mt-0.5 text-fine ${error ? 'text-rust' : 'text-soft'}`}>
          {error ?? hint}
        </p>
      )}
    </div>
  );
}

export function TextField({ label, hint, error, narrow, ...input }: Frame & ComponentProps<'input'>) {
  return <Framed {...{ label, hint, error, narrow }}>{(ids) => <input type="text" autoComplete="off" {...input} {...ids} className="field" />}</Framed>;
}

/** One thing that is so or not. */
export function TickField({ label, ...input }: { label: string } & ComponentProps<'input'>) {
  return (
    <label className="flex items-baseline gap-1.5 py-0.5 text-table">
      <input type="checkbox" {...input} />
      {label}
    </label>
  );
}

export function LongTextField({ label, hint, error, ...input }: Frame & ComponentProps<'textarea'>) {
  return <Framed {...{ label, hint, error }}>{(ids) => <textarea rows={3} {...input} {...ids} className="field" />}</Framed>;
}

export function SelectField({ label, hint, error, narrow, children, ...input }: Frame & ComponentProps<'select'>) {
  return (
    <Framed {...{ label, hint, error, narrow }}>
      {(ids) => (
        <ChoiceInput {...input} {...ids} className="field">
          {children}
        </ChoiceInput>
      )}
    </Framed>
  );
}

type Controlled<Values extends FieldValues> = Frame & { control: Control<Values>; name: Path<Values>; autoFocus?: boolean };

/** A day that the page itself holds. @param value ISO 8601, or what was typed where it is no day */
export function DayField({ label, hint, error, ...input }: Frame & Omit<ComponentProps<typeof DayInput>, 'id'>) {
  return (
    <Framed {...{ label, hint, error }} narrow>
      {(ids) => <DayInput {...input} {...ids} />}
    </Framed>
  );
}

/** A day of a form. What is no day stays as it was typed, with the fault. */
export function DateField<Values extends FieldValues>({
  control,
  name,
  ...rest
}: Controlled<Values> & Pick<ComponentProps<typeof DayInput>, 'max' | 'autoFocus'>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <DayField {...rest} name={name} value={field.value ?? ''} onChange={field.onChange} onBlur={field.onBlur} inputRef={field.ref} />}
    />
  );
}

/** A figure typed as people write it, kept as a sum of money or as minutes. What cannot be read stays, with the fault. */
function FigureField<Values extends FieldValues, Value extends number | Money>({
  control,
  name,
  show,
  parse,
  placeholder,
  autoFocus,
  ...frame
}: Controlled<Values> & { show(value: Value): string; parse(text: string): Value | null; placeholder: string }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Figure<Value>
          {...frame}
          {...{ show, parse, placeholder, autoFocus }}
          value={field.value}
          onChange={field.onChange}
          onBlur={field.onBlur}
          inputRef={field.ref}
        />
      )}
    />
  );
}

const isFigure = <Value,>(value: Value | undefined): value is Value => value !== undefined && value !== null && !Number.isNaN(value);

function Figure<Value extends number | Money>({
  label,
  hint,
  error,
  value,
  onChange,
  onBlur,
  show,
  parse,
  placeholder,
  inputRef,
  autoFocus,
}: Frame & {
  value: Value | undefined;
  /** NaN for text that cannot be read. */
  onChange(value: Value | number | undefined): void;
  onBlur(): void;
  show(value: Value): string;
  parse(text: string): Value | null;
  placeholder: string;
  inputRef?: (element: HTMLInputElement | null) => void;
  autoFocus?: boolean;
}) {
  const [text, setText] = useState(isFigure(value) ? show(value) : '');
  useEffect(() => {
    if (isFigure(value) && !sameValue(parse(text), value)) setText(show(value));
    // Only when the value is set from outside; typing keeps its own text.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isMoney(value) ? value.amount : value]);
  return (
    <Framed {...{ label, hint, error }} narrow>
      {(ids) => (
        <input
          {...ids}
          ref={inputRef}
          type="text"
          inputMode="decimal"
          autoComplete="off"
          autoFocus={autoFocus}
          className="field text-right"
          placeholder={placeholder}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            onChange(event.target.value.trim() === '' ? undefined : (parse(event.target.value) ?? Number.NaN));
          }}
          onBlur={() => {
            const read = parse(text);
            if (read !== null) setText(show(read));
            onBlur();
          }}
        />
      )}
    </Framed>
  );
}

/** Several short words with commas between them, kept as a list. */
export function WordsField<Values extends FieldValues>({ label, hint, error, control, name }: Controlled<Values>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Framed {...{ label, hint, error }}>
          {(ids) => (
            <input
              {...ids}
              type="text"
              autoComplete="off"
              className="field"
              defaultValue={((field.value as string[] | undefined) ?? []).join(', ')}
              onChange={(event) =>
                field.onChange(
                  event.target.value
                    .split(',')
                    .map((word) => word.trim())
                    .filter(Boolean),
                )
              }
              onBlur={field.onBlur}
            />
          )}
        </Framed>
      )}
    />
  );
}

/** A sum of money, in the firm's currency. */
export function MoneyField<Values extends FieldValues>(props: Controlled<Values>) {
  const { currency } = useSession().firm;
  return <FigureField<Values, Money> {...props} show={formatMoney} parse={(text) => parseMoney(text, currency)} placeholder={formatMoney(noMoney(currency))} />;
}

export function HoursField<Values extends FieldValues>(props: Controlled<Values>) {
  return <FigureField<Values, number> {...props} show={formatHours} parse={parseHours} placeholder="1:30" />;
}

/** A few choices of which one holds, all to be seen. */
export function ChoiceField<Values extends FieldValues>({
  label,
  hint,
  error,
  control,
  name,
  choices,
}: Controlled<Values> & { choices: { value: string | boolean; words: string; hint?: string }[] }) {
  const id = useId();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <fieldset className="mb-3">
          <legend className="mb-0.5 text-table font-semibold">{label}</legend>
          <div className="flex flex-wrap gap-x-5 gap-y-1">
            {choices.map((choice) => (
              <label key={String(choice.value)} className="flex items-baseline gap-1.5">
                <input type="radio" name={id} checked={field.value === choice.value} onChange={() => field.onChange(choice.value)} />
                <span>
                  {choice.words}
                  {choice.hint && <span className="text-fine text-soft"> {choice.hint}</span>}
                </span>
              </label>
            ))}
          </div>
          {(error || hint) && <p className={`mt-0.5 text-fine ${error ? 'text-rust' : 'text-soft'}`}>{error ?? hint}</p>}
        </fieldset>
      )}
    />
  );
}
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
