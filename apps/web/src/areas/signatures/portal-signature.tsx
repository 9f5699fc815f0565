import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import { type PortalSignaturePart, RefuseSignature } from '@steady/contract/signatures';
import { send, addressOf } from '../../app/api';
import { LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { dayOf, sizeInWords } from '../../ui/words';
import { GiveSignatureForm } from './signing/give-signature';
import { HandOn } from './signing/hand-on';
import { TermsStep } from './signing/terms-step';
import { InsteadForm } from './signing/instead-form';

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
        {!isWanted && ask.part.terms?.isAgreed && <TermsStep of={ask.part.terms} isAgreed onAgree={() => undefined} error={undefined} />}
        {isWanted && instead === 'refuse' && <Refuse id={id} onLeave={back} />}
        {isWanted && instead === 'hand on' && <HandOn id={id} to={ask.part.handOnTo} onLeave={back} />}
        {isWanted && instead === null && <GiveSignatureForm ask={ask} me={me} onRefuse={() => setInstead('refuse')} onHandOn={() => setInstead('hand on')} />}
      </div>
    </section>
  );
}

/** What became of what is not wanted any more. */
function Became({ of: { stands, doneAt } }: { of: PortalAsk }) {
  if (stands === 'done') return <span className="good">{doneAt ? `Signed ${shortDate(dayOf(doneAt))}, thank you.` : 'Signed, thank you.'}</span>;
  return <>{stands === 'refused' ? 'You refused to sign; we come back to you.' : 'It is not needed any more.'}</>;
}

function Refuse({ id, onLeave }: { id: string; onLeave(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<RefuseSignature>({
    input: RefuseSignature,
    start: { reason: '' },
    submit: (values) => send(signaturesPortalRoutes.refuse, { id }, values),
  });
  return (
    <InsteadForm act="Refuse to sign" of={{ onSubmit, busy, problem }} onLeave={onLeave}>
      <LongTextField
        label="Why you do not sign"
        hint="We read it, and come back to you."
        autoFocus
        {...form.register('reason')}
        error={form.formState.errors.reason?.message}
      />
    </InsteadForm>
  );
}
