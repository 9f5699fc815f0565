import type { Fact } from '@steady/core/conditions';
import { ACTION_KINDS, type Action, type ActionField, type Chosen, TASK_ROLES } from '@steady/core/procedures';
import type { DetailFieldView } from '@steady/contract/clients';
import { ChoiceInput } from '../../ui/choice-input';
import { DetailInput } from '../clients';

/** What the firm has that an action can name. */
export interface Known extends Record<Chosen, readonly { id: string; name: string }[]> {
  details: readonly DetailFieldView[];
}

/** The value at a path of an action, and the action with another one there. */
const valueAt = (of: object, path: string): unknown => path.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown>)[part], of);
function withAt<Of extends object>(of: Of, path: string, value: unknown): Of {
  const [part, ...rest] = path.split('.') as [string, ...string[]];
  const inner = rest.length > 0 ? withAt((of as Record<string, object>)[part]!, rest.join('.'), value) : value;
  return { ...of, [part]: inner };
}

/** What an action says beyond its kind: whom, when, which. */
export function Particulars({ action, known, onChange }: { action: Action; known: Known; onChange(next: Action): void }) {
  return ACTION_KINDS[action.does].fields.map((field, at) =>
    typeof field === 'string' ? (
      <span key={at}>{field}</span>
    ) : (
      <Field key={`${action.does} ${field.at}`} field={field} action={action} known={known} onChange={onChange} />
    ),
  );
}

interface FieldProps {
  field: Exclude<ActionField, string>;
  action: Action;
  known: Known;
  onChange(next: Action): void;
}

function Field({ field, action, known, onChange }: FieldProps) {
  const value = valueAt(action, field.at);
  const put = (next: unknown) => onChange(withAt(action, field.at, next));
  switch (field.is) {
    case 'chosen': {
      const options = known[field.of];
      if (options.length === 0) return <span className="soon">{field.none}</span>;
      return (
        <Choice
          label={field.label}
          value={value as string}
          options={[...(options.some((one) => one.id === value) ? [] : [{ id: value as string, name: 'choose' }]), ...options]}
          // Another detail has other values: what was set before is not one of them.
          onChange={(id) => onChange({ ...withAt(action, field.at, id), ...(field.of === 'details' ? { value: '' } : {}) })}
        />
      );
    }
    case 'figure':
      return (
        <input
          className="field w-16 py-0.5 text-right"
          aria-label={field.label}
          inputMode="numeric"
          value={value as number}
          onChange={({ target }) => put(Number(target.value.replace(/\D/g, '')) || 0)}
        />
      );
    case 'words':
      return (
        <input
          className="field w-64 py-0.5"
          aria-label={field.label}
          placeholder={field.label}
          value={value as string}
          onChange={({ target }) => put(target.value)}
        />
      );
    case 'role':
      return <Choice label="Whom" value={value as string} options={TASK_ROLES.map((one) => ({ id: one, name: `the ${one}` }))} onChange={put} />;
    case 'one of':
      return (
        <Choice
          label={field.label}
          value={String(value)}
          options={field.options.map((one) => ({ id: String(one.value), name: one.words }))}
          onChange={(id) => put(field.options.find((one) => String(one.value) === id)!.value)}
        />
      );
    case 'value of a detail': {
      const detail = known.details.find((one) => one.id === valueAt(action, field.detailAt));
      if (!detail) return null;
      return (
        <span className="w-56 *:mb-0">
          <DetailInput
            detail={{ ...detail, name: `${detail.name} becomes` }}
            value={(value as Fact) ?? undefined}
            // What cannot be read as an amount is no amount: it is refused when the procedure is saved.
            onChange={(next) => put(next === undefined ? null : Number.isNaN(next) ? '' : next)}
          />
        </span>
      );
    }
  }
}

function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly { id: string; name: string }[];
  onChange(id: string): void;
}) {
  return (
    <ChoiceInput className="field w-auto max-w-64 py-0.5" aria-label={label} value={value} onChange={({ target }) => onChange(target.value)}>
      {options.map((one) => (
        <option key={one.id} value={one.id}>
          {one.name}
        </option>
      ))}
    </ChoiceInput>
  );
}
