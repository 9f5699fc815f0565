import type { Temporal } from '@steady/core/calendar';
import { newId } from '@steady/server/platform/database/index';
import { type Actor, byItself } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { logo } from './logo';
import { photograph, writtenPage } from './papers';
import type { PersonKey } from './people';
import type { DemoFirm, DemoServices } from './services';

interface Left {
  name: string;
  email: string;
  /** A client whose person’s address was given, in place of one of their own. */
  knownAt?: string;
  daysAgo: number;
  hour: number;
  message: string;
  photo?: string;
  letter?: { name: string; title: string; lines: string[] };
  then?: { by: PersonKey; daysAgo: number; take?: true; prospect?: string; refuse?: string };
}

const LEFT: readonly Left[] = [
  {
    name: 'Malachy Crowe',
    email: 'malachy@crowe-sailmaking.example',
    daysAgo: 33,
    hour: 20,
    message: 'I make and mend sails and would like to set up a company next year. Ruairí spoke at the harbour meeting. Could we talk about what it would cost?',
    then: { by: 'ruairi', daysAgo: 32, prospect: 'Crowe Sailmaking' },
  },
  {
    name: 'Top Ranking Team',
    email: 'offers@top-ranking.example',
    daysAgo: 12,
    hour: 4,
    message: 'We bring your firm to the first place of every search. Answer today for half the price.',
    then: { by: 'orla', daysAgo: 11, refuse: 'An advertisement.' },
  },
  {
    name: 'Nora Vance',
    email: 'nora@vance-pottery.example',
    daysAgo: 2,
    hour: 21,
    message:
      'I have a pottery above the old pier and my accountant has retired. I am a sole trader, registered for VAT since the autumn, with one helper two days a week.\n\nI attach what he last did for me. Would you take me on?',
    photo: 'receipt-quay-hardware.jpg',
    letter: {
      name: 'accounts of last year.pdf',
      title: 'Vance Pottery: receipts and payments',
      lines: ['Sales of pots and lessons 41,260.00', 'Clay, glazes and the kiln 9,480.00', 'The helper 7,900.00', 'The room above the pier 6,600.00'],
    },
  },
  {
    name: 'Fintan Roche',
    email: '',
    knownAt: 'Dunmarra',
    daysAgo: 1,
    hour: 9,
    message: 'I keep the books at Dunmarra from this week on. Here is the statement of the mooring fees that you asked the office for.',
    letter: { name: 'mooring fees.pdf', title: 'Mooring fees', lines: ['Port Sallow Harbour', 'Moorings 4 to 9, half a year', 'To pay 1,350.00'] },
    then: { by: 'orla', daysAgo: 1, take: true },
  },
];

/** What comes in from outside: what was left on the public page of the firm (with nobody yet, with somebody, made a prospect, refused), and details that a client asks to change. */
export async function leaveThings(app: DemoServices, firm: DemoFirm, at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
  const run = <T>(who: Actor, now: Temporal.Instant, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId: firm.firmId, actor: who }, (work) => act({ ...work, now }));
  const { orla, grainne, ruairi } = firm.people;
  await run(ruairi, at(60, 9), async (work) => {
    await app.logo.keep(work, { ...(await app.files.keepBytes(work.firm, logo())), name: 'logo.png' });
    await app.dropOff.choose(work, { address: 'marram-tern', knowsThatItStays: true });
    const { version, welcome } = await app.dropOff.view(work);
    await app.dropOff.keep(work, {
      version,
      isOn: true,
      welcome,
      hours: 'Mon to Thu 9.00 to 17.30\nFri 9.00 to 15.30',
      memberIds: [orla.id, grainne.id, ruairi.id],
    });
  });
  await run(ruairi, at(60, 10), (work) => app.portalServices.show(work, { isShown: true, version: work.firm.version }));
  const inishvane = [...firm.clients].find(([, demo]) => demo.name.startsWith('Inishvane'))![0];
  const [skipper] = await run(orla, at(2, 8), (work) => app.contacts.of(work, inishvane));
  await run({ kind: 'client', id: skipper!.id, name: skipper!.name }, at(2, 19), (work) =>
    app.ownDetails.proposePerson(work, {
      email: skipper!.email!,
      mobile: '085 555 0177',
      address: { street: '2 Lighthouse Row', town: 'Port Sallow' },
      note: 'We have moved. Please ring the mobile, the line at the slip is cut off.',
    }),
  );
  const system = byItself(firm.firmId).actor;
  for (const [place, { name, daysAgo, hour, message, photo, letter, knownAt, then, ...of }] of LEFT.entries()) {
    const clientId = knownAt && [...firm.clients].find(([, demo]) => demo.name.startsWith(knownAt))![0];
    const id = newId();
    const came = at(daysAgo, hour);
    await run(system, came, async (work) => {
      const email = clientId ? (await app.contacts.of(work, clientId))[0]!.email! : of.email;
      await app.visits.write(work, { id, deviceHash: `demo ${place}`, proof: `demo ${place}`, name, email, message });
      await app.visits.arrive(work, id);
      const files = [...(photo ? [photograph(photo)] : []), ...(letter ? [await writtenPage(letter.name, letter.title, letter.lines)] : [])];
      for (const file of files) await app.visits.take(work, id, { ...(await app.files.keepBytes(work.firm, file.bytes)), name: file.name });
    });
    if (!then) continue;
    const who = firm.people[then.by];
    await run(who, at(then.daysAgo, 11), async (work) => {
      if (then.take) await app.arrivals.take(work, id, { version: 1, memberId: who.id });
      if (then.prospect) await app.arrivals.makeProspect(work, id, { version: 1, name: then.prospect });
      if (then.refuse) await app.arrivals.refuse(work, id, { version: 1, reason: then.refuse });
    });
  }
}
