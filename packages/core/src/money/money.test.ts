import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DifferentCurrenciesError,
  addVat,
  compareMoney,
  decimalOf,
  formatHours,
  formatMoney,
  formatSigned,
  isMoney,
  larger,
  minus,
  money,
  moneyInWords,
  noMoney,
  opposite,
  parseHours,
  parseMoney,
  plus,
  shareOut,
  size,
  sumOf,
  times,
  valueOfTime,
  wholeUnits,
} from '.';
import { apportion } from './apportion';

const eur = (cents: number) => money(cents, 'EUR');
const yen = (amount: number) => money(amount, 'JPY');
const CURRENCIES = fc.constantFrom('EUR', 'JPY', 'KWD');

describe('apportion', () => {
  it('gives cents left over to the largest fractions', () => {
    expect(apportion(100, [1, 1, 1])).toEqual([34, 33, 33]);
    expect(apportion(60_000, [72_000, 111_000, 120_000, 70_000, 96_000, 71_000])).toEqual([8_000, 12_333, 13_333, 7_778, 10_667, 7_889]);
    expect(apportion(-5, [2, 1])).toEqual([-3, -2]);
  });

  it('always sums to the whole, and no part is a unit away from its exact share', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e12, max: 1e12 }), fc.array(fc.integer({ min: 0, max: 1e9 }), { minLength: 1, maxLength: 40 }), (total, weights) => {
        const sum = weights.reduce((a, b) => a + b, 0);
        fc.pre(sum > 0);
        const parts = apportion(total, weights);
        expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
        parts.forEach((part, index) => {
          const distance = BigInt(part) * BigInt(sum) - BigInt(total) * BigInt(weights[index]!);
          expect(distance < 0n ? -distance < BigInt(sum) : distance < BigInt(sum)).toBe(true);
        });
      }),
    );
  });

  it('undoes itself: the parts of the opposite are the opposites', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), fc.array(fc.integer({ min: 1, max: 1e6 }), { minLength: 1, maxLength: 20 }), (total, weights) => {
        const there = apportion(total, weights);
        const back = apportion(-total, weights);
        expect(there.map((part, index) => part + back[index]!).every((sum) => sum === 0)).toBe(true);
      }),
    );
  });

  it('refuses to share something over nothing', () => {
    expect(() => apportion(1, [0, 0])).toThrow(RangeError);
    expect(apportion(0, [0, 0])).toEqual([0, 0]);
    expect(() => apportion(1.5, [1])).toThrow(RangeError);
  });
});

describe('a sum of money', () => {
  it('is whole minor units and a currency, and nothing else', () => {
    for (const one of [eur(0), yen(-5), { amount: 1, currency: 'KWD' }]) expect(isMoney(one)).toBe(true);
    for (const other of [1, null, '1', [1, 'EUR'], { amount: 1 }, { amount: 1.5, currency: 'EUR' }, { amount: 1, currency: 'EUROS' }, { ...eur(1), rate: 2 }])
      expect(isMoney(other)).toBe(false);
    expect(() => money(1.5, 'EUR')).toThrow(RangeError);
    expect(Object.is(money(-0, 'EUR').amount, 0)).toBe(true);
  });

  it('is added, taken away, compared and shared out within its currency', () => {
    expect(plus(eur(100), eur(250), eur(-50))).toEqual(eur(300));
    expect(minus(eur(100), eur(30), eur(20))).toEqual(eur(50));
    expect(sumOf('EUR', [])).toEqual(noMoney('EUR'));
    expect(compareMoney(eur(1), eur(2))).toBeLessThan(0);
    expect(larger(eur(1), eur(2))).toEqual(eur(2));
    expect(times(eur(101), 0.5)).toEqual(eur(51));
    expect([opposite(yen(5)), size(yen(-5))]).toEqual([yen(-5), yen(5)]);
    expect(shareOut(yen(100), [yen(1), yen(1), yen(1)])).toEqual([yen(34), yen(33), yen(33)]);
  });

  it.each<[string, () => unknown]>([
    ['added', () => plus(eur(1), yen(1))],
    ['taken away', () => minus(eur(1), yen(1))],
    ['summed up', () => sumOf('EUR', [eur(1), yen(1)])],
    ['compared', () => compareMoney(eur(1), yen(1))],
    ['compared for the larger', () => larger(eur(0), yen(0))],
    ['shared out', () => shareOut(eur(1), [yen(1)])],
  ])('is not %s with one of another currency, even when there is nothing of it', (_, act) => {
    expect(act).toThrow(DifferentCurrenciesError);
  });

  it('adds up to the same in whatever order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1e9, max: 1e9 }), { maxLength: 20 }), CURRENCIES, (amounts, currency) => {
        const all = amounts.map((amount) => money(amount, currency));
        expect(sumOf(currency, all)).toEqual(sumOf(currency, [...all].reverse()));
        expect(minus(sumOf(currency, all), ...all)).toEqual(noMoney(currency));
      }),
    );
  });
});

