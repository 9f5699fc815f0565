import { Controller } from '@nestjs/common';
import {
  ApproveSettlement,
  type BillPreview,
  CancelBill,
  DraftBill,
  type InvoicePage,
  NotePayment,
  type SettlementPreview,
  type WipPage,
} from '@steady/contract/fees';
import { SetFollowUps, SetPromise } from '@steady/contract/asks';
import { Versioned } from '@steady/contract/versioned';
import * as routes from '@steady/contract/fees.routes';
import { InvoicesAsked } from '@steady/contract/queries';
import { type Asked, Does } from '../../platform/http/routes';
import { FeeQueries } from './fees.queries';
import { FeesService } from './fees.service';
import { RemindersService } from './reminders.service';
import { SettlementService } from './settlement.service';
import { PaymentsService } from './payments.service';
import { WipQueries } from './wip.queries';

@Controller()
export class FeesController {
  constructor(
    private readonly fees: FeesService,
    private readonly settlements: SettlementService,
    private readonly queries: FeeQueries,
    private readonly wipOf: WipQueries,
    private readonly payments: PaymentsService,
    private readonly reminding: RemindersService,
  ) {}

  @Does(routes.wip)
  wip({ work }: Asked<typeof routes.wip>): Promise<WipPage> {
    return this.wipOf.page(work);
  }

  @Does(routes.invoices, { query: InvoicesAsked })
  invoices({ work, query: { status, client: clientId, job: jobId, before } }: Asked<typeof routes.invoices>): Promise<InvoicePage> {
    return this.queries.invoices(work, { status, clientId: clientId, jobId: jobId, before: before });
  }

  @Does(routes.invoice)
  invoice({ work, at: { id: invoiceId } }: Asked<typeof routes.invoice>): Promise<BillPreview> {
    return this.queries.billPreview(work, invoiceId);
  }

  @Does(routes.draft, { input: DraftBill })
  async draft({ work, at: { id: jobId }, input }: Asked<typeof routes.draft>): Promise<{ id: string }> {
    return { id: await this.fees.draft(work, jobId, input) };
  }

  @Does(routes.discard)
  discard({ work, at: { id: invoiceId } }: Asked<typeof routes.discard>): Promise<void> {
    return this.fees.discard(work, invoiceId);
  }

  @Does(routes.approve, { input: Versioned })
  approve({ work, at: { id: invoiceId }, input }: Asked<typeof routes.approve>): Promise<void> {
    return this.fees.approve(work, invoiceId, input.version);
  }

  @Does(routes.printAgain)
  printAgain({ work, at: { id: invoiceId } }: Asked<typeof routes.printAgain>): Promise<void> {
    return this.fees.printAgain(work, invoiceId);
  }

  @Does(routes.cancel, { input: CancelBill })
  cancel({ work, at: { id: invoiceId }, input }: Asked<typeof routes.cancel>): Promise<void> {
    return this.fees.cancel(work, invoiceId, input);
  }

  @Does(routes.remind)
  remind({ work, at: { id } }: Asked<typeof routes.remind>): Promise<void> {
    return this.reminding.remind(work, id);
  }

  @Does(routes.reminders, { input: SetFollowUps })
  reminders({ work, at: { id }, input }: Asked<typeof routes.reminders>): Promise<void> {
    return this.reminding.set(work, id, input.on);
  }

  @Does(routes.promise, { input: SetPromise })
  promise({ work, at: { id }, input }: Asked<typeof routes.promise>): Promise<void> {
    return this.reminding.promise(work, id, input.on);
  }

  @Does(routes.notePayment, { input: NotePayment })
  notePayment({ work, at: { id: invoiceId }, input }: Asked<typeof routes.notePayment>): Promise<void> {
    return this.payments.note(work, invoiceId, input);
  }

  @Does(routes.takeBackPayment)
  takeBackPayment({ work, at: { id: paymentId } }: Asked<typeof routes.takeBackPayment>): Promise<void> {
    return this.payments.takeBack(work, paymentId);
  }

  @Does(routes.settlement)
  settlement({ work, at: { id: jobId } }: Asked<typeof routes.settlement>): Promise<SettlementPreview> {
    return this.queries.settlementPreview(work, jobId);
  }

  @Does(routes.settle, { input: ApproveSettlement })
  async settle({ work, at: { id: jobId }, input }: Asked<typeof routes.settle>): Promise<{ id: string }> {
    return { id: await this.settlements.approve(work, jobId, input.balance) };
  }

  @Does(routes.reverse)
  reverse({ work, at: { id: settlementId } }: Asked<typeof routes.reverse>): Promise<void> {
    return this.settlements.reverse(work, settlementId);
  }
}
