import { type SignedFile, momentOnRecord, sealVerdict } from '@steady/core/signing';
import type { CheckSealDoor } from '@steady/contract/seals';
import { sizeInWords } from '../../ui/words';
import { RecordShown } from './record-shown';

export interface Checking {
  of: { name: string; size: number };
  /** Null while it is checked. */
  found: SignedFile | null;
  isUnread: boolean;
}

const SIGN = { whole: '✓', 'to be asked about': '?', 'not to be relied on': '✗' } as const;
const LOOK = {
  whole: 'border-moss bg-moss-tint',
  'to be asked about': 'border-ochre bg-ochre-tint',
  'not to be relied on': 'border-rust bg-rust-tint',
} as const;

/** What the check of a file comes to, and what it says of itself. */
export function Found({ of: { of: file, found, isUnread }, door }: { of: Checking; door: CheckSealDoor }) {
  const name = (
    <p className="text-table text-soft wrap-anywhere">
      {file.name}, {sizeInWords(file.size)}
    </p>
  );
  if (isUnread)
    return (
      <section className={`mt-4 border px-4 py-3 ${LOOK['not to be relied on']}`}>
        <h2>This file could not be read</h2>
        {name}
        <p className="mt-1">It may have been moved or is too large for this browser. Choose it again.</p>
      </section>
    );
  if (!found) return <p className="mt-4 text-soft">Checking {file.name} …</p>;
  const verdict = sealVerdict(found, { name: door.firm, certificates: door.certificates }, (moment) => momentOnRecord(moment, door.zone));
  return (
    <>
      <section className={`mt-4 border px-4 py-3 ${LOOK[verdict.is]}`}>
        <h2>
          <span aria-hidden className="mr-1.5">
            {SIGN[verdict.is]}
          </span>
          {verdict.title}
        </h2>
        {name}
        {verdict.lines.map((line) => (
          <p key={line} className="mt-1">
            {line}
          </p>
        ))}
      </section>
      {found.seals.length > 0 && (
        <p className="mt-2 text-table text-soft">
          Fingerprint of its {found.seals.length > 1 ? 'last ' : ''}seal:{' '}
          <span className="tabular-nums wrap-anywhere">{found.seals.at(-1)!.fingerprint || 'none'}</span>
        </p>
      )}
      {verdict.is === 'whole' && found.record && <RecordShown of={found.record} />}
    </>
  );
}
