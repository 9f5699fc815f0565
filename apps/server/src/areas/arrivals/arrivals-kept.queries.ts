import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { PrivateTexts } from '../../platform/files';
import { type Work, asWhole } from '../../platform/work';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { ArrivalsService } from './arrivals.service';

const THERE = sql`a.emptied_at is null`;
const ofClients = (clientIds: readonly string[]) => sql`a.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;

/** What somebody left on the drop-off page and was filed with a client is kept as messages are; its files are documents, and kept as those. */
@Injectable()
export class ArrivalsKept implements KeptPart, PersonPart {
  readonly kind = 'messages';

  constructor(
    private readonly arrivals: ArrivalsService,
    private readonly texts: PrivateTexts,
  ) {}

  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    return asWhole(work, async () => {
      const found = await rows<{ clientId: string; count: number }>(
        work.tx,
        sql`select a.client_id as "clientId", count(*)::int as count from arrivals a where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and ${THERE} group by 1`,
      );
      return found.map((one) => ({ ...one, folderId: null, folder: null }));
    });
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    return { count: await this.empty(work, sql`${ofClients([clientId])}`, false), stays: [] };
  }

  private async empty(work: Work, which: SQL, withWhoLeftIt: boolean): Promise<number> {
    return asWhole(work, async () => {
      const found = await rows<{ id: string }>(
        work.tx,
        sql`select a.id from arrivals a where a.firm_id = ${work.firm.id} and ${which} and ${THERE} for update`,
      );
      for (const { id } of found) await this.arrivals.empty(work, id, { withWhoLeftIt });
      return found.length;
    });
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    return asWhole(work, async () => {
      const found = await rows<{ clientId: string; count: number }>(
        work.tx,
        sql`select a.client_id as "clientId", count(*)::int as count from arrivals a where a.firm_id = ${work.firm.id} and a.contact_id = ${contactId} and ${THERE} group by 1`,
      );
      return found.map((one) => ({ what: 'What they left on the drop-off page', ...one, kind: this.kind }));
    });
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const of = clientIds.filter((id): id is string => id !== null);
    await this.empty(work, sql`a.contact_id = ${contactId} and ${ofClients(of)}`, true);
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    return asWhole(work, () => this.table(work, 'what you left on the drop-off page', sql`a.contact_id = ${contactId}`));
  }

  /** What arrivals bring to a client’s whole file, as far as whoever takes it along may read them. */
  wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    return this.table(work, 'left on the drop-off page', sql`a.client_id = ${id}`);
  }

  private async table(work: Work, name: string, which: SQL): Promise<ZipEntry[]> {
    const found = await rows<{ at: string; name: string; email: string; message: string; files: string | null }>(
      work.tx,
      sql`select a.arrived_at as at, a.name, a.email, a.message, (select string_agg(f.name, ', ' order by f.at, f.id) from arrival_files f where f.arrival_id = a.id) as files
          from arrivals a where a.firm_id = ${work.firm.id} and ${THERE} and ${which} order by a.arrived_at, a.id`,
    );
    return table(
      name,
      found.map((one) => ({ at: one.at, by: one.name, address: one.email, message: this.texts.open(work.firm, one.message), files: one.files ?? '' })),
    );
  }
}
