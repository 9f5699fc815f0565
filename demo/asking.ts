import { sql } from 'drizzle-orm';
import { type CivilDate, type Temporal, addWorkingDays } from '@steady/core/calendar';
import { rows } from '@steady/server/platform/database/index';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import type { DemoFirm, DemoServices } from './services';

interface OpenJob {
  id: string;
  name: string;
}

/** What is asked, promised, got from elsewhere and brought on paper, on the day the demo opens. */
export class Asking {
  constructor(
    private readonly app: DemoServices,
    private readonly firm: DemoFirm,
    private readonly at: (daysAgo: number, hour: number) => Temporal.Instant,
  ) {}

  private id(name: string): string {
    return [...this.firm.clients].find(([, demo]) => demo.name.startsWith(name))![0];
  }

  private by<T>(who: Actor, daysAgo: number, act: (work: Work) => Promise<T>): Promise<T> {
    return this.app.works.run({ firmId: this.firm.firmId, actor: who }, (work) => act({ ...work, now: this.at(daysAgo, 11) }));
  }

  /** The open job of a client by a service whose name begins so. */
  private async openJob(work: Work, client: string, service: string): Promise<OpenJob | undefined> {
    const [job] = await rows<OpenJob>(
      work.tx,
      sql`select j.id, j.name from jobs j join services s on s.id = j.service_id where j.client_id = ${this.id(client)} and j.status = 'open' and s.name ilike ${`${service}%`} order by j.due_on, j.number limit 1`,
    );
    return job;
  }

  private async itemOf(work: Work, client: string): Promise<string | undefined> {
    const [item] = await rows<{ id: string }>(
      work.tx,
      sql`select i.id from request_items i join asks a on a.id = i.ask_id where a.client_id = ${this.id(client)} and a.state = 'with the client' and i.state = 'asked' order by a.asked_at desc, i.position desc limit 1`,
    );
    return item?.id;
  }

  async fill(today: CivilDate): Promise<void> {
    const { orla, aoife } = this.firm.people;
    const inDays = (days: number) => addWorkingDays(today, days).toString();
    const item = (name: string, description?: string) => ({ name, ...(description ? { description } : {}) });

    // Words that are asked again and again.
    await this.by(orla, 30, async (work) => {
      const vat = [...this.firm.services].find(([, service]) => service === 'vat')![0];
      const kept = [
        {
          title: 'Papers for the VAT return',
          serviceId: vat,
          daysToAnswer: 5,
          items: [item('Sales invoices'), item('Purchase invoices'), item('Bank statement')],
        },
        {
          title: 'Who we are dealing with',
          daysToAnswer: 10,
          items: [item('Passport page', 'of each director'), item('Proof of address', 'not older than three months')],
        },
      ];
      for (const one of kept) await this.app.keptRequests.keep(work, one, null);
    });

    // Asked on a day to come, and with each later job of the service.
    await this.by(orla, 0, async (work) => {
      const job = (await this.openJob(work, 'Dunmarra', 'VAT')) ?? (await this.openJob(work, 'Dunmarra', ''));
      if (job)
        await this.app.requests.send(work, job.id, {
          title: 'Stock and deposits before we file',
          sendOn: inDays(5),
          dueOn: inDays(8),
          items: [item('Stock list', 'Counted on the last day of the period'), item('Deposits from restaurants')],
          eachTime: 12,
        });
      // What can wait until the client looks in of its own accord.
      const quiet = await this.openJob(work, 'Skellick', '');
      if (quiet)
        await this.app.requests.send(work, quiet.id, {
          title: 'When you have a minute',
          dueOn: inDays(10),
          items: [item('Photograph of the new survey van’s registration')],
          portalOnly: true,
        });
    });

    // What nobody asks for any more: it comes from the bank by itself.
    await this.by(aoife, 3, async (work) => {
      const bank = await this.itemOf(work, 'Turnstone');
      if (bank) await this.app.elsewhere.note(work, bank, { source: 'our books', saidBy: 'Aoife Ryan' });
    });
    // What was promised on the telephone.
    await this.by(orla, 0, (work) =>
      this.app.said.note(work, this.id('Cormorant'), {
        text: 'The invoices are in the boat house; the season’s first group is out until Friday.',
        forId: aoife.id,
        promisedFor: inDays(3),
      }),
    );
    await this.papers();
    await this.onPaper(today);
  }

  /** Two yearly returns on paper: one packet waits to be printed, the other was posted and brought nothing yet. */
  private async onPaper(today: CivilDate): Promise<void> {
    const { aoife } = this.firm.people;
    const asked = (client: string, daysAgo: number, items: { name: string; description?: string }[]) =>
      this.by(aoife, daysAgo, async (work) => {
        const [procedure] = await rows<{ id: string }>(work.tx, sql`select id from procedures where name = 'Personal return'`);
        const dueOn = today.add({ days: 75 }).toString();
        const startOn = work.now.toZonedDateTimeISO(work.firm.zone).toPlainDate().toString();
        const jobId = await this.app.jobs.addByHand(work, { clientId: this.id(client), procedureId: procedure!.id, name: 'Income tax 2025', startOn, dueOn });
        const wanted = addWorkingDays(today, 12).toString();
        const { id } = await this.app.requests.send(work, jobId, { title: 'Papers for your income tax 2025', dueOn: wanted, items });
        return id;
      });
    await asked('The Drying Loft', 1, [
      { name: 'Rent book', description: 'All twelve months' },
      { name: 'Mortgage certificate' },
      { name: 'Receipts for repairs' },
    ]);
    const posted = await asked('Skipper Conal', 12, [{ name: 'Landing declarations' }, { name: 'Diesel dockets' }]);
    await this.by(aoife, 11, (work) => this.app.packets.posted(work, [posted]));
  }

  /** Shelves, and what clients on paper have brought. */
  private async papers(): Promise<void> {
    const { orla, aoife, eimear } = this.firm.people;
    const places = await this.by(eimear, 30, async (work) => {
      const byName = new Map<string, string>();
      for (const name of ['Shelf 1', 'Shelf 2', 'Cupboard by the door', 'Aoife’s desk']) byName.set(name, await this.app.papers.addPlace(work, { name }));
      return byName;
    });
    const brought = (who: Actor, daysAgo: number, client: string, place: string, more: { what: string; came: 'dropped off' | 'by post'; broughtBy?: string }) =>
      this.by(who, daysAgo, async (work) => {
        const job = await this.openJob(work, client, '');
        await this.app.papers.takeIn(work, this.id(client), { ...more, placeId: places.get(place)!, ...(job ? { jobId: job.id } : {}) });
      });
    await brought(aoife, 6, 'Thatch', 'Shelf 1', { what: 'A shoe box with receipts, and the mileage book', came: 'dropped off', broughtBy: 'his daughter' });
    await brought(aoife, 2, 'Skipper Conal', 'Aoife’s desk', { what: 'Landing declarations in a brown envelope', came: 'by post' });
    await brought(orla, 1, 'The Drying Loft', 'Shelf 2', {
      what: 'A blue folder: rent book, mortgage certificate',
      came: 'dropped off',
      broughtBy: 'the owner',
    });
  }
}
