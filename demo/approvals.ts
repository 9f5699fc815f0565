import { sql } from 'drizzle-orm';
import { type CivilDate, type Temporal, addWorkingDays } from '@steady/core/calendar';
import { rows } from '@steady/server/platform/database/index';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import type { DemoFirm, DemoServices } from './services';

const TO_APPROVE = [
  { client: 'Curragh Bay', words: 'VAT on sales EUR 6,118.40\nVAT on purchases EUR 2,204.15\nTo pay EUR 3,914.25', approved: false },
  { client: 'Inishvane', words: 'VAT on sales EUR 11,402.00\nVAT on purchases EUR 11,977.60\nTo come back EUR 575.60', approved: true },
] as const;

/** Figures of two returns given to be approved by a tick: one waits, one is approved. */
export async function giveForApproval(
  app: DemoServices,
  firm: DemoFirm,
  today: CivilDate,
  at: (daysAgo: number, hour: number) => Temporal.Instant,
): Promise<void> {
  const run = <T>(who: Actor, daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId: firm.firmId, actor: who }, (work) => act({ ...work, now: at(daysAgo, 14) }));
  for (const { client, words, approved } of TO_APPROVE) {
    const clientId = [...firm.clients].find(([, demo]) => demo.name.startsWith(client))![0];
    const signer = await run(firm.people.orla, 2, async (work) => {
      const [job] = await rows<{ id: string; name: string }>(
        work.tx,
        sql`select id, name from jobs where client_id = ${clientId} and status = 'open' and name like 'VAT%' order by due_on limit 1`,
      );
      const [contact] = await app.contacts.of(work, clientId, 'signs');
      if (!job || !contact) throw new Error(`Nothing to approve for ${client}: no open VAT return, or nobody signs`);
      await app.approvals.ask(work, job.id, {
        title: `Figures of the ${job.name}`,
        words,
        contactIds: [contact.id],
        dueOn: addWorkingDays(today, 3).toString(),
      });
      return contact;
    });
    if (!approved) continue;
    await run({ kind: 'client', id: signer.id, name: signer.name }, 1, async (work) => {
      const [party] = await rows<{ id: string }>(
        work.tx,
        sql`select p.id from ask_parties p join asks a on a.id = p.ask_id where a.client_id = ${clientId} and a.kind = 'approval' order by a.asked_at desc limit 1`,
      );
      await app.approvals.approve(work, party!.id);
    });
  }
}
