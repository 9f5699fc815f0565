import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { evidenceInWords } from '@steady/core/signing';
import { DETAILS } from '@steady/core/templates';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { useData } from '../../app/api';
import { SelectField } from '../../ui/fields';

/** What can stand between braces in words that go with a document. A fee cannot: whoever sees the client reads them. */
export const FILLED_IN = `What stands between braces is filled in: ${Object.keys(DETAILS)
  .filter((detail) => detail !== 'fee')
  .map((detail) => `{${detail}}`)
  .join(' ')}`;

interface KindProps {
  kinds: readonly SigningKindView[];
  kind: SigningKindView | undefined;
  onChoose(kind: SigningKindView | undefined): void;
  error: string | undefined;
}

/** The kind of document, with what it asks of a signature. */
export function KindField({ kinds, kind, onChoose, error }: KindProps) {
  if (kinds.length === 0) return null;
  return (
    <SelectField
      label="Kind of document"
      hint={kindHint(kind, kind ? evidenceInWords(kind.evidence) : [])}
      value={kind?.id ?? ''}
      onChange={({ target }) => onChoose(kinds.find(({ id }) => id === target.value))}
      error={error}
    >
      <option value="">none of those kept</option>
      {kinds.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </SelectField>
  );
}

/** The terms to which those agree who sign. */
export function TermsField({ value, onChoose, error }: { value: string | undefined; onChoose(name: string | undefined): void; error: string | undefined }) {
  const { data: terms = [] } = useData(kindsRoutes.terms);
  if (terms.length === 0) return null;
  return (
    <SelectField
      label="Terms they agree to"
      hint="Only those who have not agreed to this edition yet are asked."
      value={value ?? ''}
      onChange={({ target }) => onChoose(target.value || undefined)}
      error={error}
    >
      <option value="">none</option>
      {terms.map(({ id, name, edition }) => (
        <option key={id} value={name}>
          {name}, edition {edition}
        </option>
      ))}
    </SelectField>
  );
}

function kindHint(kind: SigningKindView | undefined, asked: readonly string[]): string {
  if (!kind) return 'A kind says where it is signed, what is asked of a signature, and what is written with it.';
  const also = kind.holdsFiling ? ['its return is filed only when this is signed'] : [];
  const all = [...asked, ...also];
  return all.length === 0 ? 'A signature is enough as it comes.' : `${all.join('; ').replace(/^./, (letter) => letter.toUpperCase())}.`;
}
