import { Injectable } from '@nestjs/common';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { ClientView } from '@steady/contract/clients';
import { type Money, money } from '@steady/core/money';
import { seesFees } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { inCurrency } from '../../platform/database';
import { invoices, payments, wipPostings } from './fees.tables';

/** What fees know of a client, for whoever sees fees. */
@Injectable()
export class MoneyOfClients {
  constructor(private readonly clients: ClientsService) {}

  /** What is unpaid and since when, and what was recorded and not billed. */
  async part(work: Work, clientId: string): Promise<Pick<ClientView, 'unpaid' | 'unpaidSince' | 'wip'>> {
    if (!seesFees(work.actor)) return { unpaid: null, unpaidSince: null, wip: null };
    return { ...(await this.unpaid(work, clientId)), wip: await this.wip(work, clientId) };
  }

  private async unpaid(work: Work, clientId: string): Promise<{ unpaid: Money; unpaidSince: string | null }> {
    const paid = sql`coalesce((select sum(${payments.amount}) from ${payments} where ${payments.invoiceId} = ${invoices.id}), 0)`;
    const [found] = await work.tx
      .select({ unpaid: sql<number>`coalesce(sum(${invoices.gross} - ${paid}), 0)::float8`, unpaidSince: sql<string | null>`min(${invoices.dueOn})::text` })
      .from(invoices)
      .where(and(eq(invoices.clientId, clientId), eq(invoices.status, 'issued')));
    return inCurrency(work.firm.currency, found!, 'unpaid');
  }

  /** Postings are never rewritten: those of a record that became part of this one keep its id. */
  private async wip(work: Work, clientId: string): Promise<Money> {
    const [found] = await work.tx
      .select({ wip: sql<number>`coalesce(sum(${wipPostings.amount}), 0)::float8` })
      .from(wipPostings)
      .where(inArray(wipPostings.clientId, [clientId, ...(await this.clients.mergedInto(work, clientId))]));
    return money(found!.wip, work.firm.currency);
  }
}
