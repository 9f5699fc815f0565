import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { type SignatureTrouble, troubleInWords } from '@steady/core/signing';
import { dueInWords, shortDate } from '@steady/core/words';
import type { SignatureRow } from '@steady/contract/signatures';
import { useSession } from '../../../app/session';
import { dayInWords, dayOf, waitedWords } from '../../../ui/words';

/** Where it stands among what was asked: of its job, or of the client where it is of none. */
const requestsOf = ({ jobId, clientId }: SignatureRow) => (jobId === null ? `/clients/${clientId}/requests` : `/jobs/${jobId}/requests`);

const MENDS: Record<SignatureTrouble, { words: string; to(row: SignatureRow): string }> = {
  'nobody to write to': { words: 'Give an address', to: ({ turnContactId }) => `/contacts/${turnContactId}` },
  'does not sign any more': { words: 'See who signs', to: ({ clientId }) => `/clients/${clientId}` },
  'does not see it any more': { words: 'Have somebody else sign', to: requestsOf },
  'no signed copy': { words: 'Make it again', to: requestsOf },
};

/** How a document stands; where it is stuck, why, and the place that mends it. */
export function SignatureStatus({ of }: { of: SignatureRow }) {
  const { day } = useSession();
  if (of.trouble !== null) {
    const { words, to } = MENDS[of.trouble];
    return (
      <>
        <span className="late">in trouble: {troubleInWords(of.trouble, of.turn)}</span>{' '}
        <Link className="lnk" to={to(of)}>
          {words}
        </Link>
      </>
    );
  }
  if (of.state === 'waiting') return <span className="soon">waiting</span>;
  if (of.state === 'signed') return <span className="good">signed{of.endedAt && ` ${dayInWords(dayOf(of.endedAt).toString(), day)}`}</span>;
  return (
    <span className={of.state === 'refused' ? 'late' : 'text-soft'}>
      {of.state}
      {of.reason && <span className="block text-fine font-normal text-soft">{of.reason}</span>}
    </span>
  );
}

/** Whose turn it is, and since when. */
export function WaitsFor({ of: { turn, turnSince } }: { of: SignatureRow }) {
  const { day } = useSession();
  if (turn === null) return null;
  const waited = turnSince && waitedWords(turnSince, day);
  return (
    <>
      {turn}
      {waited && <span className="text-soft">, {waited === 'today' ? 'since today' : waited}</span>}
    </>
  );
}

/** By when it is wanted, in words while it is. */
export function WantedBy({ of: { wantedBy, turn } }: { of: SignatureRow }) {
  const { day } = useSession();
  const due = civil(wantedBy);
  if (turn === null) return <span className="text-soft">{dayInWords(wantedBy, day)}</span>;
  const words = dueInWords(due, day);
  return (
    <>
      <span className={words.startsWith('overdue') ? 'late' : ''}>{words}</span> <span className="text-soft">{shortDate(due)}</span>
    </>
  );
}
