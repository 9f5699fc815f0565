import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatMoney, money, moneyInWords } from '../money';
import { holdsAmount, namesAmount, withoutAmounts } from './amounts';

describe('amounts in sentences', () => {
  it.each([
    ['issued bill 2026-004, 1,234.00 and VAT 283.82', 'issued bill 2026-004, an amount and VAT an amount'],
    ['M&T: invoice 2026-004, EUR 1,517.82', 'M&T: invoice 2026-004, an amount'],
    ['wrote down 0.05', 'wrote down an amount'],
    ['settled WIP, −12.50', 'settled WIP, an amount'],
    ['Our fee is EUR 1,234.57.', 'Our fee is an amount.'],
    ['issued bill 2026-0004, JPY 12,345 and VAT JPY 1,234', 'issued bill 2026-0004, an amount and VAT an amount'],
    ['got KWD 1.250 for bill 2026-0004', 'got an amount for bill 2026-0004'],
  ])('"%s" is read as "%s"', (text, read) => {
    expect(withoutAmounts(text)).toBe(read);
  });

  it.each([
    'moved the due day to 23 Apr 2026',
    'version 1.2.30',
    'recorded 1 h 20',
    'VAT 13.5 %',
    'VAT 3 of 4 is filed',
    'POS 4411',
    'https://a.example/1.234',
  ])('"%s" names none', (text) => {
    expect(namesAmount(text)).toBe(false);
  });

  it('no amount that the application writes is left standing', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e11, max: 1e11 }), fc.constantFrom('EUR', 'JPY', 'KWD'), (amount, currency) => {
        expect(withoutAmounts(`before ${moneyInWords(money(amount, currency))}, after`)).toBe('before an amount, after');
      }),
    );
    fc.assert(
      fc.property(fc.integer({ min: -1e11, max: 1e11 }), (cents) => {
        expect(withoutAmounts(`before ${formatMoney(money(cents, 'EUR'))}, after`)).toBe('before an amount, after');
      }),
    );
  });
});

describe('amounts in records', () => {
  it.each([
    [{ fee: 18_000 }, true],
    [{ line: { fee: null }, rates: [{ perHour: 6_000 }] }, true],
    [{ deposit: money(100, 'JPY') }, true],
    [{ name: 'Dunmarra', details: { turnover: money(100, 'EUR') } }, false],
    [{ fee: null, name: 'VAT return' }, false],
    [null, false],
  ])('%j: %s', (record, holds) => {
    expect(holdsAmount(record)).toBe(holds);
  });
});
