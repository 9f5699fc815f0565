import { type CivilDate, Temporal, type WorkingCalendar, addWorkingDays, nextWorkingDay } from '@steady/core/calendar';
import { holidayCalendar } from '@steady/core/holidays';
import { type AsFigures, inCurrency, rows } from '@steady/server/platform/database/index';
import type { Actor } from '@steady/server/platform/identity/index';
import type { Work } from '@steady/server/platform/work/index';
import { sql } from 'drizzle-orm';
import type { Chance } from './chance';
import type { Repeated } from './repeats';
import type { DemoClient, Manner, ServiceKey } from './clients';
import type { DemoFirm, DemoServices } from './services';
import { phasesFor } from '@steady/core/procedures';
import { SUPPLIED, suppliedProcedure } from '@steady/core/supplied';
import { type Money, minus, money, times } from '@steady/core/money';
import { Signings } from './signings';
import { eur } from './eur';

/** Working days that a client takes to answer, from and to. */
const ANSWERS: Record<Manner, [number, number]> = { prompt: [1, 3], usual: [2, 8], slow: [8, 20], silent: [18, 45] };
const PAYS: Record<Manner, { share: number; days: [number, number] }> = {
  prompt: { share: 1, days: [1, 9] },
  usual: { share: 0.93, days: [4, 24] },
  slow: { share: 0.75, days: [15, 50] },
  silent: { share: 0.5, days: [25, 60] },
};

const BANK: Actor = { kind: 'system', id: null, name: 'Bank transfer' };

interface NewJob {
  id: string;
  number: number;
  name: string;
  clientId: string;
  serviceId: string;
  preparerId: string;
  managerId: string;
  partnerId: string;
  fee: Money;
}

interface Act {
  /** Order within a day: clients write in the morning, work follows, bills come last. */
  hour: number;
  who: Actor;
  act(work: Work): Promise<unknown>;
}

/** What happens in the demo firm on which day: planned when a job comes into being, carried out as the days pass. */
export class Diary {
  private readonly days = new Map<string, Act[]>();
  private lastJob = 0;
  private readonly staff: Map<string, Actor>;
  private readonly calendar: WorkingCalendar;
  private readonly signings: Signings;
  private chance: Chance;

  constructor(
    private readonly app: DemoServices,
    private readonly firm: DemoFirm,
    /** What happens by chance: to a job, by its client and name, or on any day. */
    private readonly chanceOf: (what: string) => Chance,
    private readonly history: { firstDay: CivilDate; today: CivilDate },
  ) {
    const { firstDay } = history;
    this.chance = chanceOf('days');
    this.signings = new Signings(app);
    this.calendar = holidayCalendar('IE', { from: firstDay.year, until: firstDay.year + 3 });
    this.staff = new Map(Object.values(firm.people).map((person) => [person.id, person]));
  }

  private on(day: CivilDate, act: Act): void {
    const key = day.toString();
    this.days.set(key, [...(this.days.get(key) ?? []), act]);
  }

  private run<T>(who: Actor, act: (work: Work) => Promise<T>): Promise<T> {
    return this.app.works.run({ firmId: this.firm.firmId, actor: who }, act);
  }

  /** Plans what will become of the jobs that came into being on a day. @param repeated those of them whose work is written as that of an earlier one: only their bills are planned */
  async plan(day: CivilDate, repeated: readonly Repeated[] = []): Promise<void> {
    const begun = await this.run(this.firm.people.orla, (work) =>
      rows<AsFigures<NewJob>>(
        work.tx,
        sql`select id, number, name, client_id as "clientId", service_id as "serviceId", preparer_id as "preparerId", manager_id as "managerId", partner_id as "partnerId", fee::float8 as fee
            from jobs where number > ${this.lastJob} order by number`,
      ),
    );
    const daily = this.chance;
    for (const row of begun) {
      this.lastJob = row.number;
      const job = inCurrency('EUR', row, 'fee');
      const [key, client] = [this.firm.services.get(job.serviceId)!, this.firm.clients.get(job.clientId)!];
      // Each job has chances of its own: what becomes of it does not depend on what else the firm has to do.
      this.chance = this.chanceOf(`${client.name}, ${job.name}`);
      const written = repeated.find(({ number }) => number === job.number);
      if (written) this.planBills(job, key, client, { ready: written.ready, done: written.lastDay }, this.staff.get(job.managerId)!);
      else this.planJob(job, key, client, day);
    }
    this.chance = daily;
  }

