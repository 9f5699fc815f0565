import { type CivilDate, addWorkingDays } from '@steady/core/calendar';
import type { PhasePlan } from '@steady/core/procedures';
import { rows } from '@steady/server/platform/database/index';
import { sql } from 'drizzle-orm';
import type { DemoFirm, Hands } from './hands';

/** What the firm has written itself: messages, and what its procedures do by themselves. */
export async function writeProcedures(hands: Hands, firm: DemoFirm): Promise<void> {
  await hands.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
    const filed = await hands.templates.keep(work, null, {
      name: 'Your return is filed',
      subject: '{job} is filed',
      body: 'Your {job} has gone to Revenue, and we have its receipt.\n\nWhat is to be paid, and until when, stands in our letter with the computation. Ring {preparer} with any question.',
    });
    await hands.templates.keep(work, null, {
      name: 'We have everything',
      subject: 'Thank you: we have all papers for {job}',
      body: 'All papers for {job} have come in, thank you. We mean to have it ready by {target date}.',
    });
    const [personal] = await rows<{ id: string }>(work.tx, sql`select id from procedures where name = 'Personal return'`);
    const { name, definition, version } = await hands.procedures.get(work, personal!.id);
    const phases = definition.phases.map((phase): PhasePlan => {
      if (phase.key === 'agree') return { ...phase, asks: true };
      if (phase.key !== 'file') return phase;
      return {
        ...phase,
        onDone: [
          { key: 'tell-client', does: 'message', templateId: filed },
          { key: 'label', does: 'label', label: 'return filed', put: true },
        ],
      };
    });
    await hands.procedures.keep(work, personal!.id, { name, definition: { phases }, version });
    for (const key of ['books-weekly', 'accounts', 'corporation-tax', 'onboarding']) await hands.procedures.takeSupplied(work, key);
  });
}

/** How work stands today beside the usual: held until a day, stopped for a colleague, first of all, waiting to be moved, welcomed. */
export async function standToday(hands: Hands, firm: DemoFirm, today: CivilDate): Promise<void> {
  const clientId = (name: string) => [...firm.clients].find(([, demo]) => demo.name.startsWith(name))![0];
  await hands.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
    const open = await rows<{ id: string; version: number; service: string }>(
      work.tx,
      sql`select j.id, j.version, s.name as service from jobs j join services s on s.id = j.service_id where j.status = 'open' and j.waiting_since is null and j.due_on > ${today.add({ days: 6 }).toString()} order by j.due_on, j.id`,
    );
    const [first, second, third, fourth] = open;
    if (first) await hands.jobStanding.stop(work, first.id, { reason: 'the figures of the loan are missing', forId: firm.people.tadhg.id });
    if (second) await hands.jobStanding.hold(work, second.id, 'client abroad', today.add({ days: 9 }).toString());
    if (third) await hands.jobStanding.change(work, third.id, { priority: 'first', version: third.version });
    if (fourth) await hands.jobStanding.change(work, fourth.id, { ownStatus: 'at the bank', version: fourth.version });
    const [onboarding] = await rows<{ id: string }>(work.tx, sql`select id from procedures where name like 'Onboarding%'`);
    await hands.jobs.addByHand(work, {
      ...{ clientId: clientId('Whimbrel Web'), procedureId: onboarding!.id, name: 'Onboarding', priority: 'usual' },
      ...{ startOn: today.toString(), dueOn: addWorkingDays(today, 5).toString(), fee: 0 },
    });
  });
}
