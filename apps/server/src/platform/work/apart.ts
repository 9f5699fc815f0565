import { sql } from 'drizzle-orm';
import { GivenUpError, beginAtOnce, trialOf } from '../database';
import { Problem } from '../http/problem';
import type { Work } from './work';

/**
 * Does something inside the transaction that may fail by itself: what it wrote and told is taken back then, all else stays.
 * What it throws is thrown on.
 */
export async function apart<T>(work: Work, act: () => Promise<T>): Promise<T> {
  const trial = trialOf(work.tx);
  if (trial) return withoutSavepoint(trial, act);
  const told = work.journal.length;
  await work.tx.execute(sql`savepoint apart`);
  try {
    const given = await act();
    await work.tx.execute(sql`release savepoint apart`);
    return given;
  } catch (error) {
    await work.tx.execute(sql`rollback to savepoint apart`);
    await work.tx.execute(sql`release savepoint apart`);
    work.journal.length = told;
    throw error;
  }
}

/** While many are tried at once nothing is taken back alone: where something fails, all of it is. */
async function withoutSavepoint<T>(trial: { failed: boolean }, act: () => Promise<T>): Promise<T> {
  if (trial.failed) throw new GivenUpError();
  try {
    return await act();
  } catch (error) {
    trial.failed = true;
    throw error;
  }
}

/** What became of one of many: what it gave, or why it was refused and nothing of it was done. */
export type Outcome<Given> = { given: Given } | { refused: Problem };

/**
 * Does the same for each of many, of which some may be refused: nothing is done for those, and all else stays. Where none is refused, as a rule, they are done beside
 * each other in one go; otherwise that is taken back, and each is done by itself, in their order.
 *
 * @param subject what one is about: those of one subject are done one after the other, as one may change what the next finds
 * @returns what became of each, in their order
 * @throws what is no refusal: then nothing at all is to be kept
 */
export async function eachApart<One, Given>(
  work: Work,
  all: readonly One[],
  subject: (one: One) => string,
  act: (one: One) => Promise<Given>,
): Promise<Outcome<Given>[]> {
  if (all.length > 1) {
    const given = await atOnce(work, all, subject, act);
    if (given) return given.map((one) => ({ given: one }));
  }
  const outcomes: Outcome<Given>[] = [];
  for (const one of all) {
    try {
      outcomes.push({ given: await apart(work, () => act(one)) });
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      outcomes.push({ refused: error });
    }
  }
  return outcomes;
}

/** @returns null where one of them failed: nothing was done then */
async function atOnce<One, Given>(work: Work, all: readonly One[], subject: (one: One) => string, act: (one: One) => Promise<Given>): Promise<Given[] | null> {
  const bySubject = new Map<string, { one: One; at: number }[]>();
  for (const [at, one] of all.entries()) bySubject.set(subject(one), [...(bySubject.get(subject(one)) ?? []), { one, at }]);
  const given: Given[] = [];
  const told = work.journal.length;
  await work.tx.execute(sql`savepoint tried`);
  const { trial, end } = beginAtOnce(work.tx);
  try {
    // All of them have ended before anything is taken back: none may write after that.
    await Promise.allSettled(
      [...bySubject.values()].map(async (ones) => {
        for (const { one, at } of ones) given[at] = await withoutSavepoint(trial, () => act(one));
      }),
    );
  } finally {
    end();
  }
  if (trial.failed) {
    await work.tx.execute(sql`rollback to savepoint tried`);
    work.journal.length = told;
  }
  await work.tx.execute(sql`release savepoint tried`);
  return trial.failed ? null : given;
}
