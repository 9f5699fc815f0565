import { type CivilDate, type Temporal, addWorkingDays, civil } from '@steady/core/calendar';
import { rows } from '@steady/server/platform/database/index';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { sql } from 'drizzle-orm';
import type { DemoFirm, DemoServices } from './services';
import { Signings } from './signings';
import { eur } from './eur';

/** How the firm stands on the day the demo opens, beside what its days have brought: notes, lists, exceptions, a running timer. */
export class LastDays {
  constructor(
    private readonly app: DemoServices,
    private readonly firm: DemoFirm,
  ) {}

  private run<T>(who: Actor, act: (work: Work) => Promise<T>): Promise<T> {
    return this.app.works.run({ firmId: this.firm.firmId, actor: who }, act);
  }

  /** What people wrote down these last days: questions, calls for a colleague, a client that left, somebody away. */
  async writeNotes(today: CivilDate, at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
    const { people, clients } = this.firm;
    const { notes, lists, clients: book, team } = this.app;
    const id = (name: string) => [...clients].find(([, demo]) => demo.name.startsWith(name))![0];
    const on = (who: Actor, daysAgo: number, act: (work: Work) => Promise<unknown>) => this.run(who, (work) => act({ ...work, now: at(daysAgo, 11) }));
    await on(people.niamh, 3, (work) =>
      notes.add(work, id('Dunmarra'), { kind: 'question', text: 'The grant for the new raft: income of this year, or deferred?' }),
    );
    await on(people.tadhg, 6, (work) => notes.add(work, id('Sallow Boatyard'), { kind: 'question', text: 'Who owns the crane, the company or the family?' }));
    await on(people.eimear, 1, (work) =>
      notes.add(work, id('Inishvane'), {
        kind: 'phone',
        text: 'Their bookkeeper rang about the fuel invoices of February. Wants to be rung back before three.',
        forId: people.orla.id,
      }),
    );
    await on(people.orla, 1, (work) =>
      notes.add(work, id('Thatch'), { kind: 'phone', text: 'Rang to say the papers are in the post.', forId: people.aoife.id }),
    );
    await on(people.orla, 40, async (work) => {
      const left = id('Marsh Fritillary');
      const { version } = await book.get(work, left);
      await book.setStanding(work, left, {
        standing: 'former',
        on: today.subtract({ days: 40 }).toString(),
        reason: 'merged into another club, which has its own treasurer',
        version,
      });
    });
    await on(people.eimear, 9, (work) =>
      team.addLeave(work, people.aoife.id, { from: today.add({ days: 5 }).toString(), until: today.add({ days: 9 }).toString(), what: 'holiday' }),
    );
    await on(people.orla, 30, async (work) => {
      const columns = ['way', 'paperPlace', 'due', 'dueWhat', 'waits', 'preparer'];
      await lists.save(work, { of: 'clients', name: 'On paper', shared: true, filters: [{ field: 'way', test: 'is', value: 'paper' }], columns });
      const owed = [{ field: 'unpaid', test: 'above' as const, value: 0 }];
      await lists.save(work, {
        of: 'clients',
        name: 'Owe us',
        shared: true,
        filters: owed,
        columns: ['unpaid', 'wip', 'contact', 'phone', 'partner'],
        sort: '-unpaid',
      });
      await lists.save(work, {
        of: 'clients',
        name: 'By preparer',
        shared: true,
        filters: [],
        columns: ['openJobs', 'wip', 'unpaid'],
        more: { by: 'preparer' },
      });
      await lists.save(work, {
        of: 'jobs',
        name: 'On paper',
        shared: true,
        filters: [{ field: 'way', test: 'is', value: 'paper' }],
        columns: ['due', 'stands', 'who', 'estimate', 'recorded'],
      });
      await lists.save(work, {
        of: 'jobs',
        name: 'Work by service',
        shared: true,
        filters: [],
        columns: ['estimate', 'recorded', 'fee', 'wip'],
        more: { by: 'service' },
      });
      await lists.save(work, {
        of: 'clients',
        name: 'On the water',
        shared: false,
        filters: [{ field: 'labels', test: 'has', value: 'on the water' }],
        columns: ['labels', 'trade', 'due', 'dueWhat', 'unpaid'],
      });
    });
  }

