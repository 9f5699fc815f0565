import * as routes from '@steady/contract/approvals-portal.routes';
import { useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import { type ApprovalPart, Approve, DoNotApprove } from '@steady/contract/approvals';
import type { PortalAsk } from '@steady/contract/asks';
import { addressOf, send } from '../../app/api';
import { LongTextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { dayOf, sizeInWords } from '../../ui/words';

/** Figures or a document to be read, and approved by a tick or not; afterwards what became of it. */
export function PortalApproval({ ask }: { ask: PortalAsk<ApprovalPart> }) {
  const [refusing, setRefusing] = useState(false);
  const { partyId: id, stands, part } = ask;
  const isWanted = stands === 'wanted';
  return (
    <section className="mt-5" aria-label={ask.title}>
      <p className="text-table text-soft">{ask.client}</p>
      <h1 className="text-[22px]">{isWanted ? `Please approve: ${ask.title}` : ask.title}</h1>
      <p className="mt-1 text-[15px]">
        {ask.askedBy} asked on {shortDate(dayOf(ask.askedAt))}.{' '}
        {isWanted ? (
          <>
            Please look at it by <b>{fullDate(civil(ask.wantedBy))}</b>.
          </>
        ) : stands === 'done' ? (
          <span className="good">{ask.doneAt ? `Approved ${shortDate(dayOf(ask.doneAt))}, thank you.` : 'Approved, thank you.'}</span>
        ) : stands === 'refused' ? (
          'You did not approve it; we come back to you.'
        ) : (
          'It is not needed any more.'
        )}
      </p>
      <div className="mt-4 border border-ink bg-page px-3.5 py-3">
        <p className="text-[15px] whitespace-pre-line">{ask.words}</p>
        {part.documentName && (
          <p className="mt-2">
            <a className="inline-flex min-h-11 items-center" href={addressOf(routes.document, { id })}>
              <span className="lnk font-semibold wrap-anywhere">{part.documentName}</span>
            </a>{' '}
            <span className="text-soft">
              {sizeInWords(part.bytes)}
              {isWanted && ', read it first'}
            </span>
          </p>
        )}
        {isWanted && (refusing ? <Refuse id={id} onLeave={() => setRefusing(false)} /> : <Tick id={id} onRefuse={() => setRefusing(true)} />)}
      </div>
    </section>
  );
}

function Tick({ id, onRefuse }: { id: string; onRefuse(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<Approve>({
    input: Approve,
    start: { agreed: false },
    submit: (values) => send(routes.approve, { id }, values),
  });
  const { errors } = form.formState;
  return (
    <form className="mt-3" noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      {problem && !errors.agreed && (
        <p role="alert" className="mb-2 border border-rust bg-rust-tint px-2 py-1 text-table">
          {problem}
        </p>
      )}
      <TickField label="I have read this and approve it" {...form.register('agreed')} />
      {errors.agreed?.message && (
        <p role="alert" className="text-fine text-rust">
          {errors.agreed.message}
        </p>
      )}
      <p className="mt-1 text-fine text-soft">Your name, the moment, and exactly what stands here are recorded.</p>
      <p className="mt-3 flex items-center gap-4">
        <button className="act min-h-11" disabled={busy}>
          Approve
        </button>
        <button type="button" className="min-h-11" onClick={onRefuse}>
          <span className="lnk">Something is not right</span>
        </button>
      </p>
    </form>
  );
}

function Refuse({ id, onLeave }: { id: string; onLeave(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<DoNotApprove>({
    input: DoNotApprove,
    start: { reason: '' },
    submit: (values) => send(routes.refuse, { id }, values),
  });
  const { errors } = form.formState;
  return (
    <form className="mt-3" noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      <LongTextField label="What is not right" autoFocus {...form.register('reason')} error={errors.reason?.message ?? problem ?? undefined} />
      <p className="flex items-center gap-4">
        <button className="act min-h-11" disabled={busy}>
          Send it back
        </button>
        <button type="button" className="min-h-11" onClick={onLeave}>
          <span className="lnk">Not now</span>
        </button>
      </p>
    </form>
  );
}
