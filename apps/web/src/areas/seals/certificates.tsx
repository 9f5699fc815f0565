import type { SealCertificate } from '@steady/contract/seals';
import { plainDate } from '@steady/core/words';
import { dayOf } from '../../ui/words';

/** Certificates by their fingerprints, the one that seals now first. */
export function CertificateList({ of }: { of: readonly SealCertificate[] }) {
  if (of.length === 0) return <p className="text-soft">Nothing was sealed yet.</p>;
  return (
    <ul>
      {of.map(({ fingerprint, from, until, issued, replacedAt }) => (
        <li key={fingerprint} className="border-t border-rule py-2 first:border-0">
          <span className="block font-semibold tabular-nums wrap-anywhere">{fingerprint}</span>
          <span className="text-table text-soft">
            {replacedAt
              ? `sealed from ${plainDate(dayOf(from))} to ${plainDate(dayOf(replacedAt))}, then replaced`
              : `${issued ? 'good from' : 'seals since'} ${plainDate(dayOf(from))}, good until ${plainDate(dayOf(until))}`}
            {issued && `; issued to ${issued.to} by ${issued.by}`}
          </span>
        </li>
      ))}
    </ul>
  );
}
