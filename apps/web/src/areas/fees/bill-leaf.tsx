import * as feesRoutes from '@steady/contract/fees.routes';
import { useNavigate } from 'react-router';
import { DraftBill, type InvoiceRow } from '@steady/contract/fees';
import type { JobView } from '@steady/contract/jobs';
import { formatMoney, minus } from '@steady/core/money';
import { counted } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LongTextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

/** Drafts an interim bill. Nothing goes out before it was looked at and approved. */
export function BillLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const { data: found } = useData(feesRoutes.invoices, { job: job.id, status: 'draft' });
  if (!found) return null;
  return <OpenBillLeaf job={job} drafts={found.rows} onClose={onClose} />;
}

function OpenBillLeaf({ job, drafts, onClose }: { job: JobView; drafts: InvoiceRow[]; onClose(): void }) {
  const { firm } = useSession();
  const navigate = useNavigate();
  // What waits as a draft is offered once.
  const left = drafts.length === 0 && job.category !== 'not charged' && job.money && minus(job.money.agreedFee, job.money.billed);
  const { form, onSubmit, busy, problem } = useLeafForm<DraftBill>({
    input: DraftBill,
    start: { wording: job.name, ...(left && left.amount > 0 ? { amount: left } : {}) },
    submit: async (values) => {
      const { id } = await send(feesRoutes.draft, { id: job.id }, values);
      await navigate(`/fees/bills/${id}`);
    },
  });
  const { control, register, formState } = form;
  return (
    <Leaf open title="Draft an interim bill" act="Preview the bill" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {job.money && (
        <p className="mb-3 text-table text-soft">
          Agreed fee {formatMoney(job.money.agreedFee)}, billed so far {formatMoney(job.money.billed)}.
          {left && left.amount <= 0 && ' The whole fee is billed: what you type here comes on top.'}
        </p>
      )}
      {drafts.length > 0 && (
        <p className="mb-3 border border-ochre bg-ochre-tint px-3 py-1.5 text-table">
          {counted(drafts.length, 'draft')} of this job {drafts.length === 1 ? 'waits' : 'wait'} for approval already, over what is said here.
        </p>
      )}
      {job.category === 'not charged' && (
        <p className="mb-3 border border-ochre bg-ochre-tint px-3 py-1.5 text-table">This job is noted as not charged. A bill for it is an exception.</p>
      )}
      <MoneyField label={`Amount, ${firm.currency}, net of VAT`} control={control} name="amount" error={formState.errors.amount?.message} autoFocus />
      <LongTextField label="Wording" hint="The client reads it on the bill." {...register('wording')} error={formState.errors.wording?.message} />
    </Leaf>
  );
}
