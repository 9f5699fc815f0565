import { asc, eq } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { serviceLines, services } from './services.tables';
import { money } from '@steady/core/money';

/** What services bring to a client's whole file: its service lines. */
export async function wholeFileOfServices(work: Work, { id, fees }: FileOf): Promise<ZipEntry[]> {
  const found = await work.tx
    .select({ line: serviceLines, service: services.name })
    .from(serviceLines)
    .innerJoin(services, eq(services.id, serviceLines.serviceId))
    .where(eq(serviceLines.clientId, id))
    .orderBy(asc(serviceLines.name), asc(serviceLines.id));
  return table(
    'service lines',
    found.map(({ line, service }) => ({
      name: line.name,
      service,
      rhythm: line.rhythm,
      ...(fees ? { fee: money(line.fee, line.currency) } : {}),
      'starts on': line.startsOn,
      'ends on': line.endsOn,
      'why it ended': line.endReason,
    })),
  );
}
