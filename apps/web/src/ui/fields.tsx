import { type ComponentProps, useId } from 'react';
import { Controller, type FieldValues } from 'react-hook-form';
import { ChoiceInput } from './choice-input';
import { DayInput } from './day-input';
import { type Controlled, type Frame, Framed } from './framed';

export function TextField({ label, hint, error, narrow, ...input }: Frame & ComponentProps<'input'>) {
  return <Framed {...{ label, hint, error, narrow }}>{(ids) => <input type="text" autoComplete="off" {...input} {...ids} className="field" />}</Framed>;
}

/** A code that is sent or shown to whoever signs in. */
export function CodeField(field: ComponentProps<typeof TextField>) {
  return <TextField narrow inputMode="numeric" autoComplete="one-time-code" {...field} />;
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