describe('amounts', () => {
  it('are written with the decimals of their currency and a true minus', () => {
    expect(formatMoney(eur(123_456_789))).toBe('1,234,567.89');
    expect(formatMoney(eur(-60_000))).toBe('\u2212600.00');
    expect(formatMoney(eur(5))).toBe('0.05');
    expect(formatMoney(yen(1_234_567))).toBe('1,234,567');
    expect(formatMoney(yen(0))).toBe('0');
    expect(formatMoney(money(1_250, 'KWD'))).toBe('1.250');
    expect(formatSigned(yen(12))).toBe('+12');
    expect(moneyInWords(yen(-1_200))).toBe('JPY \u22121,200');
  });

  it('are plain decimals for other programs, and whole units for rules', () => {
    expect([decimalOf(eur(-123_456)), decimalOf(yen(1_200)), decimalOf(money(5, 'KWD'))]).toEqual(['-1234.56', '1200', '0.005']);
    expect([wholeUnits(eur(18_050)), wholeUnits(yen(18_050)), wholeUnits(money(18_050, 'KWD'))]).toEqual([180.5, 18_050, 18.05]);
  });

  it.each([
    ['180', 18_000],
    ['1,234.5', 123_450],
    ['1.234,56', 123_456],
    ['1 234', 123_400],
    ['\u221220.10', -2_010],
    ['1,234', 123_400],
    ['0,5', 50],
    ['twelve', null],
    ['1.2.3', null],
    ['', null],
  ])('reads %j as %s cents', (text, cents) => {
    expect(parseMoney(text, 'EUR')).toEqual(cents === null ? null : eur(cents));
  });

  it.each([
    ['180', 180],
    ['1,234', 1_234],
    ['1.234', 1_234],
    ['\u22121 200', -1_200],
    ['1.5', null],
    ['180.00', null],
  ])('reads %j as %s yen', (text, amount) => {
    expect(parseMoney(text, 'JPY')).toEqual(amount === null ? null : yen(amount));
  });

  it.each([
    ['1.250', 1_250],
    ['1,250', 1_250_000],
    ['1,250.5', 1_250_500],
    ['0,5', 500],
    ['1.2345', null],
  ])('reads %j as %s thousandths of a dinar', (text, amount) => {
    expect(parseMoney(text, 'KWD')).toEqual(amount === null ? null : money(amount, 'KWD'));
  });

  it('are read back as they were written, in every currency', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e12, max: 1e12 }), CURRENCIES, (amount, currency) => {
        const sum = money(amount, currency);
        expect(parseMoney(formatMoney(sum), currency)).toEqual(sum);
        expect(Number(decimalOf(sum))).toBeCloseTo(wholeUnits(sum), 3);
      }),
    );
  });
});

describe('hours', () => {
  it.each([
    ['1:20', 80],
    ['1 h 20', 80],
    ['1h', 60],
    ['1.5', 90],
    ['1,25', 75],
    ['45m', 45],
    ['90 min', 90],
    ['2', 120],
    ['12', 720],
    ['13', 13],
    ['45', 45],
    ['45 h', 2_700],
    ['1:75', null],
    ['soon', null],
  ])('reads %j as %s minutes', (text, minutes) => {
    expect(parseHours(text)).toBe(minutes);
  });

  it('are read back as they were written', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 59_940 }), (minutes) => void expect(parseHours(formatHours(minutes).replace(',', ''))).toBe(minutes)));
  });

  it('are valued with one division, half up', () => {
    expect(valueOfTime(80, eur(6_000))).toEqual(eur(8_000));
    expect(valueOfTime(1, yen(30))).toEqual(yen(1));
    expect(valueOfTime(1, yen(29))).toEqual(yen(0));
  });
});

it('VAT is added half up', () => {
  expect(addVat(eur(18_000), 2_300)).toEqual({ net: eur(18_000), vat: eur(4_140), gross: eur(22_140) });
  expect(addVat(eur(50), 2_300)).toEqual({ net: eur(50), vat: eur(12), gross: eur(62) });
  // Consumption tax of 10 % on 1,234 yen: 123.4, to the yen.
  expect(addVat(yen(1_234), 1_000)).toEqual({ net: yen(1_234), vat: yen(123), gross: yen(1_357) });
});
