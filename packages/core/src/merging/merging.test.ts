import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeRecords } from './index';

describe('merging two records that are one client', () => {
  const kept = { name: 'Saltmarsh Oysters Ltd', trade: 'oysters', vatNumber: null, legalForm: 'company' };
  const going = { name: 'Saltmarsh Oysters', trade: 'oysters', vatNumber: 'IE9990001A', legalForm: 'not known' };

  it('keeps what stands, fills what is missing, and names what differs', () => {
    const { facts, differs, filled } = mergeRecords(kept, going, []);
    expect(facts).toEqual({ name: 'Saltmarsh Oysters Ltd', trade: 'oysters', vatNumber: 'IE9990001A', legalForm: 'company' });
    expect(differs).toEqual([{ key: 'name', kept: 'Saltmarsh Oysters Ltd', going: 'Saltmarsh Oysters' }]);
    expect(filled).toEqual([{ key: 'vatNumber', value: 'IE9990001A' }]);
  });

  it('takes from the going record what is asked for', () => {
    expect(mergeRecords(kept, going, ['name']).facts.name).toBe('Saltmarsh Oysters');
  });

  it('takes nothing that is not there, and lets a "no" stand against a "yes"', () => {
    expect(mergeRecords(kept, { trade: null, employer: false }, ['trade']).facts).toMatchObject({ trade: 'oysters', employer: false });
    expect(mergeRecords({ employer: false }, { employer: true }, []).differs).toEqual([{ key: 'employer', kept: false, going: true }]);
  });

  it('leaves no value of either record unaccounted for', () => {
    const record = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.oneof(fc.constant(null), fc.string({ minLength: 1 }), fc.boolean()));
    fc.assert(
      fc.property(record, record, fc.subarray(['a', 'b', 'c', 'd']), (one, other, take) => {
        const { facts, differs, filled } = mergeRecords(one, other, take);
        for (const [key, value] of Object.entries(other)) {
          if (value === null || value === 'not known') continue;
          const accounted = facts[key] === value || differs.some((fact) => fact.key === key && fact.going === value);
          expect(accounted).toBe(true);
        }
        for (const [key, value] of Object.entries(one)) {
          if (value === null || value === 'not known') continue;
          expect(facts[key] === value || differs.some((fact) => fact.key === key && fact.kept === value)).toBe(true);
        }
        for (const { key, value } of filled) expect(facts[key]).toBe(value);
      }),
    );
  });
});
