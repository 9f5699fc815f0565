import { type FieldsOfPage, type SignField, withoutSignature } from '@steady/core/signing';
import { counted } from '@steady/core/words';

/** What is placed for whom, and what still lacks. */
export function PlacingSum({
  fields,
  signers,
  signer,
  without,
  onPage,
}: {
  fields: readonly SignField[];
  signers: readonly string[];
  signer: number;
  without: readonly FieldsOfPage[];
  onPage(page: number): void;
}) {
  const own = fields.filter((one) => one.signer === signer).length;
  const nowhere = withoutSignature(fields, signers);
  const first = without[0];
  return (
    <p className="mt-1">
      Placing for <b>{signers[signer]}</b>: {own === 0 ? 'nothing is placed yet' : `${counted(own, 'field')} ${own === 1 ? 'is' : 'are'} placed`}.{' '}
      {fields.length === 0 && <span className="text-soft">Without any field the document is signed as a whole.</span>}
      {nowhere.length > 0 ? (
        <span className="soon">
          {nowhere.join(' and ')} {nowhere.length === 1 ? 'has' : 'have'} no place to sign yet.
        </span>
      ) : (
        first && (
          <button type="button" className="soon border-b border-ochre" onClick={() => onPage(first.page)}>
            Page {first.page} has no signature of {first.without.join(' and ')}.
          </button>
        )
      )}
    </p>
  );
}
