import { type Given, isFilled } from '@steady/core/signing';
import type { FieldsToSign } from '@steady/contract/signatures';
import { TextField, TickField } from '../../../ui/fields';

type Field = FieldsToSign['fields'][number];

interface Props {
  /** The field that is gone to. */
  current: Field | null;
  left: number;
  of: number;
  given: Given;
  onFill(value: string | boolean): void;
  onNext(): void;
}

/** Stays at the foot of the screen while the pages go by: how much is left, what the field that is gone to wants, and the way to the next. */
export function FieldBar({ current, left, of, given, onFill, onNext }: Props) {
  const filled = current !== null && isFilled(current, given.fields);
  return (
    <div
      role="group"
      aria-label="What is to be filled in"
      className="sticky bottom-[49px] z-10 flex flex-wrap items-end gap-x-4 gap-y-1 border border-ink bg-page px-3 py-2 text-table"
    >
      <p aria-live="polite" className="min-w-[130px] flex-1">
        <b className={left === 0 ? 'good' : ''}>{left === 0 ? 'All is filled in' : `${left} of ${of} left`}</b>
        {current && (
          <span className="block text-soft">
            page {current.page}: {current.label ?? current.kind}
            {current.isRequired ? '' : ', may stay empty'}
          </span>
        )}
      </p>
      {current && <Control of={current} given={given} filled={filled} onFill={onFill} />}
      {(left > 0 || current === null) && (
        <button type="button" className={current === null || filled ? 'act' : 'act-quiet'} onClick={onNext}>
          {current === null ? 'Go to the first field' : 'Next field'}
        </button>
      )}
    </div>
  );
}

/** What is done with a field, by its kind. */
function Control({ of, given, filled, onFill }: { of: Field; given: Given; filled: boolean; onFill: Props['onFill'] }) {
  if (of.kind === 'text')
    return (
      <div className="min-w-[180px] flex-2">
        <TextField
          label={of.label ?? 'What you write there'}
          maxLength={300}
          value={String(given.fields[of.id] ?? '')}
          onChange={({ target }) => onFill(target.value)}
        />
      </div>
    );
  if (of.kind === 'tick') return <TickField label={of.label ?? 'Tick'} checked={filled} onChange={({ target }) => onFill(target.checked)} />;
  return (
    <button type="button" className={filled ? 'act-quiet' : 'act'} onClick={() => onFill(!filled)}>
      {filled ? 'Take it out' : of.kind === 'signature' ? 'Sign here' : 'Put my initials here'}
    </button>
  );
}