  /** Documents are out for signature, one in each state: signed by the first and waiting for the second, refused, run out, withdrawn, and one that nobody can be told of. */
  async signatures(at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
    const { orla } = this.firm.people;
    const [refused, waits, letter, withdrawn, runOut] = await this.run(orla, (work) =>
      rows<{ id: string; name: string; clientId: string }>(
        work.tx,
        sql`select j.id, j.name, j.client_id as "clientId" from jobs j join clients c on c.id = j.client_id join services s on s.id = j.service_id
            where j.status = 'open' and j.waiting_since is null and c.way = 'online' and c.legal_form in ('company', 'co-operative')
              and exists (select from client_contacts k join contacts p on p.id = k.contact_id where k.client_id = c.id and k.signs and p.email is not null)
            order by s.name ilike '%tax%' desc, (select count(*) from client_contacts k where k.client_id = c.id and k.signs) desc, j.number limit 5`,
      ),
    );
    const signings = new Signings(this.app);
    for (const [job, daysAgo] of [
      [waits, 6],
      [refused, 9],
    ] as const)
      if (job) await this.run(orla, (work) => signings.give({ ...work, now: at(daysAgo, 15) }, job, true));
    if (letter) await this.run(orla, (work) => signings.give({ ...work, now: at(3, 16) }, letter, true, true, orla.id));
    if (withdrawn) {
      const askId = await this.run(orla, (work) => signings.give({ ...work, now: at(12, 10) }, withdrawn, true, true));
      if (askId) await this.run(orla, (work) => this.app.asked.withdraw({ ...work, now: at(10, 11) }, askId, 'The fees in it were those of last year'));
    }
    if (runOut) {
      const askId = await this.run(orla, (work) => signings.give({ ...work, now: at(30, 14) }, runOut, true, true));
      if (askId) await this.run(orla, (work) => this.app.asked.expire({ ...work, now: at(2, 6) }, askId, 'Its last day was over.'));
    }
    const [unheard] = await this.run(orla, (work) =>
      rows<{ id: string; name: string; clientId: string }>(
        work.tx,
        sql`select j.id, j.name, j.client_id as "clientId" from jobs j join clients c on c.id = j.client_id
            where j.status = 'open' and c.way = 'online' and exists (select from client_contacts k where k.client_id = c.id and k.signs)
              and not exists (select from client_contacts k join contacts p on p.id = k.contact_id where k.client_id = c.id and k.signs and p.email is not null)
            order by j.number limit 1`,
      ),
    );
    if (unheard) await this.run(orla, (work) => signings.give({ ...work, now: at(5, 10) }, unheard, true));
    const asFirst = (jobId: string, now: Temporal.Instant, act: (work: Work, signer: { id: string; name: string }) => Promise<void>) =>
      this.run(orla, async (work) => {
        const [signer] = await rows<{ id: string; contactId: string; name: string }>(
          work.tx,
          sql`select s.id, s.contact_id as "contactId", s.name from ask_parties s join asks a on a.id = s.ask_id where a.job_id = ${jobId} and a.kind = 'signature' and s.state = 'asked' and s.contact_id is not null order by s.position`,
        );
        if (signer) await act({ ...work, now, actor: { kind: 'client', id: signer.contactId, name: signer.name } }, signer);
      });
    const { signatures } = this.app;
    if (refused) await asFirst(refused.id, at(2, 20), (work, { id }) => signatures.refuse(work, id, 'The dividend is not the one we agreed on in January.'));
    // All of the client have signed it: it waits for one of the firm.
    if (letter) for (const hour of [9, 17]) await asFirst(letter.id, at(1, hour), (work, { id, name }) => signings.signInPortal(work, id, name));
    if (waits) await asFirst(waits.id, at(4, 19), (work, { id, name }) => signings.signInPortal(work, id, name));
  }

