import { sql } from 'drizzle-orm';
import { type CivilDate, type Temporal, addWorkingDays } from '@steady/core/calendar';
import type { Answer } from '@steady/core/questionnaires';
import { rows } from '@steady/server/platform/database/index';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { eur } from './eur';
import { writtenPage } from './papers';
import type { DemoFirm, DemoServices } from './services';

interface Asked {
  client: string;
  /** How the name of its job begins. */
  job: string;
  template: string;
  title: string;
  daysAgo: number;
  answers: Record<string, Answer>;
  /** Days ago on which it was sent in; not yet where nothing is said. */
  sentIn?: number;
  /** A question of which the answer was sent back, and why. */
  back?: [string, string];
}

const ASKED: readonly Asked[] = [
  {
    client: 'Kelpworks',
    job: 'VAT',
    template: 'Year-end of a company',
    title: 'Year-end of a company, 2025',
    daysAgo: 9,
    answers: {
      period: { from: '2025-01-01', until: '2025-12-31' },
      changed: 'We moved the drying room into the second hall, and sell to three chemists in Rinnmore now.',
      stock: true,
      'stock-value': eur(18_450_00),
      bought: {
        rows: [
          ['Drying cabinet', 'May 2025', '6,200'],
          ['Van', 'October 2025', '21,900'],
        ],
      },
      loans: false,
    },
  },
  {
    client: 'Whimbrel',
    job: 'Onboarding',
    template: 'New person client',
    title: 'A few questions about you',
    daysAgo: 12,
    answers: {
      address: { street: 'Signal Hill 3', town: 'Port Sallow', postcode: 'PS1 4T7' },
      'tax-number': '7700123TA',
      trade: 'websites and their upkeep',
      'own-trade': true,
      since: '2025-10-01',
      employer: true,
      vat: true,
      'vat-number': 'IE 9990123B',
      account: 'IE29 AIBK 9311 5212 3456 78',
      agreed: true,
    },
    sentIn: 3,
  },
  {
    client: 'Turf Lane',
    job: 'VAT',
    template: 'Payroll starter',
    title: 'Your new baker',
    daysAgo: 6,
    answers: {
      who: { name: 'Fionn Garvey', born: '1998-02-11' },
      address: { street: 'Cooper Row 12', town: 'Port Sallow' },
      'tax-number': '8812345KA',
      begins: '2026-03-23',
      by: 'the hour',
      rate: eur(19_50),
      hours: 390,
      account: 'IE29 AIBK 9311 5212 3456 78',
      'first-job': false,
    },
    sentIn: 4,
    back: ['hours', 'Is it 39 hours? 390 is more than a week has.'],
  },
];

/** Papers by which a person shows who they are. */
const SHOWN = { passport: 'Passport page', 'proof-of-address': 'Electricity bill' };

/** The firm’s questionnaires, and three that were sent: one half answered, one sent in, one of which an answer went back. */
export async function askQuestions(
  app: DemoServices,
  firm: DemoFirm,
  today: CivilDate,
  at: (daysAgo: number, hour: number) => Temporal.Instant,
): Promise<void> {
  const { orla, eimear } = firm.people;
  const run = <T>(who: Actor, daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId: firm.firmId, actor: who }, (work) => act({ ...work, now: at(daysAgo, 11) }));
  await run(eimear, 60, (work) => app.questionnaires.useSupplied(work));
  for (const { client, job: begins, template, title, daysAgo, answers, sentIn, back } of ASKED) {
    const clientId = [...firm.clients].find(([, demo]) => demo.name.startsWith(client))![0];
    const askId = await run(orla, daysAgo, async (work) => {
      const [job] = await rows<{ id: string }>(
        work.tx,
        sql`select id from jobs where client_id = ${clientId} and status = 'open' and name like ${`${begins}%`} order by due_on, number limit 1`,
      );
      const [found] = await rows<{ id: string }>(work.tx, sql`select id from questionnaire_templates where firm_id = ${firm.firmId} and name = ${template}`);
      return job && app.questionnaireAsking.ask(work, job.id, { templateId: found!.id, title, dueOn: addWorkingDays(today, 5).toString() });
    });
    if (!askId) continue;
    const [contact] = await run(orla, daysAgo, (work) => app.contacts.of(work, clientId, 'getsRequests'));
    const theirs: Actor = { kind: 'client', id: contact!.id, name: contact!.name };
    await run(theirs, sentIn ?? 1, async (work) => {
      for (const [key, value] of Object.entries(answers)) await app.answering.put(work, askId, { key, value });
      if (template === 'New person client')
        for (const [key, what] of Object.entries(SHOWN)) {
          const { bytes } = await writtenPage(`${key}.pdf`, what, [theirs.name, 'Seen and copied in Port Sallow.']);
          await app.answering.addFile(work, askId, key, { ...(await app.files.keepBytes(work.firm, bytes)), name: `${key}.pdf` });
        }
      if (sentIn !== undefined) await app.answering.sendIn(work, askId);
    });
    if (back) await run(orla, 1, (work) => app.answering.sendBack(work, askId, { key: back[0], reason: back[1] }));
  }
}
