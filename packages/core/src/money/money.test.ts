import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addVat, apportion, formatHours, formatMoney, parseHours, parseMoney, valueOfTime } from '.';

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

describe('amounts', () => {
  it('are written with two decimals and a true minus', () => {
    expect(formatMoney(123_456_789)).toBe('1,234,567.89');
    expect(formatMoney(-60_000)).toBe('\u2212600.00');
    expect(formatMoney(5)).toBe('0.05');
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
  ])('reads %j as %s', (text, cents) => {
    expect(parseMoney(text)).toBe(cents);
  });

  it('are read back as they were written', () => {
    fc.assert(fc.property(fc.integer({ min: -1e12, max: 1e12 }), (cents) => void expect(parseMoney(formatMoney(cents))).toBe(cents)));
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
    ['1:75', null],
    ['soon', null],
  ])('reads %j as %s minutes', (text, minutes) => {
    expect(parseHours(text)).toBe(minutes);
  });

  it('are read back as they were written', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 59_940 }), (minutes) => void expect(parseHours(formatHours(minutes).replace(',', ''))).toBe(minutes)));
  });

  it('are valued with one division, half up', () => {
    expect(valueOfTime(80, 6_000)).toBe(8_000);
    expect(valueOfTime(1, 30)).toBe(1);
    expect(valueOfTime(1, 29)).toBe(0);
  });
});

it('VAT is added half up', () => {
  expect(addVat(18_000, 2_300)).toEqual({ net: 18_000, vat: 4_140, gross: 22_140 });
  expect(addVat(50, 2_300)).toEqual({ net: 50, vat: 12, gross: 62 });
});
