import { Injectable } from '@nestjs/common';
import { type AnyColumn, type SQL, type Table, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

type OfClients = Table & { clientId: AnyColumn };

interface Followed {
  table: OfClients;
  /** What its rows are called where they are counted: "documents"; null where nobody counts them. */
  what: string | null;
  /** A client with such rows was worked for: it is not removed as if it had never been. */
  holds: boolean;
}

type Warning = (work: Work, of: { from: string; into: string }) => Promise<string[]>;

/** The records that belong to clients, said by the areas whose they are: they follow when two clients become one. */
@Injectable()
export class ClientRecords {
  private readonly followed: Followed[] = [];
  private readonly warnings: Warning[] = [];

  /** Says that rows of a table belong to clients. */
  follow(table: OfClients, { what = null, holds = false }: Partial<Omit<Followed, 'table'>> = {}): void {
    this.followed.push({ table, what, holds });
  }

  /** Brings the rows of one client under another. */
  async move(work: Work, { from, into }: { from: string; into: string }): Promise<void> {
    for (const { table } of this.followed) await moveToClient(work, { from, into }, table);
  }

  /** Says what would stand twice when one client becomes part of another. */
  warn(warning: Warning): void {
    this.warnings.push(warning);
  }

  /** What would stand twice if one client became part of the other, in sentences. */
  async warnOf(work: Work, of: { from: string; into: string }): Promise<string[]> {
    const said: string[] = [];
    for (const warning of this.warnings) said.push(...(await warning(work, of)));
    return said;
  }

  /** How many there are of a client, by what they are called; in the order in which areas came. */
  async count(work: Work, clientId: string): Promise<{ what: string; count: number }[]> {
    const counted = this.followed.filter((one) => one.what !== null);
    if (counted.length === 0) return [];
    const each = counted.map(
      ({ table, what }) => sql`select ${what}::text as what, (select count(*) from ${table} where client_id = ${clientId})::int as count`,
    );
    return rows(work.tx, sql.join(each, sql` union all `));
  }

  /** That nothing was done yet for a client whose id stands in `id`, as a condition. */
  untouched(id: SQL): SQL {
    const none = this.followed.filter((one) => one.holds).map(({ table }) => sql`not exists (select from ${table} where client_id = ${id})`);
    return none.length > 0 ? sql.join(none, sql` and `) : sql`true`;
  }
}

/** Brings the rows of one client under another, in a table that says to which client a row belongs. */
export async function moveToClient(work: Work, { from, into }: { from: string; into: string }, table: OfClients): Promise<void> {
  await work.tx.execute(sql`update ${table} set client_id = ${into} where client_id = ${from}`);
}
