import type { Temporal } from '@steady/core/calendar';
import type { Actor, StaffActor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { writtenPage } from './papers';
import type { PersonKey } from './people';
import type { DemoFirm, DemoServices } from './services';

interface Line {
  /** Of the firm; the client’s person where nobody is named. */
  who?: PersonKey;
  daysAgo: number;
  hour: number;
  text: string;
}

interface Talk {
  client: string;
  subject: string;
  members: PersonKey[];
  isPrivate?: boolean;
  lines: Line[];
  file?: { name: string; what: string; lines: string[] };
  isOver?: boolean;
}

const TALKS: readonly Talk[] = [
  {
    client: 'Inishvane',
    subject: 'Fuel invoices of the winter timetable',
    members: ['orla', 'niamh'],
    lines: [
      {
        who: 'niamh',
        daysAgo: 41,
        hour: 10,
        text: 'Three fuel invoices of December carry the VAT number of the old operator. Can the supplier write them again in your name?',
      },
      { daysAgo: 40, hour: 9, text: 'They will. The new ones come by the end of the week.' },
      { who: 'niamh', daysAgo: 34, hour: 11, text: 'They are here, thank you. Nothing more is needed.' },
    ],
    isOver: true,
  },
  {
    client: 'Dunmarra',
    subject: 'Grant for the new raft',
    members: ['niamh', 'orla'],
    lines: [
      {
        who: 'niamh',
        daysAgo: 6,
        hour: 15,
        text: 'The grant for the new raft came on 12 February. Is it tied to the raft alone, or also to the people you take on?',
      },
      { daysAgo: 5, hour: 8, text: 'To the raft alone. The letter of offer is here.' },
      { daysAgo: 1, hour: 17, text: 'Another thing: the board wants to know whether it counts as income of this year. We meet on Friday.' },
    ],
    file: { name: 'letter of offer.pdf', what: 'Letter of offer', lines: ['Grant towards one oyster raft.', 'The amount is paid when the raft is moored.'] },
  },
  {
    client: 'Sallow Boatyard',
    subject: 'Who owns the crane',
    members: ['tadhg'],
    lines: [
      {
        who: 'tadhg',
        daysAgo: 4,
        hour: 11,
        text: 'The crane stands in the accounts of the yard, and the insurance names your father. Which of the two bought it?',
      },
    ],
  },
  {
    client: 'Curragh Bay',
    subject: 'A change among the shareholders',
    members: ['grainne'],
    isPrivate: true,
    lines: [
      {
        who: 'grainne',
        daysAgo: 8,
        hour: 16,
        text: 'You said on the telephone that one of you wants to sell. Before anybody else hears of it: at what price were shares last sold?',
      },
      { daysAgo: 2, hour: 21, text: 'Two years ago, at 140 each. My brother does not know yet, please keep it so.' },
    ],
  },
];

/** What clients and the firm have written to each other: answered, waiting on either side, over, and private. */
export async function talk(app: DemoServices, firm: DemoFirm, at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
  const run = <T>(who: Actor, now: Temporal.Instant, act: (work: Work) => Promise<T>): Promise<T> =>
    app.works.run({ firmId: firm.firmId, actor: who }, (work) => act({ ...work, now }));
  for (const { client, subject, members, isPrivate = false, lines, file, isOver } of TALKS) {
    const clientId = [...firm.clients].find(([, demo]) => demo.name.startsWith(client))![0];
    const people = members.map((key): StaffActor => firm.people[key]);
    const [first, ...more] = lines;
    const opener = firm.people[first!.who!];
    const [contact] = await run(opener, at(first!.daysAgo, first!.hour), (work) => app.contacts.of(work, clientId));
    const theirs: Actor = { kind: 'client', id: contact!.id, name: contact!.name };
    const id = await run(opener, at(first!.daysAgo, first!.hour), (work) =>
      app.conversations.open(work, { clientId, contactIds: [contact!.id], memberIds: people.map((one) => one.id), subject, text: first!.text, isPrivate }),
    );
    for (const [place, { who, daysAgo, hour, text }] of more.entries()) {
      if (who) await run(firm.people[who], at(daysAgo, hour), (work) => app.conversations.say(work, id, text));
      else await run(theirs, at(daysAgo, hour), (work) => app.portalConversations.say(work, id, text));
      if (place === 0 && file)
        await run(theirs, at(daysAgo, hour).add({ minutes: 4 }), async (work) => {
          const { bytes } = await writtenPage(file.name, file.what, file.lines);
          await app.portalConversations.addFile(work, id, { ...(await app.files.keepBytes(work.firm, bytes)), name: file.name });
        });
    }
    if (isOver) await run(opener, at(more.at(-1)!.daysAgo, 12), (work) => app.conversations.end(work, id));
  }
}
