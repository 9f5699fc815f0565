import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Condition, type Fact, type Facts, conditionFaults, conditionInWords, factInWords, meets } from '.';

const COMPANY: Condition = { fact: 'legalForm', is: 'company' };
const EMPLOYER: Condition = { fact: 'employer', is: true };
const VAT: Condition = { fact: 'vatRegistered', is: true };
const PAPER: Condition = { fact: 'way', is: 'paper' };

describe('a condition', () => {
  it.each<[Condition, Facts, boolean]>([
    [COMPANY, { legalForm: 'company' }, true],
    [COMPANY, {}, false],
    [{ fact: 'yearEnd', is: null }, {}, true],
    [{ fact: 'legalForm', oneOf: ['company', 'charity'] }, { legalForm: 'charity' }, true],
    [{ fact: 'legalForm', oneOf: ['company', 'charity'] }, { legalForm: 'person' }, false],
    [{ fact: 'job:fee', atLeast: 500 }, { 'job:fee': 500 }, true],
    [{ fact: 'job:fee', atLeast: 500 }, { 'job:fee': 499.99 }, false],
    [{ fact: 'job:fee', atLeast: 0 }, { 'job:fee': '700' }, false],
    [{ fact: 'since', until: '2020-12-31' }, { since: '2020-12-31' }, true],
    [{ fact: 'since', until: '2020-12-31' }, { since: '2021-01-01' }, false],
    [{ fact: 'since', until: '2020-12-31' }, {}, false],
    [{ fact: 'label:pays late', is: true }, { 'label:pays late': true }, true],
    [{ all: [] }, {}, true],
    [{ any: [] }, {}, false],
    [{ not: COMPANY }, {}, true],
  ])('%j is met by %j: %s', (condition, facts, met) => {
    expect(meets(condition, facts)).toBe(met);
  });

  const NAMES = ['a', 'b', 'c'] as const;
  const leaf = fc.oneof(
    fc.record({ fact: fc.constantFrom(...NAMES), is: fc.constantFrom<Fact>('x', 'y', true, false, null) }),
    fc.record({ fact: fc.constantFrom(...NAMES), oneOf: fc.uniqueArray(fc.constantFrom<Fact>('x', 'y', 3), { minLength: 1 }) }),
    fc.record({ fact: fc.constantFrom(...NAMES), atLeast: fc.integer({ min: 0, max: 5 }) }),
  );
  const { condition } = fc.letrec<{ condition: Condition }>((tie) => ({
    condition: fc.oneof(
      { maxDepth: 4 },
      leaf,
      fc.record({ all: fc.array(tie('condition'), { maxLength: 3 }) }),
      fc.record({ any: fc.array(tie('condition'), { maxLength: 3 }) }),
      fc.record({ not: tie('condition') }),
    ),
  }));
  const facts = fc.record(Object.fromEntries(NAMES.map((name) => [name, fc.constantFrom<Fact>('x', 'y', true, false, null, 3)])));

  it('and its opposite are never both met, nor both not', () => {
    fc.assert(fc.property(condition, facts, (one, known) => meets(one, known) !== meets({ not: one }, known)));
  });

  it('means the same when "and" is said by "or" and "not"', () => {
    fc.assert(
      fc.property(condition, condition, facts, (a, b, known) => meets({ all: [a, b] }, known) === meets({ not: { any: [{ not: a }, { not: b }] } }, known)),
    );
  });

  it('that is well formed has no fault, and always reads as words', () => {
    fc.assert(
      fc.property(condition, (one) => {
        expect(conditionFaults(one)).toEqual([]);
        const words = conditionInWords(one);
        expect(words).not.toBe('');
        expect(words).not.toMatch(/undefined|\[object| {2}|^ | $/);
      }),
    );
  });

  it.each<[unknown, string]>([
    [null, 'A condition is missing.'],
    ['company', 'A condition is missing.'],
    [{}, 'Choose the fact that a condition looks at.'],
    [{ fact: '' }, 'Choose the fact that a condition looks at.'],
    [{ fact: 'x'.repeat(101), is: 1 }, 'Choose the fact that a condition looks at.'],
    [{ fact: 'legalForm' }, 'Say what "legal form" has to be.'],
    [{ fact: 'legalForm', is: {} }, 'Say what "legal form" has to be.'],
    [{ fact: 'legalForm', is: 'a', atLeast: 1 }, 'Say what "legal form" has to be.'],
    [{ fact: 'legalForm', oneOf: [] }, 'Say what "legal form" has to be.'],
    [{ fact: 'yearEnd', until: 'soon' }, 'Say what "year-end" has to be.'],
    [{ all: 'both' }, '"all" wants a list of conditions.'],
    [{ any: [], all: [] }, '"all" wants a list of conditions.'],
    [{ not: COMPANY, fact: 'x' }, '"not" wants one condition.'],
    [{ all: [{ any: [{ fact: 3 }] }] }, 'Choose the fact that a condition looks at.'],
  ])('%j from outside is refused: %s', (given, fault) => {
    expect(conditionFaults(given)).toContain(fault);
  });

  it('nested without end is refused, and anything at all never breaks the check', () => {
    let deep: unknown = COMPANY;
    for (let at = 0; at < 10; at += 1) deep = { not: deep };
    expect(conditionFaults(deep)).toEqual(['The condition is nested too deeply.']);
    fc.assert(fc.property(fc.anything(), (given) => Array.isArray(conditionFaults(given))));
  });
});

describe('a condition in words', () => {
  it.each<[Condition, string]>([
    [COMPANY, 'legal form is company'],
    [EMPLOYER, 'an employer'],
    [{ fact: 'employer', is: false }, 'not an employer'],
    [PAPER, 'works on paper'],
    [{ fact: 'way', is: 'online' }, 'works online'],
    [{ fact: 'label:pays late', is: true }, 'the label "pays late"'],
    [{ fact: 'periodEndMonth', oneOf: [3, 6] }, 'month of the period’s end is March or June'],
    [{ fact: 'job:fee', atLeast: 500 }, 'agreed fee is at least 500'],
    [{ fact: 'yearEnd', is: null }, 'year-end is not known'],
    [{ all: [] }, 'every client'],
    [{ any: [] }, 'no client'],
    [{ all: [COMPANY, EMPLOYER] }, 'legal form is company and an employer'],
    [{ any: [COMPANY, EMPLOYER, VAT] }, 'legal form is company or an employer or registered for VAT'],
  ])('%j reads "%s"', (condition, words) => {
    expect(conditionInWords(condition)).toBe(words);
  });

  it.each<[Condition, string]>([
    [{ all: [COMPANY, { any: [EMPLOYER, VAT] }] }, 'legal form is company and either an employer or registered for VAT'],
    [{ any: [{ all: [COMPANY, EMPLOYER] }, VAT] }, 'both legal form is company and an employer or registered for VAT'],
    [{ any: [{ all: [COMPANY, EMPLOYER, PAPER] }, VAT] }, 'all of legal form is company, an employer and works on paper or registered for VAT'],
    [{ all: [{ any: [COMPANY] }, { all: [VAT] }] }, 'legal form is company and registered for VAT'],
  ])('%j says what holds together: "%s"', (condition, words) => {
    expect(conditionInWords(condition)).toBe(words);
  });

  it('tells the two ways apart in which "and" and "or" can hold together', () => {
    const two: Condition[] = [{ all: [COMPANY, { any: [EMPLOYER, VAT] }] }, { any: [{ all: [COMPANY, EMPLOYER] }, VAT] }];
    expect(new Set(two.map((condition) => conditionInWords(condition))).size).toBe(2);
  });

  it.each<[Condition, string]>([
    [COMPANY, 'legal form is not company'],
    [EMPLOYER, 'not an employer'],
    [{ fact: 'employer', is: false }, 'an employer or not known'],
    [PAPER, 'does not work on paper'],
    [{ fact: 'way', is: 'online' }, 'does not work online'],
    [{ fact: 'legalForm', oneOf: ['company', 'charity'] }, 'legal form is neither company nor charity'],
    [{ fact: 'legalForm', oneOf: ['company'] }, 'legal form is not company'],
    [{ fact: 'job:fee', atLeast: 500 }, 'agreed fee is below 500'],
    [{ fact: 'yearEnd', until: '2026-03-31' }, 'year-end is after 2026-03-31'],
    [{ fact: 'yearEnd', is: null }, 'year-end is known'],
    [{ all: [COMPANY, EMPLOYER] }, 'not both legal form is company and an employer'],
    [{ all: [COMPANY, EMPLOYER, VAT] }, 'not all of legal form is company, an employer and registered for VAT'],
    [{ any: [COMPANY, EMPLOYER] }, 'neither legal form is company nor an employer'],
    [{ any: [COMPANY, EMPLOYER, VAT] }, 'neither legal form is company nor an employer nor registered for VAT'],
    [{ not: COMPANY }, 'legal form is company'],
    [{ all: [] }, 'no client'],
    [{ any: [] }, 'every client'],
  ])('the opposite of %j reads "%s"', (condition, words) => {
    expect(conditionInWords({ not: condition })).toBe(words);
  });

  it('calls the firm’s own details by their names', () => {
    const names = { 'detail:4711': 'Referred by' };
    expect(conditionInWords({ all: [{ fact: 'detail:4711', is: 'Orla' }, COMPANY] }, names)).toBe('Referred by is Orla and legal form is company');
    expect(conditionInWords({ not: { fact: 'detail:4711', is: null } }, names)).toBe('Referred by is known');
    expect(factInWords('detail:4711')).toBe('detail:4711');
  });
});
