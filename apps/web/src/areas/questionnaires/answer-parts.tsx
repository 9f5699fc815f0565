import { type ReactNode, useId, useState } from 'react';
import type { Answer, Question, TableAnswer } from '@steady/core/questionnaires';
import { PlainDay } from '../../ui/plain-day';

export interface AnswerProps {
  question: Question;
  value: Answer | undefined;
  currency: string;
  /** Told of each change; null where nothing is answered any more. */
  onChange(value: Answer | null): void;
  labelledBy: string;
  describedBy?: string;
  disabled: boolean;
}
type Props = AnswerProps;

export const FIELD = 'field min-h-11 text-base';

/** One line of several that make up an answer. */
function Part({ label, children }: { label: string; children(id: string): ReactNode }) {
  const id = useId();
  return (
    <span className="mb-1.5 block">
      <label htmlFor={id} className="block text-[13.5px] text-soft">
        {label}
      </label>
      {children(id)}
    </span>
  );
}

export function Choices({
  of,
  value,
  many,
  onChange,
  ...rest
}: { of: readonly string[]; value: readonly string[]; many: boolean; onChange(chosen: string[]): void } & Pick<Props, 'labelledBy' | 'disabled'>) {
  const name = useId();
  return (
    <div role={many ? 'group' : 'radiogroup'} aria-labelledby={rest.labelledBy}>
      {of.map((choice) => (
        <label key={choice} className="flex min-h-11 items-center gap-2.5 border-t border-rule-soft first:border-0">
          <input
            type={many ? 'checkbox' : 'radio'}
            name={name}
            className="size-4.5"
            disabled={rest.disabled}
            checked={value.includes(choice)}
            onChange={({ target }) => onChange(!many ? [choice] : target.checked ? [...value, choice] : value.filter((one) => one !== choice))}
          />
          {choice}
        </label>
      ))}
    </div>
  );
}

/** A figure as it is typed; what cannot be read is said when the field is left. */
export function Figure({
  shown,
  onRead,
  labelledBy,
  describedBy,
  disabled,
  beside,
}: { shown: string; onRead(text: string): boolean; beside?: string } & Pick<Props, 'labelledBy' | 'describedBy' | 'disabled'>) {
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState(false);
  return (
    <>
      <span className="flex items-center gap-2">
        <input
          inputMode="decimal"
          className={`${FIELD} max-w-44`}
          aria-labelledby={labelledBy}
          aria-describedby={describedBy}
          aria-invalid={wrong || undefined}
          disabled={disabled}
          value={text}
          onChange={({ target }) => setText(target.value)}
          onBlur={() => setWrong(!onRead(text))}
        />
        {beside}
      </span>
      {wrong && (
        <span role="alert" className="block text-[13.5px] text-rust">
          Write it in figures, for example 1250 or 1,250.00.
        </span>
      )}
    </>
  );
}

export function Rows({ question: { columns = [] }, value, onChange, labelledBy, disabled }: Props) {
  const rows = (value as TableAnswer | undefined)?.rows ?? [];
  const shown = rows.length === 0 ? [columns.map(() => '')] : rows;
  const put = (next: string[][]) => {
    const filled = next.filter((row) => row.some((cell) => cell.trim() !== ''));
    onChange(filled.length === 0 ? null : { rows: next });
  };
  return (
    <div role="group" aria-labelledby={labelledBy}>
      {shown.map((row, at) => (
        <div key={at} className="mb-2 border border-rule bg-page px-2.5 py-2">
          {columns.map((column, cell) => (
            <Part key={column} label={`${column}, row ${at + 1}`}>
              {(id) => (
                <input
                  id={id}
                  className={FIELD}
                  maxLength={300}
                  disabled={disabled}
                  value={row[cell] ?? ''}
                  onChange={({ target }) =>
                    put(shown.map((one, other) => (other === at ? columns.map((_, place) => (place === cell ? target.value : (one[place] ?? ''))) : one)))
                  }
                />
              )}
            </Part>
          ))}
          {shown.length > 1 && !disabled && (
            <button type="button" className="min-h-11" onClick={() => put(shown.filter((_, other) => other !== at))}>
              <span className="lnk">Take row {at + 1} out</span>
            </button>
          )}
        </div>
      ))}
      {!disabled && (
        <button type="button" className="min-h-11" onClick={() => onChange({ rows: [...shown, columns.map(() => '')] })}>
          <span className="lnk">Add a row</span>
        </button>
      )}
    </div>
  );
}

/** Several lines that make up one answer; empty ones are left out. */
export function Parts<Value extends object>({
  of,
  value,
  onChange,
  labelledBy,
  disabled,
}: { of: readonly { key: keyof Value & string; label: string; isDay?: boolean }[]; value: Value | undefined } & Pick<
  Props,
  'onChange' | 'labelledBy' | 'disabled'
>) {
  const given = (value ?? {}) as Record<string, string>;
  return (
    <div role="group" aria-labelledby={labelledBy}>
      {of.map(({ key, label, isDay }) => {
        const put = (typed: string) => {
          const next = Object.fromEntries(Object.entries({ ...given, [key]: typed }).filter(([, part]) => part !== ''));
          onChange(Object.keys(next).length === 0 ? null : (next as unknown as Answer));
        };
        const field = (id: string) => ({ id, className: FIELD, disabled, value: given[key] ?? '' });
        return (
          <Part key={key} label={label}>
            {(id) => (isDay ? <PlainDay {...field(id)} onChange={put} /> : <input type="text" {...field(id)} onChange={({ target }) => put(target.value)} />)}
          </Part>
        );
      })}
    </div>
  );
}