  /** The directors of one client fall out over its stock: what was begun this year for its accounts does not go as it went before. */
  isPutOnHold({ clientId, serviceId }: Pick<NewJob, 'clientId' | 'serviceId'>, day: CivilDate): boolean {
    const isRecent = Temporal.PlainDate.compare(day.add({ months: 11 }), this.history.today) > 0;
    return isRecent && this.firm.services.get(serviceId) === 'tax' && this.firm.clients.get(clientId)!.name.startsWith('Gannet');
  }

  private planJob(job: NewJob, key: ServiceKey, client: DemoClient, day: CivilDate): void {
    const { chance } = this;
    const service = SUPPLIED.find((one) => one.key === key)!;
    const preparer = this.staff.get(job.preparerId)!;
    const manager = this.staff.get(job.managerId)!;
    const later = (from: CivilDate, low: number, high: number) => addWorkingDays(from, chance.between(low, high), this.calendar);
    const start = nextWorkingDay(day, this.calendar);
    if (this.isPutOnHold(job, day)) {
      this.on(later(start, 14, 18), { hour: 11, who: manager, act: (work) => this.app.jobStanding.hold(work, job.id, 'directors in dispute over stock') });
    }
    let ready = start;
    const asks = phasesFor(suppliedProcedure(service.procedure), { way: client.way, legalForm: client.form }).phases[0]!.requests?.[0];
    if (asks) {
      const sent = later(start, 0, 2);
      this.on(sent, {
        hour: 9,
        who: preparer,
        act: async (work) => {
          const { written } = await this.app.requests.send(work, job.id, {
            planKey: asks.key,
            title: `${asks.title}, ${job.name.split(', ').at(-1)}`,
            dueOn: addWorkingDays(work.today, 8, this.calendar).toString(),
            items: asks.items,
          });
          // Who cannot be written to gets a letter, on the next day.
          if (written === 0) this.on(addWorkingDays(sent, 1, this.calendar), { hour: 10, who: preparer, act: (next) => this.tellOtherwise(next, job.id) });
        },
      });
      const [low, high] = ANSWERS[client.manner];
      for (let item = 0; item < asks.items.length; item += 1) {
        let answered = later(sent, low, high);
        if (chance.is(0.1)) this.questionOn(later(sent, 1, low + 1), job, item, preparer);
        this.answerOn(answered, job, item, client);
        if (chance.is(0.08)) {
          const looked = later(answered, 1, 1);
          this.on(looked, {
            hour: 14,
            who: preparer,
            act: (work) =>
              this.ofItem(
                work,
                job.id,
                item,
                (id) =>
                  this.app.requests.sendBack(work, id, {
                    reason: chance.pick(['Page 2 is missing.', 'This is last year\u2019s; please send this year\u2019s.', 'The picture is too dark to read.']),
                  }),
                'came',
              ),
          });
          answered = later(looked, low, high);
          this.answerOn(answered, job, item, client);
        }
        const accepted = later(answered, 1, 2);
        this.on(accepted, { hour: 15, who: preparer, act: (work) => this.ofItem(work, job.id, item, (id) => this.app.requests.accept(work, id)) });
        if (accepted.since(ready).days > 0) ready = accepted;
      }
    }
    this.planWork(job, key, client, ready, { preparer, manager, partner: this.staff.get(job.partnerId)! });
  }

