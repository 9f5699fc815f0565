import { Injectable } from '@nestjs/common';
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import { EmailedCodes } from '../../platform/identity';
import type { Work } from '../../platform/work';
import type { PersonHas, PersonPart } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { openedThings, portalDevices, portalLinks, portalSessions } from './portal.tables';

/** What lets a person into the portal. */
@Injectable()
export class DevicesKept implements PersonPart {
  constructor(private readonly codes: EmailedCodes) {}

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const [devices] = await work.tx.select({ count: count() }).from(portalDevices).where(eq(portalDevices.contactId, contactId));
    const opened = await work.tx
      .select({ clientId: openedThings.clientId, count: count() })
      .from(openedThings)
      .where(eq(openedThings.contactId, contactId))
      .groupBy(openedThings.clientId);
    const [links] = await work.tx.select({ count: count() }).from(portalLinks).where(eq(portalLinks.contactId, contactId));
    return [
      { what: 'Devices that they confirmed', clientId: null, count: devices!.count, kind: null },
      { what: 'Links in messages to them', clientId: null, count: links!.count, kind: null },
      ...opened.map((one) => ({ what: 'What they opened in the portal', ...one, kind: null })),
    ];
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    const of = clientIds.filter((id): id is string => id !== null);
    if (of.length > 0) await work.tx.delete(openedThings).where(and(eq(openedThings.contactId, contactId), inArray(openedThings.clientId, of)));
    if (!clientIds.includes(null)) return;
    for (const letsIn of [portalDevices, portalLinks, portalSessions]) await work.tx.delete(letsIn).where(eq(letsIn.contactId, contactId));
    await this.codes.forget(work, contactId);
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const { expiresAt } = portalDevices;
    const found = await work.tx.select({ expiresAt }).from(portalDevices).where(eq(portalDevices.contactId, contactId)).orderBy(asc(expiresAt));
    return table(
      'your devices',
      found.map((one) => ({ 'confirmed until': one.expiresAt })),
    );
  }
}
