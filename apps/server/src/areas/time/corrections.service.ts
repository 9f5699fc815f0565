import { Injectable } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { formatHours, money, moneyInWords, valueOfTime } from '@steady/core/money';
import type { CorrectExpense, CorrectTimeEntry } from '@steady/contract/time';
import { toColumns } from '../../platform/database';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { TasksService } from '../jobs';
import { TeamService } from '../team';
import { type Expense, ExpenseCorrected, TimeCorrected, type TimeEntry, TimeService, mustBeRecent } from './time.service';
import { expenses, timeEntries } from './time.tables';

/** Whether whoever acts may correct what somebody recorded: their own, and everybody's for whoever bills. */
export const mayCorrect = (work: Work, memberId: string): boolean => work.actor.id === memberId || may(work.actor, 'bill');

const factsOfTime = ({ on, minutes, taskId, note }: TimeEntry) => ({ on, minutes, taskId, note });
const factsOfExpense = ({ on, what, amount, currency }: Expense) => ({ on, what, amount: money(amount, currency) });

/** Time and expenses as they should have been: corrected or taken back until they are settled. What stood before stays in the history and the ledger. */
@Injectable()
export class CorrectionsService {
  constructor(
    private readonly events: Events,
    private readonly time: TimeService,
    private readonly tasks: TasksService,
    private readonly team: TeamService,
  ) {}

  /** @throws Problem "settled-already" where it is settled, "not-allowed" for somebody else's */
  async correctTime(work: Work, entryId: string, input: CorrectTimeEntry): Promise<void> {
    const before = await this.entry(work, entryId);
    const { on, minutes, note = null } = input;
    await this.time.mustFit(work, input, before.memberId, before);
    const { task } = await this.time.place(work, { jobId: before.jobId, taskId: input.taskId });
    const rate = await this.team.rateOn(work, before.memberId, on);
    const [after] = await work.tx
      .update(timeEntries)
      .set(toColumns(work.firm.currency, { on, minutes, note, taskId: task?.id ?? null, rate, value: valueOfTime(minutes, rate) }))
      .where(eq(timeEntries.id, entryId))
      .returning();
    if (before.taskId) await this.tasks.timed(work, before.taskId, -before.minutes);
    if (task) await this.tasks.timed(work, task.id, minutes);
    await this.events.record(work, TimeCorrected, {
      what: `corrected time: ${formatHours(before.minutes)} to ${formatHours(minutes)}`,
      clientId: before.clientId,
      jobId: before.jobId,
      before: factsOfTime(before),
      after: factsOfTime(after!),
      payload: { before, after: after! },
    });
  }

  async takeBackTime(work: Work, entryId: string): Promise<void> {
    const before = await this.entry(work, entryId);
    if (before.taskId) await this.tasks.timed(work, before.taskId, -before.minutes);
    await this.events.record(work, TimeCorrected, {
      what: `took back ${formatHours(before.minutes)}`,
      clientId: before.clientId,
      jobId: before.jobId,
      before: factsOfTime(before),
      payload: { before, after: null },
    });
    await work.tx.delete(timeEntries).where(eq(timeEntries.id, entryId));
  }

  async correctExpense(work: Work, expenseId: string, input: CorrectExpense): Promise<void> {
    const before = await this.expense(work, expenseId);
    if (input.on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day has not come yet.' }]);
    mustBeRecent(work, input.on);
    const { on, what, amount } = input;
    const [after] = await work.tx.update(expenses).set(toColumns(work.firm.currency, { on, what, amount })).where(eq(expenses.id, expenseId)).returning();
    await this.events.record(work, ExpenseCorrected, {
      what: `corrected the expense "${before.what}": ${moneyInWords(money(before.amount, before.currency))} to ${moneyInWords(amount)}`,
      clientId: before.clientId,
      jobId: before.jobId,
      before: factsOfExpense(before),
      after: factsOfExpense(after!),
      payload: { before, after: after! },
    });
  }

  async takeBackExpense(work: Work, expenseId: string): Promise<void> {
    const before = await this.expense(work, expenseId);
    await this.events.record(work, ExpenseCorrected, {
      what: `took back the expense "${before.what}", ${moneyInWords(money(before.amount, before.currency))}`,
      clientId: before.clientId,
      jobId: before.jobId,
      before: factsOfExpense(before),
      payload: { before, after: null },
    });
    await work.tx.delete(expenses).where(eq(expenses.id, expenseId));
  }

  private async entry(work: Work, entryId: string): Promise<TimeEntry> {
    const [found] = await work.tx
      .select()
      .from(timeEntries)
      .where(and(eq(timeEntries.id, entryId), eq(timeEntries.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('time entry');
    mustBeTheirs(work, found.memberId);
    return found;
  }

  private async expense(work: Work, expenseId: string): Promise<Expense> {
    const [found] = await work.tx
      .select()
      .from(expenses)
      .where(and(eq(expenses.id, expenseId), eq(expenses.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('expense');
    mustBeTheirs(work, found.memberId);
    return found;
  }
}

function mustBeTheirs(work: Work, memberId: string): void {
  if (!mayCorrect(work, memberId)) throw Problem.notAllowed('bill');
}
