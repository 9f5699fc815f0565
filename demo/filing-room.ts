import { sql } from 'drizzle-orm';
import type { CivilDate, Temporal } from '@steady/core/calendar';
import { rows } from '@steady/server/platform/database/index';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { type Paper, bankDownload, bankStatement, hoursWorked, mail, photograph, writtenPage } from './papers';
import type { DemoFirm, DemoServices } from './services';

type At = (daysAgo: number, hour: number) => Temporal.Instant;

/** What lies in the folders on the day the demo opens: files as clients send them, some looked at, some given to somebody, some taken out. */
export class FilingRoom {
  constructor(
    private readonly app: DemoServices,
    private readonly firm: DemoFirm,
    private readonly at: At,
  ) {}

  private id(name: string): string {
    return [...this.firm.clients].find(([, demo]) => demo.name.startsWith(name))![0];
  }

  private async by<T>(who: Actor, daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> {
    return this.app.works.run({ firmId: this.firm.firmId, actor: who }, (work) => act({ ...work, now: this.at(daysAgo, 11) }));
  }

  private async file(work: Work, clientId: string, paper: Paper, more: { what?: string; folder?: string } = {}): Promise<string> {
    const file = await this.app.files.keepBytes(work.firm, paper.bytes);
    const folderId = more.folder && (await this.app.folders.ofClient(work, clientId)).folders.find((one) => one.name === more.folder)!.id;
    return this.app.documents.file(
      work,
      { ...file, name: paper.name },
      { clientId, jobId: null, ...(more.what ? { what: more.what } : {}), ...(folderId ? { folderId } : {}) },
    );
  }

  async fill(today: CivilDate): Promise<void> {
    const { people } = this.firm;
    const month = today.subtract({ months: 1 }).with({ day: 1 });
    const [dunmarra, cafe, boatyard, ferry] = [this.id('Dunmarra'), this.id('Strand Caf\u00e9'), this.id('Sallow Boatyard'), this.id('Inishvane')];
    const firstOf = async (work: Work, clientId: string) => (await this.app.contacts.of(work, clientId))[0]!;
    const asClient = (clientId: string, daysAgo: number, act: (work: Work) => Promise<unknown>) =>
      this.by(people.orla, daysAgo, async (work) => {
        const { id, name } = await firstOf(work, clientId);
        await act({ ...work, actor: { kind: 'client', id, name } });
      });

    // What the client sent of its own accord waits to be looked at.
    await asClient(cafe, 1, async (work) => {
      for (const name of ['receipt-sallow-cash-and-carry.jpg', 'receipt-quay-hardware.jpg']) await this.file(work, cafe, photograph(name));
    });
    await asClient(boatyard, 2, (work) => this.file(work, boatyard, photograph('receipt-harbour-fuels.jpg'), { what: 'Receipt, diesel for the crane' }));
    await this.answer(month);

    // The permanent file, with a version before it, and the same file filed twice.
    const lease = (rent: string) =>
      writtenPage('lease of the shed.pdf', 'Lease of the oyster shed', [
        'Between the harbour board of Port Sallow and Dunmarra Oysters Ltd.',
        `Rent ${rent} a year, paid each quarter in advance.`,
        'Until the last day of February 2031.',
      ]);
    const leaseId = await this.by(people.niamh, 120, async (work) =>
      this.file(work, dunmarra, await lease('9,600.00'), { what: 'Lease of the oyster shed', folder: 'Permanent file' }),
    );
    await this.by(people.niamh, 20, async (work) => {
      const { name, bytes } = await lease('10,200.00');
      await this.app.documentChanges.replace(work, leaseId, { ...(await this.app.files.keepBytes(work.firm, bytes)), name: `signed ${name}` });
    });
    const minutes = await writtenPage('minutes.pdf', 'Minutes of the members', [
      'Present: all members. The accounts were approved.',
      'A dividend of 12,000.00 is paid on the first of April.',
    ]);
    await this.by(people.orla, 15, (work) => this.file(work, ferry, minutes, { what: 'Minutes of the members', folder: 'Statutory records' }));
    await this.by(people.aoife, 14, (work) => this.file(work, ferry, { ...minutes, name: 'minutes (1).pdf' }, { folder: 'Statutory records' }));

    // Wages, which only one of the client's people may see; mail about them; a table.
    const hours = await hoursWorked(['Nora Gill', 'Pat Rooney', 'Sile Hynes', 'Tom Walsh', 'Una Ford'], month, 11);
    await this.by(people.tadhg, 6, (work) => this.file(work, dunmarra, hours, { what: 'Hours worked', folder: 'Payroll' }));
    await this.by(people.tadhg, 6, async (work) => {
      const contact = await firstOf(work, dunmarra);
      const { folders } = await this.app.folders.ofClient(work, dunmarra);
      const { id, version } = folders.find((one) => one.name === 'Payroll')!;
      await this.app.folders.changeOfClient(work, dunmarra, id, { right: 'client reads', onlyFor: [contact.id], ...(version === null ? {} : { version }) });
      const letter = mail({
        from: `${contact.name} <${contact.email}>`,
        to: 'Tadhg Moran <tadhg-moran@marram-tern.example>',
        subject: 'Overtime in February',
        on: today.subtract({ days: 7 }),
        lines: ['Hello Tadhg,', '', 'the spring tide was early: two of the crew worked both Sundays.', 'Please pay them at the Sunday rate.', '', contact.name],
      });
      await this.file(work, dunmarra, letter, { what: 'Overtime in February', folder: 'Payroll' });
    });

    // One to be looked at by a colleague, and one filed with the wrong client and taken out.
    await this.by(people.eimear, 3, async (work) => {
      const id = await this.file(work, ferry, bankDownload(month, 23), { what: 'Bank, downloaded' });
      await this.app.documentChanges.change(work, { documentIds: [id], assignedTo: people.niamh.id, lookedAt: false });
    });
    await this.by(people.aoife, 4, async (work) => {
      const id = await this.file(work, cafe, await bankStatement('Fulmar Freight Ltd', month, 5), { what: 'Bank statement' });
      await this.app.documentChanges.takeOut(work, [id]);
    });
  }

  /** Some of what is asked for has come as it comes: a bank's PDF, an answer in words, a word where it is; and by post, from a client on paper. */
  private async answer(month: CivilDate): Promise<void> {
    const statements = await this.asked('bank statement%', 'online', 3);
    for (const [index, one] of statements.entries())
      await this.as(one, async (work) => {
        const { name, bytes } = await bankStatement(one.client, month, 40 + index);
        await this.app.answers.upload(work, one.id, { ...(await this.app.files.keepBytes(work.firm, bytes)), name });
      });
    const [inWords, elsewhere] = (await this.asked('%', 'online', 8)).filter(({ id }) => !statements.some((one) => one.id === id));
    if (inWords)
      await this.as(inWords, (work) => this.app.answers.words(work, inWords.id, 'Nothing has changed since last time, apart from the new van in May.'));
    if (elsewhere)
      await this.as(elsewhere, (work) => this.app.answers.elsewhere(work, elsewhere.id, 'It is in the shared ledger: https://ledger.example/port-sallow'));
    const [onPaper] = await this.asked('%', 'paper', 1);
    if (onPaper)
      await this.by(this.firm.people.aoife, 1, (work) =>
        this.app.requests.takeIn(work, onPaper.id, { way: 'by post', text: 'one folder, sorted by month', place: 'shelf 4, by the window' }),
      );
  }

  private as(one: { contactId: string; contact: string }, act: (work: Work) => Promise<unknown>): Promise<unknown> {
    return this.by({ kind: 'client', id: one.contactId, name: one.contact }, 1, act);
  }

  /** Things of that name that clients of one way were asked for and have not sent, with who is asked. */
  private async asked(like: string, way: 'online' | 'paper', most: number): Promise<{ id: string; client: string; contactId: string; contact: string }[]> {
    return this.by(this.firm.people.orla, 1, (work) =>
      rows(
        work.tx,
        sql`select i.id, c.name as client, p.id as "contactId", p.name as contact from request_items i join asks a on a.id = i.ask_id join clients c on c.id = a.client_id
              join lateral (select x.id, x.name from client_contacts l join contacts x on x.id = l.contact_id where l.client_id = c.id and l.gets_requests and (x.email is not null or c.way = 'paper') order by l.position limit 1) p on true
            where a.state = 'with the client' and i.state = 'asked' and c.way = ${way} and i.name ilike ${like}
              and not exists (select from request_answers w where w.item_id = i.id) order by a.asked_at desc, i.id limit ${most}`,
      ),
    );
  }
}