  private planWork(job: NewJob, key: ServiceKey, client: DemoClient, ready: CivilDate, people: Record<'preparer' | 'manager' | 'partner', Actor>): void {
    const { chance } = this;
    const service = SUPPLIED.find((one) => one.key === key)!;
    let day = ready;
    for (const task of phasesFor(suppliedProcedure(service.procedure), { way: client.way, legalForm: client.form }).phases.flatMap((phase) => phase.tasks)) {
      const who = people[task.role];
      if (task.doneBy === 'filed') {
        day = addWorkingDays(day, chance.between(0, 2), this.calendar);
        this.on(day, { hour: 16, who, act: (work) => this.fileReturn(work, job.id) });
        continue;
      }
      // A long task is worked on over several days, with time on each.
      const sittings = Math.max(1, Math.ceil(task.estimate / 240));
      // What takes a few minutes is ticked, and nobody writes the time down.
      const minutes = task.estimate <= 10 ? 0 : Math.max(5, Math.round((task.estimate * chance.between(75, 130)) / 100 / sittings));
      for (let sitting = 0; sitting < sittings; sitting += 1) {
        day = addWorkingDays(day, chance.between(task.estimate > 60 ? 1 : 0, task.estimate > 60 ? 2 : 1), this.calendar);
        const last = sitting === sittings - 1;
        if (task.doneBy === 'given for signature') {
          day = this.planSigning(job, client, day, who);
          continue;
        }
        this.on(day, { hour: 16, who, act: (work) => this.workOn(work, job.id, task.key, minutes, last && task.doneBy === undefined) });
      }
    }
    if (key === 'annual')
      this.on(day, {
        hour: 16,
        who: people.preparer,
        act: (work) => this.app.time.spend(work, { jobId: job.id, on: work.today.toString(), amount: eur(2_000), what: 'Filing fee, annual return' }),
      });
    this.planBills(job, key, client, { ready, done: day }, people.manager);
  }

  /** Most jobs are billed when they are done; accounts and tax by half when the work begins. */
  private planBills(job: NewJob, key: ServiceKey, client: DemoClient, { ready, done }: Record<'ready' | 'done', CivilDate>, manager: Actor): void {
    // What was done long ago is billed and settled by now, but for a few that somebody should look into.
    const isOld = Temporal.PlainDate.compare(done, this.history.today.subtract({ months: 5 })) < 0;
    if (!this.chance.is(isOld ? 0.98 : 0.88)) return;
    const half = times(job.fee, key === 'tax' ? 0.5 : 0);
    if (half.amount > 0) this.billOn(addWorkingDays(ready, 6, this.calendar), job, half, client, manager, false);
    this.billOn(addWorkingDays(done, this.chance.between(0, 4), this.calendar), job, minus(job.fee, half), client, manager, this.chance.is(isOld ? 0.98 : 0.8));
  }

  /** A document is given for signature, and signed some days later. @returns the day on which it is signed */
  private planSigning(job: NewJob, client: DemoClient, day: CivilDate, who: Actor): CivilDate {
    const [low, high] = ANSWERS[client.manner];
    const signed = addWorkingDays(day, this.signings.chance.between(low, high), this.calendar);
    const isOfLate = Temporal.PlainDate.compare(day, this.history.today.subtract({ days: 60 })) > 0;
    this.on(day, { hour: 15, who, act: async (work) => void (await this.signings.give(work, job, isOfLate)) });
    this.on(signed, { hour: 9, who, act: (work) => this.signings.sign(work, job) });
    return signed;
  }

  private answerOn(day: CivilDate, job: NewJob, item: number, client: DemoClient): void {
    this.on(day, {
      hour: 8,
      who: this.firm.people.orla,
      act: async (work) => {
        const [contact] = await this.app.contacts.of(work, job.clientId);
        if (client.way === 'paper' || !contact?.email) return;
        const lines = Array.from(
          { length: 12 },
          () => `${work.today.subtract({ days: this.chance.between(1, 28) }).toString()},${client.name},${this.chance.between(20, 900)}.00`,
        );
        const words = ['Date,Name,Amount', ...lines, ''].join('\n');
        const file = await this.app.files.keepBytes(work.firm, Buffer.from(words));
        await this.ofItem({ ...work, actor: { kind: 'client', id: contact.id, name: contact.name } }, job.id, item, (id, as) =>
          this.app.answers.upload(as, id, { ...file, name: this.chance.pick(['scan.txt', 'bank.csv', 'papers.txt', 'list.csv']) }),
        );
      },
    });
  }

  /** The client asks about an item; the preparer answers on the next working day, most times. */
  private questionOn(day: CivilDate, job: NewJob, item: number, preparer: Actor): void {
    const [question, answer] = this.chance.pick([
      ['Do you need both accounts?', 'Both, please, for the whole period.'],
      ['Is a photograph good enough?', 'Yes, as long as every figure can be read.'],
      ['Does this include the van?', 'Yes, with the log of kilometres.'],
    ] as const);
    this.on(day, { hour: 10, who: preparer, act: (work) => this.askAbout(work, job, item, question) });
    this.on(addWorkingDays(day, 1, this.calendar), {
      hour: 13,
      who: preparer,
      act: (work) => this.ofItem(work, job.id, item, (id) => this.app.requests.reply(work, id, { text: answer }), 'question'),
    });
  }

