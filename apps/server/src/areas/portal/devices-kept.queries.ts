import { Injectable } from '@nestjs/common';
import { asc, count, eq } from 'drizzle-orm';
import { EmailedCodes } from '../../platform/identity';
import type { Work } from '../../platform/work';
import type { PersonHas, PersonPart } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { portalDevices, portalLinks, portalSessions } from './portal.tables';

/** What lets a person into the portal. */
@Injectable()
export class DevicesKept implements PersonPart {
  constructor(private readonly codes: EmailedCodes) {}

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const [devices] = await work.tx.select({ count: count() }).from(portalDevices).where(eq(portalDevices.contactId, contactId));
    const [links] = await work.tx.select({ count: count() }).from(portalLinks).where(eq(portalLinks.contactId, contactId));
    return [
      { what: 'Devices that they confirmed', clientId: null, count: devices!.count, kind: null },
      { what: 'Links in messages to them', clientId: null, count: links!.count, kind: null },
    ];
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    if (!clientIds.includes(null)) return;
    for (const of of [portalDevices, portalLinks, portalSessions]) await work.tx.delete(of).where(eq(of.contactId, contactId));
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
