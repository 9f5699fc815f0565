import { describe, expect, it } from 'vitest';
import type { Rhythm } from '../calendar';
import { RULES } from '../obligations';
import { procedureFaults } from '../procedures';
import { SUPPLIED, SUPPLIED_PROCEDURES, suppliedFor, suppliedProceduresFor } from '.';

const COUNTRIES = ['IE', 'GB', 'US', 'CA', 'AU', 'NZ'];
const nameOf = (country: string, key: string) => suppliedFor(country).find((one) => one.key === key)?.name;

describe('services that come with the application', () => {
  it('are called as they are in each country', () => {
    expect(COUNTRIES.map((country) => nameOf(country, 'vat'))).toEqual([
      'VAT return',
      'VAT return',
      undefined,
      'GST/HST return',
      'Activity statement',
      'GST return',
    ]);
    expect(COUNTRIES.map((country) => nameOf(country, 'tax'))).toEqual([
      'Accounts and corporation tax',
      'Accounts and corporation tax',
      'Accounts and corporate income tax',
      'Accounts and corporate income tax',
      'Accounts and company tax',
      'Accounts and company tax',
    ]);
    expect(nameOf('US', 'annual')).toBe('Annual report');
    expect(nameOf('AU', 'registration')).toBe('Registration for GST');
  });

  it('leave no term of another country behind', () => {
    const said = (country: string) => JSON.stringify([suppliedFor(country).map(({ rules: _rules, ...rest }) => rest), suppliedProceduresFor(country)]);
    for (const country of ['CA', 'AU', 'NZ']) expect({ [country]: said(country).match(/\bVAT\b/g) }).toEqual({ [country]: null });
    for (const country of ['US', 'CA', 'AU', 'NZ']) expect(said(country)).not.toMatch(/corporation tax/i);
  });

  it.each(COUNTRIES)('have in %s the rhythms of the returns that they file', (country) => {
    const rules = new Map(RULES.map((rule) => [rule.id, rule]));
    for (const { key, rules: of, rhythm } of suppliedFor(country))
      for (const id of of[country] ?? [])
        expect({ country, key, id, has: (rules.get(id)!.rhythms as readonly Rhythm[]).includes(rhythm) }).toEqual({ country, key, id, has: true });
  });

  it.each(COUNTRIES)('are done in %s by procedures that can be worked by', (country) => {
    const procedures = new Map(suppliedProceduresFor(country).map((one) => [one.key, one]));
    expect([...procedures.keys()]).toEqual(SUPPLIED_PROCEDURES.map((one) => one.key));
    for (const { phases } of procedures.values()) expect(procedureFaults({ phases })).toEqual([]);
    for (const { procedure, others = [] } of suppliedFor(country))
      for (const key of [procedure, ...others.map((one) => one.procedure)]) expect(procedures.has(key)).toBe(true);
  });

  it('are as they are written in a country for which nothing is said otherwise', () => {
    expect(suppliedFor('IE')).toEqual(SUPPLIED);
    expect(suppliedProceduresFor('FR')).toEqual(SUPPLIED_PROCEDURES);
  });
});