  private async askAbout(work: Work, job: NewJob, item: number, question: string): Promise<void> {
    const [contact] = await this.app.contacts.of(work, job.clientId);
    if (!contact?.email) return;
    await this.ofItem({ ...work, actor: { kind: 'client', id: contact.id, name: contact.name } }, job.id, item, (id, as) =>
      this.app.answers.ask(as, id, question),
    );
  }

  /** Acts on the n-th item of the job's request, unless it was accepted or the job stands still; where that is said, only with something that came, or with an open question. */
  private async ofItem(
    work: Work,
    jobId: string,
    position: number,
    act: (itemId: string, work: Work) => Promise<void>,
    only?: 'came' | 'question',
  ): Promise<void> {
    const which = {
      any: sql`i.state <> 'accepted'`,
      came: sql`i.state in ('answered', 'does not apply')`,
      question: sql`exists (select from request_answers q where q.item_id = i.id and q.kind = 'question' and q.answered_at is null)`,
    }[only ?? 'any'];
    const [item] = await rows<{ id: string }>(
      work.tx,
      sql`select i.id from request_items i join asks a on a.id = i.ask_id join jobs j on j.id = a.job_id where a.job_id = ${jobId} and a.state not in ('done', 'withdrawn') and i.position = ${position} and ${which} and j.status = 'open'`,
    );
    if (item) await act(item.id, work);
  }

  /** The tasks that stand for a message nobody could be sent are done: printed and posted. */
  private async tellOtherwise(work: Work, jobId: string): Promise<void> {
    const open = (await this.app.tasks.tasksOf(work, jobId)).filter((task) => task.key.startsWith('tell ') && task.doneAt === null);
    for (const { id, version } of open) await this.app.tasks.tick(work, id, { done: true, version });
  }

  private async workOn(work: Work, jobId: string, key: string, minutes: number, done: boolean): Promise<void> {
    const [task] = await rows<{ id: string; version: number; done: boolean; checks: number }>(
      work.tx,
      sql`select t.id, t.version, t.done_at is not null as done, jsonb_array_length(t.checks) as checks from tasks t join jobs j on j.id = t.job_id where j.id = ${jobId} and t.key = ${key} and j.status = 'open'`,
    );
    if (!task) return;
    // Where the diary crowds a day, nobody works longer than sixteen hours of it.
    const worked = Math.min(minutes, (await this.app.time.leftOf(work, work.today.toString())) - 8 * 60);
    if (worked > 0) await this.app.time.record(work, { jobId, taskId: task.id, on: work.today.toString(), minutes: worked });
    if (!done || task.done) return;
    for (let at = 0; at < task.checks; at += 1) await this.app.tasks.check(work, task.id, { at, done: true, version: task.version + at });
    await this.app.tasks.tick(work, task.id, { done: true, version: task.version + task.checks });
  }

  private async fileReturn(work: Work, jobId: string): Promise<void> {
    const job = await this.app.jobs.get(work, jobId);
    // What is not signed is not filed: it stays open, and late.
    if (job.status === 'open' && job.obligationId && job.phase !== 'sign') await this.app.almanac.file(work, job.obligationId);
  }

  private billOn(day: CivilDate, job: NewJob, net: Money, client: DemoClient, who: Actor, settles: boolean): void {
    let invoiceId = '';
    this.on(day, {
      hour: 17,
      who,
      act: async (work) => {
        const { status, name } = await this.app.jobs.get(work, job.id);
        if (status === 'on hold') return;
        invoiceId = await this.app.fees.draft(work, job.id, { amount: net, wording: `${name}, ${settles ? 'as agreed' : 'on account'}` });
        await this.app.fees.approve(work, invoiceId, 1);
      },
    });
    if (settles) {
      this.on(addWorkingDays(day, 1, this.calendar), {
        hour: 12,
        who,
        act: async (work) => {
          const { settlement, balance } = await this.app.settlements.outlook(work, job.id);
          if (settlement) await this.app.settlements.approve(work, job.id, balance);
        },
      });
    }
    const { share, days } = PAYS[client.manner];
    const soon = addWorkingDays(day, 1, this.calendar);
    if (!settles && this.chance.is(0.05)) {
      this.on(soon, { hour: 11, who, act: (work) => this.cancelBill(work, invoiceId) });
      return;
    }
    if (this.chance.is(0.04)) this.on(soon, { hour: 19, who, act: (work) => this.payWithoutFunds(work, job, invoiceId) });
    // Who does not pay as usual does so half a year later, when asked by telephone; one in ten never.
    const isLate = !this.chance.is(share);
    if (isLate && this.chance.is(0.1)) return;
    const [low, high]: readonly [number, number] = isLate ? [100, 150] : days;
    const inTwo = this.chance.is(0.1);
    const rest = addWorkingDays(day, this.chance.between(low, high) + 25, this.calendar);
    if (inTwo) this.on(rest, { hour: 18, who: BANK, act: (work) => this.transfer(work, invoiceId, 1) });
    this.on(addWorkingDays(day, this.chance.between(low, high), this.calendar), {
      hour: 18,
      who: BANK,
      act: (work) => this.transfer(work, invoiceId, inTwo ? 0.5 : 1),
    });
  }

