import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import type { InChain, PortalSignaturePart } from '@steady/contract/signatures';
import { addressOf, send, useData } from '../../app/api';
import { dayOf, sizeInWords } from '../../ui/words';
import { noteOpened } from '../portal';
import { GiveSignatureForm } from './signing/give-signature';
import { HandOn } from './signing/hand-on';
import { Refuse } from './signing/refuse';
import { TermsStep } from './signing/terms-step';

/** A document to be read, and then signed or refused; afterwards what became of it. */
export function PortalSignature({ ask, me }: { ask: PortalAsk<PortalSignaturePart>; me: PortalMe }) {
  const [instead, setInstead] = useState<'refuse' | 'hand on' | null>(null);
  const back = () => setInstead(null);
  const id = ask.partyId;
  const isWanted = ask.stands === 'wanted';
  return (
    <section className="mt-5" aria-label={isWanted ? `To sign: ${ask.title}` : ask.title}>
      <p className="text-table text-soft">{ask.client}</p>
      <h1 className="text-[22px]">{isWanted ? `Please sign: ${ask.title}` : ask.title}</h1>
      <p className="mt-1 text-[15px]">
        {ask.askedBy} asked on {shortDate(dayOf(ask.askedAt))}.{' '}
        {isWanted ? (
          <>
            Please sign by <b>{fullDate(civil(ask.wantedBy))}</b>
            {ask.doneBefore.length > 0 && <>; {ask.doneBefore.join(' and ')} signed before you</>}.
            {ask.part.expiresOn && <> It can be signed until {fullDate(civil(ask.part.expiresOn))}.</>}
          </>
        ) : (
          <Became of={ask} />
        )}
      </p>
      {ask.words && <p className="mt-2 text-[15px] whitespace-pre-line">{ask.words}</p>}
      <div className="mt-4 border border-ink bg-page px-3.5 py-3">
        {ask.part.copy && (
          <p className="mb-3">
            <a className="lnk font-semibold wrap-anywhere" href={addressOf(signaturesPortalRoutes.copy, { id })}>
              {ask.part.copy.name}
            </a>{' '}
            <span className="text-soft">{sizeInWords(ask.part.copy.bytes)}, signed by all, with the record of who signed when: keep this one</span>
          </p>
        )}
        <p className="mb-3">
          <a className="lnk font-semibold wrap-anywhere" href={addressOf(signaturesPortalRoutes.document, { id })}>
            {ask.part.documentName}
          </a>{' '}
          <span className="text-soft">
            {sizeInWords(ask.part.bytes)}
            {isWanted && ', read it first'}
            {ask.part.copy && ', as it was before'}
          </span>
        </p>
        {ask.part.chain.length > 1 && <Chain of={ask.part.chain} firm={me.firm} />}
        {!isWanted && ask.part.terms?.isAgreed && <TermsStep of={ask.part.terms} isAgreed onAgree={() => undefined} error={undefined} />}
        {isWanted && instead === 'refuse' && <Refuse refuse={(values) => send(signaturesPortalRoutes.refuse, { id }, values)} onLeave={back} />}
        {isWanted && instead === 'hand on' && <HandOn id={id} to={ask.part.handOnTo} onLeave={back} />}
        {isWanted && instead === null && <Give ask={ask} me={me} onRefuse={() => setInstead('refuse')} onHandOn={() => setInstead('hand on')} />}
      </div>
    </section>
  );
}

/** Who signs, one after the other, and how far it is. */
function Chain({ of, firm }: { of: InChain[]; firm: string }) {
  return (
    <section aria-label="Who signs it" className="mb-3 border-t border-rule pt-2 text-table">
      <h2 className="font-semibold">Who signs it</h2>
      <ol className="list-decimal pl-5">
        {of.map(({ name, isYou, isOfFirm, stands, at }) => (
          <li key={name}>
            {isYou ? 'You' : name}
            {isOfFirm && <span className="text-soft"> of {firm}</span>}{' '}
            <span className={TONES[stands]}>
              {STANDS[stands]}
              {at && ` ${shortDate(dayOf(at))}`}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const STANDS: Record<InChain['stands'], string> = { signed: 'signed', asked: 'to sign now', later: 'after those before', refused: 'refused' };
const TONES: Record<InChain['stands'], string> = { signed: 'good', asked: 'soon', later: 'text-soft', refused: 'late' };

/** The document with its places, the signature, and what can be done before it or in its place. */
function Give({ ask, me, onRefuse, onHandOn }: { ask: PortalAsk<PortalSignaturePart>; me: PortalMe; onRefuse(): void; onHandOn(): void }) {
  const id = ask.partyId;
  const { data: places } = useData(signaturesPortalRoutes.fields, { id });
  return (
    <GiveSignatureForm
      of={{ ...ask.part, partyId: id }}
      places={places}
      address={addressOf(signaturesPortalRoutes.document, { id })}
      today={me.today}
      sign={(values) => send(signaturesPortalRoutes.sign, { id }, values)}
      onLastPage={() => noteOpened('last page', ask.id, me)}
      onRefuse={onRefuse}
    >
      <Link className="lnk" to={`/portal/messages?about=${encodeURIComponent(ask.title)}`}>
        Ask a question first
      </Link>
      {ask.part.handOnTo.length > 0 && (
        <button type="button" className="lnk" onClick={onHandOn}>
          Somebody else should sign
        </button>
      )}
    </GiveSignatureForm>
  );
}

/** What became of what is not wanted any more. */
function Became({ of: { stands, doneAt } }: { of: PortalAsk }) {
  if (stands === 'done') return <span className="good">{doneAt ? `Signed ${shortDate(dayOf(doneAt))}, thank you.` : 'Signed, thank you.'}</span>;
  return <>{stands === 'refused' ? 'You refused to sign; we come back to you.' : 'It is not needed any more.'}</>;
}
