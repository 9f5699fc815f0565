import type { SignField } from '@steady/core/signing';
import { capital } from '@steady/core/words';
import { SelectField, TextField, TickField } from '../../../ui/fields';

interface Props {
  field: SignField;
  signers: readonly string[];
  onChange(field: SignField): void;
  onEveryPage(): void;
  onRemove(): void;
}

/** What is known of the field that was chosen: whose it is, whether it may stay empty, what is wanted in it. */
export function FieldFacts({ field, signers, onChange, onEveryPage, onRemove }: Props) {
  const asks = field.kind === 'text' || field.kind === 'tick';
  const fillsItself = field.kind === 'date' || field.kind === 'name';
  return (
    <section aria-label="The field" className="sheet mt-4 px-3 py-2">
      <h3 className="text-table">{capital(field.kind)}</h3>
      <SelectField label="For" value={field.signer} onChange={({ target }) => onChange({ ...field, signer: Number(target.value) })}>
        {signers.map((name, at) => (
          <option key={at} value={at}>
            {name}
          </option>
        ))}
      </SelectField>
      {asks && (
        <TextField
          label="What is wanted"
          hint="They read it as they sign."
          maxLength={80}
          value={field.label ?? ''}
          onChange={({ target }) => onChange({ ...field, label: target.value || null })}
        />
      )}
      {fillsItself ? (
        <p className="mb-2 text-fine text-soft">{field.kind === 'date' ? 'The day on which they sign is filled in.' : 'The name as they sign is filled in.'}</p>
      ) : (
        <TickField label="Has to be filled in" checked={field.isRequired} onChange={({ target }) => onChange({ ...field, isRequired: target.checked })} />
      )}
      <p className="mt-2 flex gap-4 text-table">
        <button type="button" className="lnk" onClick={onEveryPage}>
          Put on every page
        </button>
        <button type="button" className="lnk" onClick={onRemove}>
          Remove
        </button>
      </p>
    </section>
  );
}
