import { Inject, Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { FilesKept, WrongFile } from '@steady/contract/documents';
import { rows } from '../../platform/database';
import { FileStore } from '../../platform/files';
import { SETTINGS, type Settings } from '../../platform/settings';
import type { Work } from '../../platform/work';

const SHOWN = 100;

/** What is kept of files, for whoever looks after them. */
@Injectable()
export class FilesKeptQueries {
  constructor(
    private readonly store: FileStore,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** What is kept of files, and which of them the round found missing or damaged. */
  async kept(work: Work): Promise<FilesKept> {
    const [sums] = await rows<Omit<FilesKept, 'wrong' | 'bytesFromOutside' | 'mostFromOutside'>>(
      work.tx,
      sql`select count(*)::int as files, coalesce(sum(bytes), 0)::float8 as bytes,
            case when bool_and(checked_at is not null) then min(checked_at) end as "checkedSince"
          from stored_files where firm_id = ${work.firm.id}`,
    );
    const wrong = await rows<WrongFile & { inAll: number }>(
      work.tx,
      sql`select d.id, d.name, d.client_id as "clientId", c.name as client, f.wrong as why, (count(*) over ())::int as "inAll"
          from stored_files f join documents d on d.firm_id = f.firm_id and d.address = f.address join clients c on c.id = d.client_id
          where f.firm_id = ${work.firm.id} and f.wrong is not null order by c.name collate "unicode", d.at, d.id limit ${SHOWN}`,
    );
    return {
      ...sums!,
      bytesFromOutside: await this.store.bytesFromOutside(work),
      mostFromOutside: this.settings.firmQuota,
      wrong: wrong.map(({ inAll: _, ...one }) => one),
      wrongInAll: wrong[0]?.inAll ?? 0,
    };
  }
}
