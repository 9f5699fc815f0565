import { Inject, Injectable } from '@nestjs/common';
import { asc, desc, eq, sql } from 'drizzle-orm';
import { FULL_PAGE } from '@steady/contract/paging';
import type { DocumentView } from '@steady/contract/jobs';
import type { FilesKept, WrongFile } from '@steady/contract/documents';
import type { Looked } from '@steady/core/searching';
import type { Found } from '@steady/contract/search';
import { rows } from '../../platform/database';
import { FileStore } from '../../platform/files';
import { SETTINGS, type Settings } from '../../platform/settings';
import type { Work } from '../../platform/work';
import { ClientsService, clientName } from '../clients';
import { type Job, jobName } from '../jobs';
import { type FileOf, type ZipEntry, safeName } from '../whole-file';
import { foundIn } from '../search';
import { documents } from './documents.tables';

const SHOWN = 100;

@Injectable()
export class DocumentQueries {
  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly store: FileStore,
    private readonly clients: ClientsService,
  ) {}

  /** Documents by name, for the search. */
  async found(work: Work, looked: Looked): Promise<Found[]> {
    const found = await rows<{ id: string; name: string; within: string; beside: string }>(
      work.tx,
      sql`select d.id, coalesce(d.what, d.name) as name, d.client_id as within,
            ${clientName(sql`d.client_id`)} || case when d.what is null then '' else ', ' || d.name end as beside from documents d
          where d.firm_id = ${work.firm.id} and d.id in ${foundIn('documents', looked)} order by d.at desc, d.id`,
    );
    return found.map((one) => ({ ...one, kind: 'document' }));
  }

  /** The documents of a job, the newest first. */
  async ofJob(work: Work, { id: jobId, clientId, name: job }: Job): Promise<DocumentView[]> {
    const client = (await this.clients.get(work, clientId)).name;
    const found = await work.tx.select().from(documents).where(eq(documents.jobId, jobId)).orderBy(desc(documents.at));
    return found.map(({ id, name, what, bytes, kind, at, by }) => ({ id, name, what, bytes, kind, at, by, clientId, client, jobId, job }));
  }

  /** What documents bring to a client's whole file: the files themselves, read as they are packed. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await work.tx.select().from(documents).where(eq(documents.clientId, id)).orderBy(asc(documents.at), asc(documents.id));
    return found.map(({ name, what, address, at }) => ({
      name: `documents/${at.slice(0, 10)} ${safeName(what === null ? name : `${what}, ${name}`)}`,
      stream: () => this.store.readIfSound(work.firm, address),
    }));
  }

  /** The newest first; `before` is the id of the last one shown before. */
  list(work: Work, asked: { clientId?: string; jobId?: string; before?: string }): Promise<DocumentView[]> {
    return rows<DocumentView>(
      work.tx,
      sql`select d.id, d.name, d.what, d.bytes::float8 as bytes, d.kind, d.at, d.by, d.client_id as "clientId", ${clientName(sql`d.client_id`)} as client, d.job_id as "jobId",
            ${jobName(sql`d.job_id`)} as job
          from documents d
          where d.firm_id = ${work.firm.id}
            ${asked.clientId ? sql`and d.client_id = ${asked.clientId}` : sql``} ${asked.jobId ? sql`and d.job_id = ${asked.jobId}` : sql``}
            ${asked.before ? sql`and (d.at, d.id) < (select b.at, b.id from documents b where b.id = ${asked.before})` : sql``}
          order by d.at desc, d.id desc limit ${FULL_PAGE}`,
    );
  }

  /** What is kept of files, and which of them the round found missing or damaged. */
  async kept(work: Work): Promise<FilesKept> {
    const [sums] = await rows<Omit<FilesKept, 'wrong' | 'bytesFromOutside' | 'mostFromOutside'>>(
      work.tx,
      sql`select count(*)::int as files, coalesce(sum(bytes), 0)::float8 as bytes,
            case when bool_and(checked_at is not null) then min(checked_at) end as "checkedSince"
          from stored_files where firm_id = ${work.firm.id}`,
    );
    const [outside] = await rows<{ bytes: number }>(
      work.tx,
      sql`select coalesce(sum(bytes), 0)::float8 as bytes from documents where firm_id = ${work.firm.id} and from_outside`,
    );
    const wrong = await rows<WrongFile & { inAll: number }>(
      work.tx,
      sql`select d.id, d.name, d.client_id as "clientId", c.name as client, f.wrong as why, (count(*) over ())::int as "inAll"
          from stored_files f join documents d on d.firm_id = f.firm_id and d.address = f.address join clients c on c.id = d.client_id
          where f.firm_id = ${work.firm.id} and f.wrong is not null order by c.name collate "unicode", d.at, d.id limit ${SHOWN}`,
    );
    return {
      ...sums!,
      bytesFromOutside: outside!.bytes,
      mostFromOutside: this.settings.firmQuota,
      wrong: wrong.map(({ inAll: _, ...one }) => one),
      wrongInAll: wrong[0]?.inAll ?? 0,
    };
  }
}
