import { eq } from 'drizzle-orm';
import { rhythmInWords } from '@steady/core/calendar';
import type { JobView } from '@steady/contract/jobs';
import type { Work } from '../../platform/work';
import type { Job } from '../jobs';
import { serviceLines, services } from './services.tables';

/** What services know of a job: its service, and in which rhythm it recurs. */
export async function serviceOfJob(work: Work, { lineId, serviceId }: Job): Promise<Partial<Pick<JobView, 'rhythm' | 'service'>>> {
  const [line] = lineId === null ? [] : await work.tx.select({ rhythm: serviceLines.rhythm }).from(serviceLines).where(eq(serviceLines.id, lineId));
  const [service] = serviceId === null ? [] : await work.tx.select({ name: services.name }).from(services).where(eq(services.id, serviceId));
  return { ...(line ? { rhythm: rhythmInWords(line.rhythm) } : {}), service: service?.name ?? null };
}
