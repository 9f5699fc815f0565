import * as documentsRoutes from '@steady/contract/documents.routes';
import * as feesRoutes from '@steady/contract/fees.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { formatMoney, formatSigned, moneyInWords, opposite } from '@steady/core/money';
import { type BillPreview, CancelBill } from '@steady/contract/fees';
import { send, useData, addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Note, Page, Trouble } from '../../ui/page';
import { ReasonLeaf } from '../../ui/reason-leaf';
import { Worked } from '../../ui/workings';
import { BillPayments, PaymentLeaf } from './bill-payments';
import { BillReminders } from './bill-reminders';
import { BeforeApproving, BillSheet, BillSum } from './bill-sheet';

/** A bill: as a draft its effect and what goes out, afterwards how it stands. */
export function BillPage() {
  const { id = '' } = useParams();
  const [leaf, setLeaf] = useState<'cancel' | 'paid' | null>(null);
  const { data: preview, error } = useData(feesRoutes.invoice, { id });
  if (error) return <Trouble error={error} />;
  if (!preview) return null;
  const { invoice } = preview;
  const draft = invoice.status === 'draft';
  return (
    <Page
      above={
        <>
          <Link className="lnk" to={`/clients/${invoice.clientId}`}>
            {invoice.client}
          </Link>{' '}
          ·{' '}
          <Link className="lnk" to={`/jobs/${invoice.jobId}/money`}>
            job {invoice.jobNumber}, {invoice.job}
          </Link>
        </>
      }
      title={draft ? 'Interim bill, not yet approved' : `Bill ${invoice.number}`}
      sum={<BillSum of={preview} />}
      tools={<span />}
      margin={
        <>
          <Note title="WIP of the job">
            <dl className="facts sums">
              <dt>Before this bill</dt>
              <dd>{formatMoney(preview.wipBefore)}</dd>
              <dt>This bill</dt>
              <dd>{formatSigned(opposite(invoice.net))}</dd>
              <dt className="tt">{draft ? 'After' : 'Right after'}</dt>
              <dd className="tt">
                <Worked by={preview.workings}>{formatMoney(preview.wipAfter)}</Worked>
              </dd>
            </dl>
          </Note>
        </>
      }
    >
      {preview.warnings.length > 0 && draft && (
        <ul className="mb-3 border border-ochre bg-ochre-tint px-3 py-2">
          {preview.warnings.map((warning) => (
            <li key={warning}>{warning}</li>
          ))}
        </ul>
      )}
      <BillSheet of={preview} />
      {draft && <BeforeApproving of={preview} />}
      <BillPayments of={invoice} />
      <BillReminders of={invoice} />
      <BillActs of={invoice} onCancel={() => setLeaf('cancel')} onPaid={() => setLeaf('paid')} />
      {leaf === 'paid' && <PaymentLeaf invoice={invoice} onClose={() => setLeaf(null)} />}
      {leaf === 'cancel' && <CancelLeaf invoice={invoice} onClose={() => setLeaf(null)} />}
    </Page>
  );
}

/** What can be done with a bill: approved or deleted as a draft, later printed, settled or cancelled. */
function BillActs({ of: invoice, onCancel, onPaid }: { of: BillPreview['invoice']; onCancel(): void; onPaid(): void }) {
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const { id } = invoice;
  const draft = invoice.status === 'draft';
  const approve = () => act(() => send(feesRoutes.approve, { id }, { version: invoice.version }), 'Approved. The bill is on its way.');
  const discard = () =>
    act(async () => {
      await send(feesRoutes.discard, { id });
      await navigate(`/jobs/${invoice.jobId}/money`);
    }, 'The draft is deleted.');
  return (
    <div className="mt-4 flex flex-wrap items-center gap-3">
      <WhoMay right="bill" act="Bills are drafted, approved and cancelled" />
      {draft && session.may('bill') && (
        <>
          {session.may('approve bills') && (
            <button className="act" disabled={busy} onClick={() => void approve()}>
              Approve, bill {moneyInWords(invoice.net)}
            </button>
          )}
          <WhoMay right="approve bills" act="Bills are approved" />
          <button className="act-quiet" disabled={busy} onClick={() => void discard()}>
            Delete the draft
          </button>
        </>
      )}
      {!draft && !invoice.documentId && <span className="text-table text-soft">Its PDF is being made.</span>}
      {invoice.documentId && (
        <a className="act-quiet" href={addressOf(documentsRoutes.content, { id: invoice.documentId })}>
          Open the PDF
        </a>
      )}
      {!draft && session.may('bill') && (
        <>
          {invoice.status === 'issued' && (
            <button className="act" onClick={onPaid}>
              Note a payment
            </button>
          )}
          <Link className="act-quiet" to={`/jobs/${invoice.jobId}/settle`}>
            Settle WIP
          </Link>
          <button className="act-quiet" disabled={invoice.cannotCancel !== null || busy} aria-describedby="cannot-cancel" onClick={onCancel}>
            Cancel the bill
          </button>
          {invoice.cannotCancel && (
            <span id="cannot-cancel" className="text-table text-soft">
              {invoice.cannotCancel}
            </span>
          )}
        </>
      )}
    </div>
  );
}

function CancelLeaf({ invoice, onClose }: { invoice: BillPreview['invoice']; onClose(): void }) {
  return (
    <ReasonLeaf
      title={`Cancel bill ${invoice.number}`}
      act="Cancel the bill"
      input={CancelBill}
      start={{ version: invoice.version }}
      submit={(values) => send(feesRoutes.cancel, { id: invoice.id }, values)}
      onClose={onClose}
    >
      <p className="mb-3">WIP of the job rises by {formatMoney(invoice.net)} again. The bill and its number stay on record, marked as cancelled.</p>
    </ReasonLeaf>
  );
}
