import type { PortalSignaturePart } from '@steady/contract/signatures';
import { TickField } from '../../../ui/fields';

interface Props {
  of: NonNullable<PortalSignaturePart['terms']>;
  isAgreed: boolean;
  onAgree(agreed: boolean): void;
  error: string | undefined;
}

/** The firm’s terms, to be read and agreed to; who has agreed to this edition before is not asked again. */
export function TermsStep({ of: { name, edition, text, isAgreed: wasAgreed }, isAgreed, onAgree, error }: Props) {
  return (
    <section aria-label={name} className="mb-3 border-t border-rule pt-2">
      <details>
        <summary className="lnk inline-flex cursor-pointer items-center font-semibold max-sm:min-h-11">
          Read {name}, edition {edition}
        </summary>
        <p className="border border-rule bg-paper px-3 py-2 text-table whitespace-pre-line">{text}</p>
      </details>
      {wasAgreed ? (
        <p className="text-table text-soft">You agreed to this edition already.</p>
      ) : (
        <TickField label={`I agree to ${name}`} checked={isAgreed} onChange={({ target }) => onAgree(target.checked)} />
      )}
      {error && <p className="text-fine text-rust">{error}</p>}
    </section>
  );
}