  /** One client has asked something that waits for an answer; another, on paper, is to be told by a person what is needed. */
  async asks(at: (daysAgo: number, hour: number) => Temporal.Instant): Promise<void> {
    const { orla } = this.firm.people;
    await this.run(orla, async (work) => {
      const [item] = await rows<{ id: string; contactId: string; contact: string }>(
        work.tx,
        sql`select i.id, p.id as "contactId", p.name as contact from request_items i join asks a on a.id = i.ask_id join clients c on c.id = a.client_id
              join client_contacts l on l.client_id = c.id and l.gets_requests join contacts p on p.id = l.contact_id and p.email is not null
            where a.state = 'with the client' and i.state = 'asked' and c.way = 'online' order by a.asked_at desc, i.position, l.position limit 1`,
      );
      if (item) {
        const asking: Work = { ...work, now: at(1, 19), actor: { kind: 'client', id: item.contactId, name: item.contact } };
        await this.app.answers.ask(asking, item.id, 'The bank closed one of our accounts in January. Do you need its last statement too?');
      }
      const [job] = await rows<{ id: string }>(
        work.tx,
        sql`select j.id from jobs j join clients c on c.id = j.client_id where j.status = 'open' and j.due_on > ${work.today.toString()} and c.way = 'paper' and not exists (select from asks a where a.job_id = j.id and a.state <> 'done') order by j.due_on, j.number limit 1`,
      );
      if (job)
        await this.app.requests.send({ ...work, now: at(1, 15) }, job.id, {
          title: 'Two papers that are still needed',
          dueOn: addWorkingDays(work.today, 6, work.firm.calendar).toString(),
          items: [{ name: 'Rent agreement', description: 'The page with the new rent' }, { name: 'Receipts for the van' }],
        });
    });
  }

  /** From today on clients get three messages a day at most, in the hours of the office, several as one, and are followed up by themselves. */
  async pace(): Promise<void> {
    await this.app.effects.drain(this.firm.firmId);
    await this.run(this.firm.people.orla, async (work) => {
      const now = this.app.pacing.view(work);
      await this.app.pacing.keep(work, {
        ...now,
        perDay: 3,
        from: '08:00',
        until: '18:00',
        together: true,
        followsUp: true,
        everyDays: 5,
        most: 3,
        remindsOfBills: true,
        lateDays: 5,
      });
    });
  }

  /** What Orla wrote for the days to come: it stands in the plan of what goes out until then. */
  async writeAhead(today: CivilDate): Promise<void> {
    const { people, clients } = this.firm;
    const id = (name: string) => [...clients].find(([, demo]) => demo.name.startsWith(name))![0];
    await this.run(people.orla, async (work) => {
      const next = addWorkingDays(today, 1, work.firm.calendar);
      const write = (client: string, on: CivilDate, subject: string, body: string) =>
        this.app.templates.write(work, { clientId: id(client), on: on.toString(), subject, body });
      const closing =
        'We close for two days next week, on Thursday and Friday. What reaches us by Wednesday is done before.\n\n{preparer} is there for you on the telephone until then.';
      await write('Dunmarra', next, 'Two days closed next week', closing);
      await write('Strand Caf\u00e9', next, 'Two days closed next week', closing);
      await write(
        'Cormorant',
        addWorkingDays(today, 4, work.firm.calendar),
        'A call about the lessons paid in advance',
        'May {preparer} ring you this week about the lessons that were paid before the season?',
      );
    });
  }

