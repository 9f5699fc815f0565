import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NothingToSettleError, type RecordedEntry, type WipPosting, foldWip, jobMoney, settleByValue } from '.';
import { money, opposite, sumOf } from '../money';

const eur = (cents: number) => money(cents, 'EUR');

const entry = (id: string, personId: string, taskId: string, value: number): RecordedEntry => ({ id, personId, taskId, value: eur(value) });

/** 5,400.00 of time in three people's entries. */
const ENTRIES = [
  entry('1', 'niamh', 'enter', 72_000),
  entry('2', 'niamh', 'draft', 111_000),
  entry('3', 'tadhg', 'assets', 120_000),
  entry('4', 'tadhg', 'tax', 70_000),
  entry('5', 'orla', 'look', 96_000),
  entry('6', 'orla', 'meeting', 71_000),
];

describe('the ledger over one job', () => {
  const ledger: WipPosting[] = ENTRIES.map(({ value }) => ({ kind: 'time', amount: value }));
  const balance = () => foldWip('EUR', ledger).balance;

  it('holds the worked example: billed above, settled, reversed, cancelled', () => {
    expect(balance().amount).toBe(540_000);
    ledger.push({ kind: 'bill', amount: eur(-600_000) });
    expect(balance().amount).toBe(-60_000);
    const settlement = settleByValue(ENTRIES, balance());
    expect(settlement.adjustment).toEqual(eur(60_000));
    ledger.push(...settlement.lines.map((line): WipPosting => ({ kind: 'settlement', amount: line.adjustment })));
    expect(foldWip('EUR', ledger)).toEqual({ time: eur(540_000), expenses: eur(0), billed: eur(600_000), settled: eur(60_000), balance: eur(0) });
    ledger.push(...settlement.lines.map((line): WipPosting => ({ kind: 'settlement', amount: opposite(line.adjustment) })));
    expect(balance().amount).toBe(-60_000);
    ledger.push({ kind: 'bill', amount: eur(600_000) });
    expect(foldWip('EUR', ledger)).toEqual({ time: eur(540_000), expenses: eur(0), billed: eur(0), settled: eur(0), balance: eur(540_000) });
  });
});

describe('settling by value', () => {
  it('shares the write-up to the cent, per entry, person and task', () => {
    const { lines, byPerson, byTask } = settleByValue(ENTRIES, eur(-60_000));
    expect(lines.map((line) => line.adjustment.amount)).toEqual([8_000, 12_333, 13_333, 7_778, 10_667, 7_889]);
    expect(lines.map((line) => line.settledAt.amount)).toEqual([80_000, 123_333, 133_333, 77_778, 106_667, 78_889]);
    expect(byPerson).toEqual([
      { id: 'niamh', recorded: eur(183_000), adjustment: eur(20_333), recovery: 1_111 },
      { id: 'tadhg', recorded: eur(190_000), adjustment: eur(21_111), recovery: 1_111 },
      { id: 'orla', recorded: eur(167_000), adjustment: eur(18_556), recovery: 1_111 },
    ]);
    expect(byTask).toHaveLength(6);
  });

  it('explains each part', () => {
    expect(settleByValue(ENTRIES, eur(-60_000)).lines[2]!.workings.lines).toEqual([
      'Difference to share, a write-up: 600.00',
      "This entry's part: 1,200.00 of 5,400.00",
      '600.00 × 1,200.00 ÷ 5,400.00 = 133.3333',
      'Cents left over go to the largest fractions, the earlier entry first where they are equal',
      'This entry: +133.33; all entries together exactly +600.00',
    ]);
  });

  it('leaves nothing open, whatever was recorded and billed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 500_000 }), { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 0, max: 2_000_000 }),
        fc.integer({ min: 0, max: 50_000 }),
        (values, billed, expenses) => {
          const entries = values.map((value, index) => entry(String(index), String(index % 3), 'task', value));
          const postings: WipPosting[] = [
            ...values.map((amount): WipPosting => ({ kind: 'time', amount: eur(amount) })),
            { kind: 'expense', amount: eur(expenses) },
            { kind: 'bill', amount: eur(-billed) },
          ];
          const before = foldWip('EUR', postings).balance;
          const { lines, byPerson } = settleByValue(entries, before);
          const settled = lines.map((line): WipPosting => ({ kind: 'settlement', amount: line.adjustment }));
          expect(foldWip('EUR', [...postings, ...settled]).balance).toEqual(eur(0));
          expect(
            sumOf(
              'EUR',
              byPerson.map((share) => share.adjustment),
            ),
          ).toEqual(opposite(before));
          const reversed = settled.map(({ kind, amount }) => ({ kind, amount: opposite(amount) }));
          expect(foldWip('EUR', [...postings, ...settled, ...reversed]).balance).toEqual(before);
        },
      ),
    );
  });

  it('refuses when no time can carry the difference', () => {
    expect(() => settleByValue([], eur(-100))).toThrow(NothingToSettleError);
    expect(() => settleByValue([entry('1', 'a', 'b', 0)], eur(-100))).toThrow('no recorded time');
  });
});

describe('what a job comes to', () => {
  it('expects the agreed fee, less time and expenses, and less what is left to do', () => {
    const money = jobMoney({
      agreedFee: eur(18_000),
      timeValue: eur(16_700),
      timeMinutes: 167,
      expenses: eur(0),
      billed: eur(0),
      minutesLeft: 80,
      ratePerHour: eur(6_000),
    });
    expect(money).toMatchObject({ ifFinishedNow: eur(1_300), atTheEnd: eur(-6_700) });
    expect(money.workings.lines.at(-1)).toBe('180.00 − 167.00 − 0.00 = 13.00');
  });

  it('counts what was billed when it is more than agreed', () => {
    expect(
      jobMoney({
        agreedFee: eur(18_000),
        timeValue: eur(10_000),
        timeMinutes: 100,
        expenses: eur(500),
        billed: eur(20_000),
        minutesLeft: 0,
        ratePerHour: eur(6_000),
      }).ifFinishedNow,
    ).toEqual(eur(9_500));
  });
});
