import { useEffect, useState } from 'react';
import { Controller, type FieldValues } from 'react-hook-form';
import { sameValue } from '@steady/core/facts';
import { type Money, formatHours, formatMoney, isMoney, noMoney, parseHours, parseMoney } from '@steady/core/money';
import { useSession } from '../app/session';
import { type Controlled, type Frame, Framed } from './framed';

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

/** A sum of money, in the firm's currency. */
export function MoneyField<Values extends FieldValues>(props: Controlled<Values>) {
  const { currency } = useSession().firm;
  return <FigureField<Values, Money> {...props} show={formatMoney} parse={(text) => parseMoney(text, currency)} placeholder={formatMoney(noMoney(currency))} />;
}

export function HoursField<Values extends FieldValues>(props: Controlled<Values>) {
  return <FigureField<Values, number> {...props} show={formatHours} parse={parseHours} placeholder="1:30" />;
}
