import type { PhasePlan } from '@steady/core/procedures';
import { rows } from '@steady/server/platform/database/index';
import { sql } from 'drizzle-orm';
import type { DemoFirm, DemoServices } from './services';

/** What the firm has written itself: messages, and what its procedures do by themselves. */
export async function writeProcedures(app: DemoServices, firm: DemoFirm): Promise<void> {
  await app.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
    const filed = await app.templates.keep(work, null, {
      name: 'Your return is filed',
      subject: '{job} is filed',
      body: 'Your {job} has gone to Revenue, and we have its receipt.\n\nWhat is to be paid, and until when, stands in our letter with the computation. Ring {preparer} with any question.',
    });
    await app.templates.keep(work, null, {
      name: 'We have everything',
      subject: 'Thank you: we have all papers for {job}',
      body: 'All papers for {job} have come in, thank you. We mean to have it ready by {target date}.',
    });
    const [personal] = await rows<{ id: string }>(work.tx, sql`select id from procedures where name = 'Personal return'`);
    const { name, definition, version } = await app.procedures.get(work, personal!.id);
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
    await app.procedures.keep(work, personal!.id, { name, definition: { phases }, version });
    for (const key of ['books-weekly', 'accounts', 'corporation-tax', 'onboarding']) await app.procedures.takeSupplied(work, key);
  });
}
