import * as documentsRoutes from '@steady/contract/documents.routes';
import { Link } from 'react-router';
import { wantedOf } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import type { AskView, PartyView } from '@steady/contract/asks';
import type { SignaturePart, SigningView } from '@steady/contract/signatures';
import { addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { dayInWords, momentInWords, waitedWords } from '../../ui/words';

/** What can be done about one who signs. */
export type Act = 'paper' | 'replace' | 'number' | 'day';

interface LineProps {
  party: PartyView;
  ask: AskView<SignaturePart>;
  mayChange: boolean;
  onAct(what: Act): void;
}

export const isOpenAsk = ({ state }: Pick<AskView, 'state'>) => state === 'with the client' || state === 'with us';
export const codeOf = ({ codes }: SignaturePart, { id }: PartyView) => codes.find(({ partyId }) => partyId === id);

/** One who signs: where it stands, and what can be done about it. */
export function SignerLine({ party, ask, mayChange, onAct }: LineProps) {
  const { memberId } = useSession();
  const isOpen = isOpenAsk(ask);
  const code = codeOf(ask.part, party);
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 border-b border-rule-soft px-3 py-2 text-table last:border-0">
      <span className="font-semibold">{party.name}</span>
      {party.memberId !== null && <span className="text-soft">of us</span>}
      <SignerWords party={party} signing={ask.part.signings.find((one) => one.partyId === party.id)} ended={!isOpen} />
      {isOpen && party.memberId === memberId && party.state === 'asked' && (
        <Link className="lnk font-semibold" to={`/signatures/${party.id}/sign`}>
          Read and sign it
        </Link>
      )}
      {party.state !== 'done' && party.wantedBy !== null && <OwnDay by={wantedOf(party, ask)} isOpen={isOpen} />}
      {party.state !== 'done' && code && (
        <span className="text-soft">
          code by text message to {code.number}
          {code.isConfirmed && ', typed'}
        </span>
      )}
      {mayChange && party.state !== 'done' && <Acts party={party} ask={ask} onAct={onAct} />}
    </li>
  );
}

/** What can be done about one who has not signed. */
function Acts({ party, ask, onAct }: Omit<LineProps, 'mayChange'>) {
  const isOpen = isOpenAsk(ask);
  const code = codeOf(ask.part, party);
  return (
    <span className="ml-auto flex flex-wrap items-baseline gap-x-3">
      {isOpen && code !== undefined && actOf('Another number', () => onAct('number'))}
      {isOpen && code === undefined && party.memberId === null && actOf('Ask for a code', () => onAct('number'))}
      {isOpen && ask.parties.length > 1 && actOf('Another day', () => onAct('day'))}
      {(isOpen || ask.state === 'refused') && actOf('Somebody else signs', () => onAct('replace'))}
      {isOpen && (party.state === 'asked' || party.state === 'to be told') && (
        <button className="act-quiet" onClick={() => onAct('paper')}>
          Signed on paper
        </button>
      )}
    </span>
  );
}

/** By which day one is to sign, where that is not the day of all. */
function OwnDay({ by, isOpen }: { by: string; isOpen: boolean }) {
  const { day } = useSession();
  const isLate = isOpen && civil(by).until(day).days > 0;
  return (
    <span className={isLate ? 'late' : 'text-soft'}>
      {isLate ? 'was to sign by' : 'by'} {dayInWords(by, day)}
    </span>
  );
}

const actOf = (words: string, act: () => void) => (
  <button className="lnk" onClick={act}>
    {words}
  </button>
);

function SignerWords({ party, signing, ended }: { party: PartyView; signing: SigningView | undefined; ended: boolean }) {
  const { day } = useSession();
  if (signing)
    return (
      <span className="good">
        {signing.onPaperBy ? `signed on paper, noted by ${signing.onPaperBy}` : `signed as “${signing.signedAs}”`}, {momentInWords(signing.signedAt, day)}
        {signing.scanId && (
          <>
            {' '}
            <a className="lnk" href={addressOf(documentsRoutes.content, { id: signing.scanId })}>
              the scan
            </a>
          </>
        )}
      </span>
    );
  if (party.state === 'refused') return <span className="late">refused</span>;
  if (ended) return <span className="text-soft">was not asked any more</span>;
  if (party.turnSince === null) return <span className="text-soft">is asked when it is their turn</span>;
  if (party.state === 'to be told') return <span className="late">nobody to write to: have it signed on paper</span>;
  const waited = waitedWords(party.turnSince, day);
  return <span className="soon">{waited === 'today' ? 'asked today' : `we wait for ${waited}`}</span>;
}
