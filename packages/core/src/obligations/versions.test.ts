import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import {
  type FilingRule,
  type LineTerms,
  RULES,
  Reckoner,
  beginsOn,
  extendsByItself,
  followedByAnother,
  ruleById,
  ruleDifference,
  ruleFaults,
  withoutVersion,
} from '.';

const terms = (id: string, takesExtensions: boolean): LineTerms => ({
  rhythm: 'yearly',
  anchor: 'calendar',
  anchorOn: null,
  startsOn: '2025-04-01',
  endsOn: null,
  cutShort: true,
  pauses: [],
  rules: [ruleById(id)],
  ownDue: { count: 5, unit: 'working days' },
  leadDays: 60,
  targetDays: 5,
  takesExtensions,
});
const first = (id: string, takesExtensions: boolean) =>
  new Reckoner()
    .line(terms(id, takesExtensions), { legalForm: 'person' }, { today: civil('2026-03-11'), ahead: 1, horizon: civil('2028-01-01') })
    .streams[0]!.obligations.find((one) => one.period.end.toString() === '2026-03-31')!;

describe('more time that the law gives without asking', () => {
  it('is planned where the firm takes it, and explains itself', () => {
    expect(first('nz-individual-return', false).due.toString()).toBe('2026-07-07');
    const taken = first('nz-individual-return', true);
    expect(taken.due.toString()).toBe('2027-03-31');
    expect(taken.workings.lines.join('\n')).toContain('Extended, for clients on a tax agent’s list, counted from Tue 7 Jul 2026:');
    expect(taken.workings.source).toContain('s. 37(4)');
  });

  it('is not what has to be asked for, even where it is always given', () => {
    expect(extendsByItself(ruleById('us-1120'))).toBe(false);
    expect(extendsByItself(ruleById('nz-individual-return'))).toBe(true);
    expect(RULES.filter(extendsByItself).every((rule) => rule.country === 'NZ')).toBe(true);
  });
});

describe('versions of a rule', () => {
  const rule = ruleById('ie-vat-return');
  const [only] = rule.versions as [FilingRule['versions'][number]];

  it('follow one another without touching', () => {
    const two = (until: string | undefined, from: string): FilingRule => ({
      ...rule,
      versions: [
        { ...only, effectiveFrom: '2020-01-01', effectiveUntil: until },
        { ...only, effectiveFrom: from },
      ],
    });
    expect(ruleFaults(two('2026-12-31', '2027-01-01'))).toEqual([]);
    const fault = 'The date, version 2: it begins after the version before it has ended.';
    expect(ruleFaults(two('2027-01-01', '2027-01-01'))).toEqual([fault]);
    expect(ruleFaults(two(undefined, '2027-01-01'))).toEqual([fault]);
    expect(ruleFaults({ ...rule, versions: [{ ...only, effectiveFrom: '2026-01-01', effectiveUntil: '2025-12-31' }] })).toEqual([
      'The date: it ends on or after the day from which it holds.',
    ]);
  });

  it('hold in every shipped rule', () => {
    for (const shipped of RULES) expect(ruleFaults(shipped), shipped.id).toEqual([]);
  });

  it('say what became of a rule, and nothing where it says the same', () => {
    expect(ruleDifference(rule, { ...rule })).toBeNull();
    const later: FilingRule = { ...rule, versions: [{ ...only, whenClosed: 'next working day' }] };
    const since = `From ${only.effectiveFrom}`;
    expect(ruleDifference(rule, later)).toEqual({
      gone: [`${since}: A weekend or holiday does not move it`],
      added: [`${since}: A weekend or holiday: the next working day`],
    });
  });
});

describe('changing the versions of a rule', () => {
  const rule = ruleById('ie-vat-return');
  const [only] = rule.versions as [FilingRule['versions'][number]];
  const spans = (versions: FilingRule['versions']) => versions.map((one) => `${one.effectiveFrom} to ${one.effectiveUntil ?? 'now'}`);
  const two = followedByAnother([{ ...only, effectiveFrom: '2020-01-01' }], '2026-03-11');

  it('adds one from today, which ends the one before the day before', () => {
    expect(spans(two)).toEqual(['2020-01-01 to 2026-03-10', '2026-03-11 to now']);
    expect(two[1]!.steps).toEqual(only.steps);
    expect(ruleFaults({ ...rule, versions: two })).toEqual([]);
  });

  it('adds one a year later where the last has not begun yet', () => {
    expect(spans(followedByAnother(two, '2026-03-11')).slice(1)).toEqual(['2026-03-11 to 2027-03-10', '2027-03-11 to now']);
  });

  it('moves the end of the one before along, but not by a day that is half typed', () => {
    expect(spans(beginsOn(two, 1, '2027-01-01'))).toEqual(['2020-01-01 to 2026-12-31', '2027-01-01 to now']);
    expect(spans(beginsOn(two, 1, '1 Ja'))).toEqual(['2020-01-01 to 2026-03-10', '1 Ja to now']);
  });

  it('takes one out: the one before the last has no end then', () => {
    expect(spans(withoutVersion(two, 1))).toEqual(['2020-01-01 to now']);
    expect(spans(withoutVersion(two, 0))).toEqual(['2026-03-11 to now']);
  });
});
