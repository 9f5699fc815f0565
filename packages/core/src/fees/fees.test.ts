import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type FeeRule, feeForRhythm, feeRuleInWords, lowestFee, proposeFee } from '.';
import { money } from '../money';

const eur = (cents: number) => money(cents, 'EUR');

const payroll: FeeRule = {
  base: eur(6_000),
  drivers: [
    {
      fact: 'detail:people',
      name: 'people on the payroll',
      included: 3,
      bands: [
        { upTo: 10, each: eur(850) },
        { upTo: null, each: eur(600) },
      ],
    },
  ],
  minimum: eur(5_500),
  discount: 0,
};

describe('a fee rule', () => {
  it('adds what goes beyond the units included, band by band, and shows it', () => {
    const { amount, workings, lacking } = proposeFee(payroll, { 'detail:people': 18 });
    // 15 beyond: ten at 8.50, five at 6.00.
    expect(amount).toEqual(eur(6_000 + 8_500 + 3_000));
    expect(workings.lines).toEqual(['Base: 60.00', 'people on the payroll: 18, 3 included, 15 beyond', '10 × 8.50 = 85.00', '5 × 6.00 = 30.00', 'Fee: 175.00']);
    expect(lacking).toEqual([]);
  });

  it('says what it does not know and takes it as none', () => {
    expect(proposeFee(payroll, {})).toMatchObject({ amount: eur(6_000), lacking: ['people on the payroll'] });
  });

  it('keeps its minimum, also after a discount', () => {
    expect(proposeFee({ ...payroll, discount: 20 }, { 'detail:people': 0 }).amount).toEqual(eur(5_500));
    expect(proposeFee({ ...payroll, discount: 20, minimum: null }, { 'detail:people': 0 }).amount).toEqual(eur(4_800));
  });

  it('reads as a sentence', () => {
    expect(feeRuleInWords(payroll)).toBe('60.00, and 8.50 and by bands for each of people on the payroll beyond 3, at least 55.00');
  });

  it('never falls when there is more of what is counted', () => {
    fc.assert(
      fc.property(fc.nat(200), fc.nat(50), (units, more) => {
        expect(proposeFee(payroll, { 'detail:people': units + more }).amount.amount).toBeGreaterThanOrEqual(
          proposeFee(payroll, { 'detail:people': units }).amount.amount,
        );
      }),
    );
  });
});

describe('a fee of another rhythm', () => {
  const eur = (cents: number) => money(cents, 'EUR');
  it.each([
    ['quarterly', 'weekly', 18_000, 1_385],
    ['monthly', 'yearly', 5_000, 60_000],
    ['monthly', 'monthly', 5_000, 5_000],
    ['yearly', 'one-off', 5_000, 5_000],
  ] as const)('usual %s, wanted %s', (usual, wanted, fee, expected) => {
    const { amount, line } = feeForRhythm(eur(fee), usual, wanted);
    expect(amount).toEqual(eur(expected));
    expect(line === null).toBe(fee === expected);
  });

  it('the least that a rule can give is its base less the discount, or its minimum where that is more', () => {
    const rule = { base: eur(12_000), drivers: [], minimum: eur(10_000), discount: 0 };
    expect(lowestFee(rule)).toEqual(eur(12_000));
    expect(lowestFee({ ...rule, discount: 50 })).toEqual(eur(10_000));
  });
});
