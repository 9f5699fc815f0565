import { Injectable } from '@nestjs/common';
import { and, asc, count, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type ZipEntry, table } from '../whole-file';
import { messages } from './post.tables';

/** What is not on its way any more. */
const OVER = inArray(messages.status, ['sent', 'withdrawn']);
const ofClients = (clientIds: readonly (string | null)[]) =>
  sql`coalesce(${messages.clientId}::text, '') in (select jsonb_array_elements_text(${JSON.stringify(clientIds.map((id) => id ?? ''))}::jsonb))`;

/** What was written to clients is kept for a time: what it said is destroyed, that it was sent stays. */
@Injectable()
export class MessagesKept implements KeptPart, PersonPart {
  readonly kind = 'messages';

  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    const found = await work.tx
      .select({ clientId: messages.clientId, count: count() })
      .from(messages)
      .where(and(eq(messages.firmId, work.firm.id), OVER, isNull(messages.destroyedAt), ofClients(clientIds)))
      .groupBy(messages.clientId);
    return found.map((one) => ({ clientId: one.clientId!, folderId: null, folder: null, count: one.count }));
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    const gone = await this.empty(work, [clientId]);
    return { count: gone, stays: [] };
  }

  private async empty(work: Work, clientIds: readonly (string | null)[], contactId?: string): Promise<number> {
    const gone = await work.tx
      .update(messages)
      .set({ subject: '', body: '', paragraphs: '', signature: '', address: '', destroyedAt: work.now.toString() })
      .where(
        and(
          eq(messages.firmId, work.firm.id),
          OVER,
          isNull(messages.destroyedAt),
          ofClients(clientIds),
          contactId === undefined ? undefined : eq(messages.contactId, contactId),
        ),
      )
      .returning({ id: messages.id });
    return gone.length;
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const found = await work.tx
      .select({ clientId: messages.clientId, count: count() })
      .from(messages)
      .where(and(eq(messages.firmId, work.firm.id), eq(messages.contactId, contactId), isNull(messages.destroyedAt)))
      .groupBy(messages.clientId);
    return found.map((one) => ({ what: 'Messages to them', ...one, kind: this.kind }));
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    await this.empty(work, clientIds, contactId);
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    const { sentAt, at, status, subject, body, address } = messages;
    const found = await work.tx
      .select({ sentAt, at, status, subject, body, address })
      .from(messages)
      .where(and(eq(messages.firmId, work.firm.id), eq(messages.contactId, contactId), isNull(messages.destroyedAt)))
      .orderBy(asc(at), asc(messages.id));
    return table(
      'messages to you',
      found.map((one) => ({ written: one.at, sent: one.sentAt, state: one.status, to: one.address, subject: one.subject, text: one.body })),
    );
  }
}