  /** A client pays by transfer: a share of the bill, or all that is open of it. */
  private async transfer(work: Work, invoiceId: string, share: number): Promise<void> {
    if (!invoiceId) return;
    const invoice = await this.app.fees.get(work, invoiceId);
    if (invoice.status !== 'issued') return;
    const open = minus(money(invoice.gross, invoice.currency), await this.app.payments.paid(work, invoiceId));
    await this.app.payments.pays(work, invoice, times(open, share), `TRF-${invoice.number}${share < 1 ? '-A' : ''}`);
  }

  private async cancelBill(work: Work, invoiceId: string): Promise<void> {
    if (!invoiceId) return;
    const { version } = await this.app.fees.get(work, invoiceId);
    await this.app.fees.cancel(work, invoiceId, { version, reason: 'wording agreed anew with the client' });
  }

  private async payWithoutFunds(work: Work, job: NewJob, invoiceId: string): Promise<void> {
    const [contact] = await this.app.contacts.of(work, job.clientId);
    if (!invoiceId || !contact?.email || (await this.app.fees.get(work, invoiceId)).status !== 'issued') return;
    await this.app.collector.refuseNext(work, true);
    await this.app.fees.pay({ ...work, actor: { kind: 'client', id: contact.id, name: contact.name } }, invoiceId);
  }

  /**
   * Carries out what stands in the diary for a day, in the order of its hours: each act by its person at its minute, all
   * in one transaction, because opening one for each of some seven thousand acts takes longer than the acts.
   */
  async live(day: CivilDate, at: (hour: number, minute: number) => Temporal.Instant): Promise<void> {
    const acts = [...(this.days.get(day.toString()) ?? [])].sort((a, b) => a.hour - b.hour);
    await this.run(this.firm.people.orla, async (work) => {
      for (const [index, { hour, who, act }] of acts.entries()) await act({ ...work, actor: who, now: at(hour, Math.min(59, index)) });
    });
    await this.run(this.firm.people.orla, async (work) => {
      await this.postLetters({ ...work, now: at(16, 45) });
      await this.moveOn({ ...work, now: at(17, 30) });
    });
    await this.app.effects.drain(this.firm.firmId);
    this.days.delete(day.toString());
  }

  /** Letters in place of messages to clients on paper are printed and posted, a day later. */
  private async postLetters(work: Work): Promise<void> {
    const letters = await rows<{ id: string; version: number; assigneeId: string }>(
      work.tx,
      sql`select id, version, assignee_id as "assigneeId" from tasks where done_at is null and key like 'instead %' and start_on < ${work.today.toString()} order by id`,
    );
    for (const { id, version, assigneeId } of letters)
      await this.app.tasks.tick({ ...work, actor: this.staff.get(assigneeId) ?? work.actor }, id, { done: true, version });
  }

  /** What is complete and asks before it moves is looked at and moved, most days. */
  private async moveOn(work: Work): Promise<void> {
    const asking = await rows<{ id: string; version: number; phase: string; phases: { key: string }[] }>(
      work.tx,
      sql`select id, version, phase, phases from jobs where asks_to_move and status = 'open' order by number`,
    );
    for (const { id, version, phase, phases } of asking) {
      if (!this.chance.is(0.7)) continue;
      const to = phases[phases.findIndex((one) => one.key === phase) + 1]?.key ?? null;
      await this.app.moves.move(work, id, { to, leaveOut: [], version });
    }
  }
}
