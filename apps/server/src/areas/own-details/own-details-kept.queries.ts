import { Injectable } from '@nestjs/common';
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import { type Work, asWhole } from '../../platform/work';
import type { PersonHas, PersonPart } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { proposedDetails } from './own-details.tables';

/** What a person proposed to change. */
@Injectable()
export class OwnDetailsKept implements PersonPart {
  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    return asWhole(work, async () => {
      const found = await work.tx
        .select({ clientId: proposedDetails.clientId, count: count() })
        .from(proposedDetails)
        .where(eq(proposedDetails.contactId, contactId))
        .groupBy(proposedDetails.clientId);
      return found.map((one) => ({ what: 'Details that they asked us to change', ...one, kind: null }));
    });
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const of = clientIds.filter((id): id is string => id !== null);
    if (of.length === 0) return;
    await asWhole(work, () => work.tx.delete(proposedDetails).where(and(eq(proposedDetails.contactId, contactId), inArray(proposedDetails.clientId, of))));
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const found = await asWhole(work, () =>
      work.tx.select().from(proposedDetails).where(eq(proposedDetails.contactId, contactId)).orderBy(asc(proposedDetails.at)),
    );
    return table(
      'details you asked us to change',
      found.map(({ at, what, note, decidedAt, taken, reason }) => ({
        at,
        what,
        note: note ?? '',
        decided: decidedAt ?? '',
        'taken over': taken ?? '',
        reason: reason ?? '',
      })),
    );
  }
}
