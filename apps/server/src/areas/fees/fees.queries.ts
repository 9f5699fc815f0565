import { may } from '../../platform/identity';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { compareMoney, formatMoney, minus, money, moneyInWords, noMoney, plus, sumOf } from '@steady/core/money';
import type { SettlementShare } from '@steady/core/wip';
import type { BillPreview, InvoicePage, InvoiceRow, InvoiceView, PersonEffect, SettlementPreview, TaskEffect } from '@steady/contract/fees';
import type { Looked } from '@steady/core/searching';
import type { Found } from '@steady/contract/search';
import { containing } from '../../platform/lists';
import type { PortalInvoice } from '@steady/contract/requests';
import { type AsFigures, inCurrency, rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { FailedLine, First } from '@steady/contract/today';
import { Effects } from '../../platform/events';
import { type Counted, first } from '../today';
import type { Work } from '../../platform/work';
import { ClientsService, clientName } from '../clients';
import { JobsService, TasksService, agreedFee, jobName, jobNumber } from '../jobs';
import { PostService } from '../post';
import { TeamService } from '../team';
import { TimeService } from '../time';
import { PRINT, cannotCancel } from './fees.service';
import { LedgerService } from './ledger.service';
import { RemindersService } from './reminders.service';
import { SettlementService } from './settlement.service';

const PAGE = 200;

@Injectable()
export class FeeQueries implements OnModuleInit {
  constructor(
    private readonly ledger: LedgerService,
    private readonly settlement: SettlementService,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly post: PostService,
    private readonly team: TeamService,
    private readonly time: TimeService,
    private readonly present: Present,
    private readonly effects: Effects,
    private readonly reminders: RemindersService,
  ) {}

  onModuleInit(): void {
    this.present.register('bill', (work, id) => this.billPreview(work, id));
    this.present.register('job\u2019s WIP', (work, id) => this.settlementPreview(work, id));
  }

  /** Bills by their number, for the search. */
  async found(work: Work, { plain }: Looked): Promise<Found[]> {
    if (!may(work.actor, 'see fees') || !/^[\d-]{3,}$/.test(plain)) return [];
    const found = await rows<{ id: string; name: string; beside: string }>(
      work.tx,
      sql`select i.id, i.number as name, ${clientName(sql`i.client_id`)} as beside from invoices i
          where i.firm_id = ${work.firm.id} and i.number like ${containing(plain)} order by i.number desc limit 50`,
    );
    return found.map((one) => ({ ...one, kind: 'bill' }));
  }

  /** Bills whose PDF could not be made, for whoever may make it again. */
  async notPrinted(work: Work, most: number): Promise<First<FailedLine>> {
    if (!may(work.actor, 'see fees') || !may(work.actor, 'bill')) return { rows: [], count: 0 };
    const failed = await this.effects.failed(work, PRINT);
    if (failed.length === 0) return { rows: [], count: 0 };
    const found = await rows<Counted<Omit<FailedLine, 'kind' | 'what' | 'why' | 'at'> & { number: string }>>(
      work.tx,
      sql`
        select i.id, i.number, i.job_id as "jobId", ${clientName(sql`i.client_id`)} as client, count(*) over ()::int as "inAll"
        from invoices i
        where i.firm_id = ${work.firm.id} and i.id = any (${sql.param(failed.map(({ key }) => key))}::uuid[])
        order by i.number desc
        limit ${most}`,
    );
    const triedAt = new Map(failed.map(({ key, at }) => [key, at]));
    return first(
      found.map(({ number, ...one }) => ({ ...one, at: triedAt.get(one.id)!, kind: 'bill', what: `Bill ${number}`, why: 'its PDF could not be made' })),
    );
  }

  /** Bills, the newest first, a page at a time; of one client, job or status when given. */
  async invoices(work: Work, asked: { status?: string; clientId?: string; jobId?: string; before?: string }): Promise<InvoicePage> {
    const found = await rows<AsFigures<InvoiceRow>>(
      work.tx,
      sql`select i.id, i.number, i.status, ${clientName(sql`i.client_id`)} as client, i.client_id as "clientId", i.job_id as "jobId", ${jobName(sql`i.job_id`)} as job, i.gross::float8 as gross, i.issued_on as "issuedOn", i.due_on as "dueOn",
                 coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0)::float8 as paid
          from invoices i
          where i.firm_id = ${work.firm.id} ${asked.status ? sql`and i.status = ${asked.status}` : sql``} ${asked.clientId ? sql`and i.client_id = ${asked.clientId}` : sql``} ${asked.jobId ? sql`and i.job_id = ${asked.jobId}` : sql``}
            ${asked.before ? sql`and i.id < ${asked.before}` : sql``}
          order by i.id desc limit ${PAGE + 1}`,
    );
    return {
      rows: found.slice(0, PAGE).map((row) => inCurrency(work.firm.currency, row, 'gross', 'paid')),
      unpaid: await this.unpaid(work, asked),
      more: found.length > PAGE,
    };
  }

  private async unpaid(work: Work, { clientId, jobId }: { clientId?: string; jobId?: string }): Promise<InvoicePage['unpaid']> {
    const [found] = await rows<{ count: number; amount: number }>(
      work.tx,
      sql`select count(*)::int as count, coalesce(sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0)), 0)::float8 as amount
          from invoices i where i.firm_id = ${work.firm.id} and i.status = 'issued'
            ${clientId ? sql`and i.client_id = ${clientId}` : sql``} ${jobId ? sql`and i.job_id = ${jobId}` : sql``}`,
    );
    return inCurrency(work.firm.currency, found!, 'amount');
  }

  /**
   * A bill with its payments, and why it cannot be cancelled where it cannot.
   *
   * @throws Problem "not-found" also for one of another firm
   */
  async invoice(work: Work, invoiceId: string): Promise<InvoiceView> {
    const [found] = await rows<
      AsFigures<Omit<InvoiceView, 'cannotCancel' | 'paid' | 'payments' | 'reminders'>> & { payments: AsFigures<InvoiceView['payments'][number]>[] }
    >(
      work.tx,
      sql`select i.id, i.version, i.number, i.status, i.job_id as "jobId", ${jobNumber(sql`i.job_id`)} as "jobNumber", ${jobName(sql`i.job_id`)} as job, i.client_id as "clientId", ${clientName(sql`i.client_id`)} as client, i.wording, i.net::float8 as net, i.vat::float8 as vat,
                 i.vat_rate as "vatRate", i.gross::float8 as gross, i.issued_on as "issuedOn", i.due_on as "dueOn", i.document_id as "documentId", i.cancel_reason as "cancelReason",
                 (select coalesce(jsonb_agg(jsonb_build_object('id', p.id, 'amount', p.amount, 'at', p.at, 'reference', p.reference, 'by', p.by, 'takenBack', p.takes_back is not null or exists (select from payments o where o.takes_back = p.id)) order by p.at, p.id), '[]') from payments p where p.invoice_id = i.id) as payments
          from invoices i where i.id = ${invoiceId} and i.firm_id = ${work.firm.id}`,
    );
    if (!found) throw Problem.notFound('bill');
    const settled = await this.ledger.isSettled(work, found.jobId);
    const { currency } = work.firm;
    const payments = found.payments.map((payment) => inCurrency(currency, payment, 'amount'));
    const paid = sumOf(
      currency,
      payments.map((payment) => payment.amount),
    );
    return {
      ...inCurrency(currency, found, 'net', 'vat', 'gross'),
      payments,
      paid,
      cannotCancel: cannotCancel(found, paid, settled),
      reminders: await this.reminders.view(work, invoiceId),
    };
  }

  /** What approving a bill will do: WIP before and after, each person if it were settled, who is written to, what looks wrong. */
  async billPreview(work: Work, invoiceId: string): Promise<BillPreview> {
    const invoice = await this.invoice(work, invoiceId);
    const job = await this.jobs.get(work, invoice.jobId);
    const client = await this.clients.get(work, invoice.clientId);
    const draft = invoice.status === 'draft';
    // What was true when it was approved stays true, whatever was recorded, settled or cancelled since.
    const totals = draft ? await this.ledger.totals(work, job.id) : await this.ledger.totalsBefore(work, job.id, invoiceId);
    const outlook = draft ? await this.settlement.outlook(work, job.id, { extraBill: invoice.net }) : null;
    const { to, nobody } = await this.post.recipients(work, client, 'pays');
    const before = totals.balance;
    const billedBefore = totals.billed;
    const billedThen = plus(billedBefore, invoice.net);
    const after = minus(before, invoice.net);
    const fee = agreedFee(job);
    const warnings = [
      ...(compareMoney(billedThen, fee) > 0 ? [`With this bill ${moneyInWords(billedThen)} are billed, above the agreed fee of ${moneyInWords(fee)}.`] : []),
      ...(plus(totals.time, totals.expenses).amount === 0 ? ['No time or expense is recorded on this job.'] : []),
      ...(to.length === 0 ? nobody.map((one) => `Nobody is notified: ${one.name} ${one.why}.`) : []),
    ];
    return {
      invoice,
      wipBefore: before,
      wipAfter: after,
      workings: {
        title: 'How WIP changes',
        lines: [
          `Time recorded: ${formatMoney(totals.time)}`,
          `Expenses: ${formatMoney(totals.expenses)}`,
          `Billed before: ${formatMoney(billedBefore)}; written up or down before: ${formatMoney(totals.settled)}`,
          `WIP before: ${formatMoney(before)}`,
          `This bill, net: ${formatMoney(invoice.net)}`,
          `${formatMoney(before)} − ${formatMoney(invoice.net)} = ${formatMoney(after)}`,
        ],
      },
      settling: outlook?.settlement ? { adjustment: outlook.settlement.adjustment, people: await this.people(work, outlook.settlement.byPerson) } : null,
      goesTo: to.map((contact) => ({ name: contact.name, address: contact.email })),
      warnings,
    };
  }

  private async people(work: Work, shares: SettlementShare[]): Promise<PersonEffect[]> {
    const names = new Map((await this.team.list(work)).map((member) => [member.id, member.name]));
    return shares.map(({ id, recorded, adjustment, recovery }) => ({
      memberId: id!,
      name: names.get(id!) ?? 'Somebody who left',
      recorded,
      adjustment,
      recovery,
    }));
  }

  /** What settling a job's WIP would do to each entry, person and task; nothing is written. */
  async settlementPreview(work: Work, jobId: string): Promise<SettlementPreview> {
    const { currency } = work.firm;
    const job = await this.jobs.get(work, jobId);
    const client = await this.clients.get(work, job.clientId);
    const { settlement, cannot, balance, recorded, expenses, billed } = await this.settlement.outlook(work, jobId);
    const entries = new Map((await this.time.entries(work, settlement?.lines.map((line) => line.entryId) ?? [])).map((entry) => [entry.id, entry]));
    const names = new Map((await this.team.list(work)).map((member) => [member.id, member.name]));
    const tasks = new Map((await this.tasks.tasksOf(work, jobId)).map((task) => [task.id, task.name]));
    const taskName = (id: string | null) => (id && tasks.get(id)) || 'Without a task';
    return {
      jobId,
      jobNumber: job.number,
      job: job.name,
      clientId: client.id,
      client: client.name,
      billed,
      recorded,
      expenses,
      balance,
      adjustment: settlement?.adjustment ?? noMoney(currency),
      lines:
        settlement?.lines.map(({ entryId, value, adjustment, settledAt, workings }) => {
          const entry = entries.get(entryId)!;
          return {
            entryId,
            on: entry.on,
            who: names.get(entry.memberId) ?? '',
            task: taskName(entry.taskId),
            minutes: entry.minutes,
            rate: money(entry.rate, entry.currency),
            value,
            adjustment,
            settledAt,
            workings,
          };
        }) ?? [],
      people: settlement ? await this.people(work, settlement.byPerson) : [],
      tasks: settlement?.byTask.map(({ id, ...share }): TaskEffect => ({ task: taskName(id), ...share })) ?? [],
      cannot,
      ledger: await this.ledger.statement(work, jobId),
      settlements: await this.settlementsOf(work, jobId),
    };
  }

  private async settlementsOf(work: Work, jobId: string): Promise<SettlementPreview['settlements']> {
    const found = await rows<AsFigures<SettlementPreview['settlements'][number]>>(
      work.tx,
      sql`select id, at, by, adjustment::float8 as adjustment, reversed_at is not null as reversed from settlements where job_id = ${jobId} order by at desc, id desc`,
    );
    return found.map((one) => inCurrency(work.firm.currency, one, 'adjustment'));
  }

  /** The bills that the client's person who asks may see. */
  ofContact(work: Work): Promise<PortalInvoice[]> {
    return this.portalInvoices(sql`i.client_id in (select client_id from client_contacts where contact_id = ${work.actor.id} and pays)`, work);
  }

  /** One bill of the client's person who asks. @throws Problem "not-found" also for one of another firm */
  async oneOfContact(work: Work, invoiceId: string): Promise<PortalInvoice> {
    const [invoice] = await this.portalInvoices(
      sql`i.id = ${invoiceId} and i.client_id in (select client_id from client_contacts where contact_id = ${work.actor.id} and pays)`,
      work,
    );
    if (!invoice) throw Problem.notFound('bill');
    return invoice;
  }

  private async portalInvoices(where: SQL, work: Work): Promise<PortalInvoice[]> {
    const found = await rows<AsFigures<PortalInvoice>>(
      work.tx,
      sql`select i.id, i.number, ${clientName(sql`i.client_id`)} as client, i.issued_on as "issuedOn", i.due_on as "dueOn", ${jobName(sql`i.job_id`)} as what, i.net::float8 as net, i.vat::float8 as vat, i.gross::float8 as gross, i.status, i.refusal,
                 i.document_id is not null as "hasPdf", coalesce(p.paid, 0)::float8 as paid, p.at as "paidAt"
          from invoices i
          left join lateral (select sum(amount) as paid, max(at) as at from payments where invoice_id = i.id) p on true
          where i.status <> 'draft' and ${where} order by (i.status = 'issued') desc, i.issued_on desc, i.id desc`,
    );
    return found.map((one) => inCurrency(work.firm.currency, one, 'net', 'vat', 'gross', 'paid'));
  }
}