  /** One deadline was put off, another is not required. */
  async putOff(): Promise<void> {
    await this.run(this.firm.people.orla, async (work) => {
      const next = (client: string) =>
        rows<{ id: string; version: number; dueOn: string }>(
          work.tx,
          sql`select o.id, o.version, o.due_on as "dueOn" from obligations o join clients c on c.id = o.client_id
              where c.name = ${client} and o.status = 'open' and not o.begun and o.due_on > ${work.today.toString()} order by o.due_on, o.id limit 1`,
        );
      const [later] = await next('Ballast Quarry Ltd');
      if (later)
        await this.app.standing.extend(work, later.id, {
          to: civil(later.dueOn).add({ days: 28 }).toString(),
          reference: 'letter of the authority',
          version: later.version,
        });
      const [aside] = await next('Whimbrel Web Works');
      if (aside)
        await this.app.standing.setAside(work, aside.id, {
          reason: 'did not trade in the period, the authority agreed by telephone',
          version: aside.version,
        });
    });
  }

  /** Orla's timer runs when the demo opens. */
  async startTimer(): Promise<void> {
    const { orla } = this.firm.people;
    await this.run(orla, async (work) => {
      const [task] = await rows<{ id: string; jobId: string }>(
        work.tx,
        sql`select t.id, t.job_id as "jobId" from tasks t join jobs j on j.id = t.job_id where t.assignee_id = ${orla.id} and t.done_at is null and j.status = 'open' order by (t.phase_key = j.phase) desc, t.due_on, t.id limit 1`,
      );
      if (task) await this.app.time.start(work, { jobId: task.jobId, taskId: task.id });
    });
  }
}

/** How work stands today beside the usual: held until a day, stopped for a colleague, first of all, waiting to be moved, welcomed. */
export async function standToday(app: DemoServices, firm: DemoFirm, today: CivilDate): Promise<void> {
  const clientId = (name: string) => [...firm.clients].find(([, demo]) => demo.name.startsWith(name))![0];
  await app.works.run({ firmId: firm.firmId, actor: firm.people.orla }, async (work) => {
    const open = await rows<{ id: string; version: number; service: string }>(
      work.tx,
      sql`select j.id, j.version, s.name as service from jobs j join services s on s.id = j.service_id where j.status = 'open' and j.waiting_since is null and j.due_on > ${today.add({ days: 6 }).toString()} order by j.due_on, j.id`,
    );
    const [first, second, third, fourth] = open;
    if (first) await app.jobStanding.stop(work, first.id, { reason: 'the figures of the loan are missing', forId: firm.people.tadhg.id });
    if (second) await app.jobStanding.hold(work, second.id, 'client abroad', today.add({ days: 9 }).toString());
    if (third) await app.jobStanding.change(work, third.id, { priority: 'first', version: third.version });
    if (fourth) await app.jobStanding.change(work, fourth.id, { ownStatus: 'at the bank', version: fourth.version });
    const inHand = fourth && (await app.jobs.get(work, fourth.id));
    if (inHand?.phase) {
      const taskId = await app.taskChanges.add(work, fourth!.id, {
        name: 'Ask the bank for the loan statement',
        phaseKey: inHand.phase,
        estimate: 15,
        assigneeId: firm.people.orla.id,
      });
      await app.taskChanges.stop(work, taskId, { reason: 'the bank wants a mandate of the client first', forId: firm.people.niamh.id });
    }
    if (third)
      await app.jobStanding.change(work, third.id, {
        preparerId: firm.people.niamh.id,
        word: 'they sent the papers by post, they are on my desk',
        version: (await app.jobs.get(work, third.id)).version,
      });
    const [onboarding] = await rows<{ id: string }>(work.tx, sql`select id from procedures where name like 'Onboarding%'`);
    await app.jobs.addByHand(work, {
      clientId: clientId('Whimbrel Web'),
      procedureId: onboarding!.id,
      name: 'Onboarding',
      priority: 'usual',
      startOn: today.toString(),
      dueOn: addWorkingDays(today, 5).toString(),
      fee: eur(0),
    });
  });
}
