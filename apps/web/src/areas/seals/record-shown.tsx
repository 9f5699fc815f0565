import { type SigningRecord, grouped, howConfirmed, momentOnRecord } from '@steady/core/signing';

/** The signing record that a sealed file carries. */
export function RecordShown({ of: { title, client, document, askedBy, signers, steps, terms, zone } }: { of: SigningRecord }) {
  return (
    <section className="mt-5">
      <h2>Its signing record</h2>
      <p>
        <b>{title}</b>, for {client}. {askedBy} gave {document.name} for signature.
        {terms && (
          <>
            {' '}
            Whoever signed in the portal had agreed to {terms.name}, edition {terms.edition}.
          </>
        )}
      </p>
      <ul className="mt-2">
        {signers.map((signer) => (
          <li key={`${signer.name} ${signer.at}`} className="border-t border-rule py-1.5">
            <b>{signer.name}</b>
            {signer.signedAs !== null && <> signed as “{signer.signedAs}”</>}, {momentOnRecord(signer.at, zone)}
            <span className="block text-table text-soft">{howConfirmed(signer)}</span>
          </li>
        ))}
      </ul>
      <h3 className="mt-3">What happened</h3>
      <ol className="text-table">
        {steps.map(({ at, who, did }) => (
          <li key={`${at} ${who} ${did}`} className="grid gap-x-3 border-t border-rule-soft py-1 sm:grid-cols-[14rem_1fr]">
            <span className="text-soft">{momentOnRecord(at, zone)}</span>
            <span>
              {who} {did}
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-2 text-table text-soft">
        SHA-256 of the document before anything was added: <span className="wrap-anywhere tabular-nums">{grouped(document.sha256)}</span>
      </p>
    </section>
  );
}
