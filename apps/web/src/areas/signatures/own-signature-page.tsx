import * as documentsRoutes from '@steady/contract/documents.routes';
import * as ownSignaturesRoutes from '@steady/contract/own-signatures.routes';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { OwnSignature } from '@steady/contract/signatures';
import { addressOf, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useTitle } from '../../app/use-title';
import { dayOf, sizeInWords } from '../../ui/words';
import { GiveSignatureForm } from './signing/give-signature';
import { Refuse } from './signing/refuse';

/** A document that waits for the signature of the one of the firm who looks; afterwards what became of it. */
export function OwnSignaturePage() {
  const { id = '' } = useParams();
  const { data: of, error } = useData(ownSignaturesRoutes.view, { id });
  useTitle(of && `Sign: ${of.title}`);
  if (error) return <p className="p-6">There is nothing here for you to sign. It may be for somebody else, or somebody comes before you.</p>;
  return of ? <OwnSignatureOf of={of} /> : null;
}

function OwnSignatureOf({ of }: { of: OwnSignature }) {
  const id = of.partyId;
  const { today } = useSession();
  const isWanted = of.stands === 'wanted';
  const { data: places } = useData(ownSignaturesRoutes.fields, isWanted ? { id } : null);
  const [refuses, setRefuses] = useState(false);
  const address = addressOf(documentsRoutes.content, { id: of.documentId });
  return (
    <section className="mx-auto max-w-[792px] px-4 py-5" aria-label={of.title}>
      <p className="text-table text-soft">
        <Link className="lnk" to={`/clients/${of.clientId}`}>
          {of.client}
        </Link>
      </p>
      <h1 className="text-[22px]">{isWanted ? `Please sign: ${of.title}` : of.title}</h1>
      <p className="mt-1">
        {of.askedBy} asked on {shortDate(dayOf(of.askedAt))}. {isWanted ? <Wanted of={of} /> : <Became of={of} />}
      </p>
      {of.words && <p className="mt-2 whitespace-pre-line">{of.words}</p>}
      <div className="sheet mt-4 px-3.5 py-3">
        <p className="mb-3">
          <a className="lnk font-semibold wrap-anywhere" href={address}>
            {of.documentName}
          </a>{' '}
          <span className="text-soft">
            {sizeInWords(of.bytes)}
            {isWanted && ', read it first'}
          </span>
        </p>
        {isWanted && refuses && <Refuse refuse={(values) => send(ownSignaturesRoutes.refuse, { id }, values)} onLeave={() => setRefuses(false)} />}
        {isWanted && !refuses && (
          <GiveSignatureForm
            of={{ partyId: id, documentName: of.documentName, terms: null, textTo: null, isConfirmed: false }}
            places={places}
            address={address}
            today={today}
            sign={(values) => send(ownSignaturesRoutes.sign, { id }, values)}
            onRefuse={() => setRefuses(true)}
          />
        )}
        {of.jobId && (
          <p className={isWanted ? 'mt-3 border-t border-rule-soft pt-2 text-table' : 'text-table'}>
            <Link className="lnk" to={`/jobs/${of.jobId}/requests`}>
              Who else signs it, and how it stands
            </Link>
          </p>
        )}
      </div>
    </section>
  );
}

const Wanted = ({ of: { wantedBy, doneBefore, expiresOn } }: { of: OwnSignature }) => (
  <>
    Wanted by <b>{fullDate(civil(wantedBy))}</b>
    {doneBefore.length > 0 && <>; {doneBefore.join(' and ')} signed before you</>}.{expiresOn && <> It can be signed until {fullDate(civil(expiresOn))}.</>}
  </>
);

function Became({ of: { stands } }: { of: OwnSignature }) {
  if (stands === 'done') return <span className="good">You have signed it.</span>;
  return <>{stands === 'refused' ? 'You refused to sign it.' : 'It is not needed any more.'}</>;
}
