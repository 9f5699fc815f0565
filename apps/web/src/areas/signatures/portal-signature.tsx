import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import { GiveSignature, type PortalSignaturePart, RefuseSignature } from '@steady/contract/signatures';
import { send, addressOf } from '../../app/api';
import { LongTextField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { dayOf, sizeInWords } from '../../ui/words';

/** A document to be read, and then signed or refused. */
export function PortalSignature({ ask }: { ask: PortalAsk<PortalSignaturePart> }) {
  const [refusing, setRefusing] = useState(false);
  const id = ask.partyId;
  return (
    <section className="mt-5" aria-label={`To sign: ${ask.title}`}>
      <p className="text-table text-soft">{ask.client}</p>
      <h1 className="text-[22px]">Please sign: {ask.title}</h1>
      <p className="mt-1 text-[15px]">
        {ask.askedBy} asked on {shortDate(dayOf(ask.askedAt))}. Please sign by <b>{fullDate(civil(ask.wantedBy))}</b>
        {ask.doneBefore.length > 0 && <>; {ask.doneBefore.join(' and ')} signed before you</>}.
      </p>
      {ask.words && <p className="mt-2 text-[15px] whitespace-pre-line">{ask.words}</p>}
      <div className="mt-4 border border-ink bg-page px-3.5 py-3">
        <p className="mb-3">
          <a className="lnk font-semibold wrap-anywhere" href={addressOf(signaturesPortalRoutes.document, { id })}>
            {ask.part.documentName}
          </a>{' '}
          <span className="text-soft">{sizeInWords(ask.part.bytes)}, read it first</span>
        </p>
        {refusing ? <Refuse id={id} onLeave={() => setRefusing(false)} /> : <Give id={id} onRefuse={() => setRefusing(true)} />}
      </div>
    </section>
  );
}

/** What was signed or refused, or is not wanted any more. */
export function PortalSignatureRest({ ask }: { ask: PortalAsk<PortalSignaturePart> }) {
  return (
    <span className="flex justify-between gap-3">
      <span>
        {ask.title}{' '}
        <span className={ask.stands === 'done' ? 'good' : 'text-soft'}>
          {ask.stands === 'done' && ask.doneAt
            ? `signed ${shortDate(dayOf(ask.doneAt))}, thank you`
            : ask.stands === 'refused'
              ? 'you refused to sign; we come back to you'
              : 'not needed any more'}
        </span>
      </span>
      <a className="lnk" href={addressOf(signaturesPortalRoutes.document, { id: ask.partyId })}>
        {ask.part.documentName}
      </a>
    </span>
  );
}

function Give({ id, onRefuse }: { id: string; onRefuse(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<GiveSignature>({
    input: GiveSignature,
    start: { signedAs: '', agreed: false },
    submit: (values) => send(signaturesPortalRoutes.sign, { id }, values),
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <form noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      <Refused words={problem} />
      <TextField label="Your name, as you sign" {...register('signedAs')} autoComplete="name" error={errors.signedAs?.message} />
      <TickField label="I have read the document and agree with it" {...register('agreed')} />
      {errors.agreed?.message && <p className="text-fine text-rust">{errors.agreed.message}</p>}
      <p className="mt-1 text-fine text-soft">Your name, the time and where you sign from are recorded with it.</p>
      <p className="mt-3 flex items-center gap-4">
        <button className="act" disabled={busy}>
          Sign
        </button>
        <button type="button" className="lnk" onClick={onRefuse}>
          I do not sign this
        </button>
      </p>
    </form>
  );
}

function Refuse({ id, onLeave }: { id: string; onLeave(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<RefuseSignature>({
    input: RefuseSignature,
    start: { reason: '' },
    submit: (values) => send(signaturesPortalRoutes.refuse, { id }, values),
  });
  return (
    <form noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      <Refused words={problem} />
      <LongTextField
        label="Why you do not sign"
        hint="We read it, and come back to you."
        autoFocus
        {...form.register('reason')}
        error={form.formState.errors.reason?.message}
      />
      <p className="flex gap-3">
        <button className="act" disabled={busy}>
          Refuse to sign
        </button>
        <button type="button" className="act-quiet" onClick={onLeave}>
          Cancel
        </button>
      </p>
    </form>
  );
}

const Refused = ({ words }: { words: string | null }) =>
  words && (
    <p role="alert" className="mb-2 border border-rust bg-rust-tint px-2 py-1 text-table">
      {words}
    </p>
  );
