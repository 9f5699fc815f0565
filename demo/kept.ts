import type { Temporal } from '@steady/core/calendar';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { writtenPage } from './papers';
import type { DemoFirm, DemoServices } from './services';

interface Left {
  name: string;
  trade: string;
  contact: { name: string; email: string };
  endedOn: string;
  reason: string;
}

const LEFT: readonly Left[] = [
  {
    name: 'Creel & Smoke Ltd',
    trade: 'smokehouse',
    contact: { name: 'Dervla Roche', email: 'dervla@creel-smoke.example' },
    endedOn: '2018-09-30',
    reason: 'sold, the buyer has its own accountant',
  },
  {
    name: 'Old Slip Chandlery Ltd',
    trade: 'ropes and sails',
    contact: { name: 'Matty Quirke', email: 'matty@old-slip.example' },
    endedOn: '2017-06-30',
    reason: 'wound up',
  },
];

/** For how long the firm keeps what, and two clients that left long ago: of one something may be destroyed, of the other everything is held. */
export async function keepForATime(app: DemoServices, firm: DemoFirm, at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
  const { people, firmId } = firm;
  const by = <T>(who: Actor, daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId, actor: who }, (work) => act({ ...work, now: at(daysAgo, 10) }));
  await by(people.eimear, 60, async (work) => {
    const { version, folders } = await app.periods.view(work);
    const identity = folders.find(({ name }) => name === 'Identity papers')!;
    await app.periods.set(work, {
      version,
      kinds: [
        { kind: 'documents', years: 7 },
        { kind: 'messages', years: 7 },
        { kind: 'answers', years: 7 },
        { kind: 'signing steps', years: 12 },
      ],
      folders: [{ folderId: identity.folderId, years: 5 }],
    });
  });
  const ids: string[] = [];
  for (const { name, trade, contact, endedOn, reason } of LEFT) {
    const id = await by(people.orla, 50, (work) =>
      app.clients.add(work, {
        name,
        trade,
        legalForm: 'company',
        yearEnd: '12-31',
        vatRegistered: false,
        employer: false,
        way: 'online',
        contact,
        partnerId: people.niamh.id,
      }),
    );
    ids.push(id);
    await by(people.orla, 50, async (work) => {
      const { version } = await app.clients.get(work, id);
      await app.clients.setStanding(work, id, { standing: 'former', on: endedOn, reason, version });
    });
    const papers = [
      ['accounts 2016.pdf', 'Accounts 2016', 'Accounts and tax', 'Turnover 212,400.00. Profit before tax 31,090.00.'],
      ['lease of the yard.pdf', 'Lease of the yard', 'Permanent file', 'Between the harbour board of Port Sallow and the company.'],
      ['passport page.pdf', 'Passport of the director', 'Identity papers', 'Seen by us in 2009.'],
    ] as const;
    await by(people.aoife, 49, async (work) => {
      for (const [file, what, folder, words] of papers) {
        const { bytes } = await writtenPage(file, what, [name, words]);
        const folderId = (await app.folders.ofClient(work, id)).folders.find((one) => one.name === folder)!.id;
        await app.documents.file(work, { ...(await app.files.keepBytes(work.firm, bytes)), name: file }, { clientId: id, jobId: null, what, folderId });
      }
    });
  }
  await by(people.niamh, 40, (work) => app.holds.hold(work, ids[1]!, { reason: 'enquiry of the liquidator into 2016' }));
}
