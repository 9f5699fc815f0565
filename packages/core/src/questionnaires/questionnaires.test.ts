import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Facts } from '../conditions';
import { clientFact } from '../clients';
import { money } from '../money';
import { SUPPLIED_QUESTIONNAIRES } from '../supplied/questionnaires';
import {
  type Answer,
  type Answers,
  type Question,
  type QuestionKind,
  type Questionnaire,
  answerInWords,
  answeredOf,
  answersSent,
  askedKeys,
  askedSections,
  changedSince,
  inRecordForm,
  intoRecord,
  maskedAccount,
  questionnaireFaults,
  questionsOf,
  sameAnswer,
  wantingOf,
  whyNotAnswer,
} from '.';

const ask = (key: string, more: Partial<Question> = {}): Question => ({ key, kind: 'short text', words: `What about ${key}?`, ...more });
const of = (...questions: Question[]): Questionnaire => ({ sections: [{ key: 'one', name: 'One', questions }] });
const CAR = of(
  ask('car', { kind: 'yes or no', required: true }),
  ask('plate', { required: true, onlyIf: { fact: 'answer:car', is: true } }),
  ask('crane', {
    required: true,
    onlyIf: {
      all: [
        { fact: 'answer:plate', is: 'CRANE' },
        { fact: 'employer', is: true },
      ],
    },
  }),
);

describe('what is asked', () => {
  it.each<[Answers, Facts, string[]]>([
    [{}, {}, ['car']],
    [{ car: true }, {}, ['car', 'plate']],
    [{ car: true, plate: 'CRANE' }, {}, ['car', 'plate']],
    [{ car: true, plate: 'CRANE' }, { employer: true }, ['car', 'plate', 'crane']],
    // What was answered before its question went out of sight decides nothing.
    [{ car: false, plate: 'CRANE' }, { employer: true }, ['car']],
  ])('of %j and facts %j is %j', (answers, client, keys) => {
    expect([...askedKeys(CAR, answers, client)]).toEqual(keys);
  });

  it('looks at each choice of a question with many', () => {
    const many = of(ask('income', { kind: 'many of', choices: ['rent', 'a job'] }), ask('let', { onlyIf: { fact: 'answer:income:rent', is: true } }));
    expect([...askedKeys(many, { income: ['a job'] }, {})]).toEqual(['income']);
    expect([...askedKeys(many, { income: ['a job', 'rent'] }, {})]).toEqual(['income', 'let']);
  });

  it('leaves out sections of which nothing is left', () => {
    const two: Questionnaire = {
      sections: [
        { key: 'a', name: 'A', questions: [ask('car', { kind: 'yes or no' })] },
        { key: 'b', name: 'B', questions: [ask('plate', { onlyIf: { fact: 'answer:car', is: true } })] },
      ],
    };
    expect(askedSections(two, { car: false }, {}).map(({ key }) => key)).toEqual(['a']);
    expect(askedSections(two, { car: true }, {}).map(({ key }) => key)).toEqual(['a', 'b']);
  });
});

describe('what is wanted before it is sent in', () => {
  it('is what is required and has no answer, and answers that do not fit', () => {
    expect(wantingOf(CAR, {}, {})).toEqual([{ key: 'car', words: 'What about car?', section: 'One', why: null }]);
    expect(wantingOf(CAR, { car: 'maybe' }, {})).toMatchObject([{ key: 'car', why: 'Say yes or no.' }]);
    expect(wantingOf(CAR, { car: false, plate: 'X' }, {})).toEqual([]);
    expect(answeredOf(CAR, { car: true }, {})).toEqual({ are: 1, of: 2 });
    expect(answersSent(CAR, { car: false, plate: 'X' }, {})).toEqual({ car: false });
  });
});

describe('an answer', () => {
  const kind = (of: QuestionKind, more: Partial<Question> = {}) => ask('q', { kind: of, ...more });
  const choices = { choices: ['rent', 'a job'] };
  const columns = { columns: ['What', 'Price'] };
  it.each<[Question, Answer]>([
    [kind('short text'), 'A van'],
    [kind('long text'), 'Much\nto say'],
    [kind('yes or no'), false],
    [kind('one of', choices), 'rent'],
    [kind('many of', choices), ['rent', 'a job']],
    [kind('number'), 0],
    [kind('money'), money(-125_00, 'EUR')],
    [kind('date'), '2024-02-29'],
    [kind('period'), { from: '2025-01-01', until: '2025-12-31' }],
    [kind('address'), { street: 'Slip Lane 1', town: 'Port Sallow' }],
    [kind('bank account'), 'IE29 AIBK 9311 5212 3456 78'],
    [kind('person'), { name: 'Cara Nolan', relation: 'spouse', born: '1980-04-01' }],
    [kind('table', columns), { rows: [['A boat', '12,000']] }],
    [kind('file'), ['d1']],
    [kind('statement'), true],
  ])('to %j can be %j', (question, value) => {
    expect(whyNotAnswer(question, value)).toBeNull();
    expect(answerInWords(question, value)).not.toMatch(/undefined|\[object/);
  });

  it.each<[Question, unknown, string]>([
    [kind('short text'), 'x'.repeat(301), 'Write a few words, 300 characters at most.'],
    [kind('yes or no'), 'yes', 'Say yes or no.'],
    [kind('one of', choices), 'wage', 'Choose one of them.'],
    [kind('many of', choices), [], 'Choose at least one.'],
    [kind('many of', choices), ['wage'], 'Choose at least one.'],
    [kind('number'), Number.NaN, 'Give a number, in figures.'],
    [kind('date'), '2025-02-29', 'Give a day, for example 23 Apr 2026.'],
    [kind('period'), { from: '2025-12-31', until: '2025-01-01' }, 'The last day is before the first.'],
    [kind('period'), { from: '2025-12-31' }, 'Give the first and the last day.'],
    [kind('address'), { street: 'Slip Lane 1' }, 'Give the street and the town.'],
    [kind('person'), { relation: 'spouse' }, 'Give their name.'],
    [kind('person'), { name: 'Cara', born: 'long ago' }, 'Give the day of birth, or leave it empty.'],
    [kind('table', columns), { rows: [['A boat']] }, 'A row does not fit the columns.'],
    [kind('table', columns), { rows: [['', ' ']] }, 'Fill in at least one row.'],
    [kind('file'), [], 'Send at least one file.'],
    [kind('statement'), false, 'Confirm it, or ask us about it.'],
  ])('to %j cannot be %j: %s', (question, value, why) => {
    expect(whyNotAnswer(question, value)).toBe(why);
  });

  it('with wrong check digits of an account is refused, and no account is ever shown whole', () => {
    expect(whyNotAnswer(kind('bank account'), 'IE29 AIBK 9311 5212 3456 79')).toMatch(/check digits/);
    expect(maskedAccount('IE29 AIBK 9311 5212 3456 78')).toBe('IE•• •••• 5678');
    expect(answerInWords(kind('bank account'), 'IE29AIBK93115212345678')).not.toContain('9311');
  });

  it('of anything at all never breaks the check', () => {
    fc.assert(
      fc.property(fc.anything(), fc.constantFrom<QuestionKind>('person', 'period', 'table', 'address', 'many of', 'file', 'money'), (value, of) => {
        const why = whyNotAnswer(kind(of, { ...choices, ...columns }), value);
        return why === null || typeof why === 'string';
      }),
    );
  });

  it('says the same whatever the order of its parts', () => {
    expect(sameAnswer({ street: 'A', town: 'B' }, { town: 'B', street: 'A' })).toBe(true);
    expect(sameAnswer(['a', 'b'], ['b', 'a'])).toBe(false);
    expect(sameAnswer(undefined, undefined)).toBe(true);
  });
});

describe('a questionnaire from outside', () => {
  it.each<[unknown, string]>([
    [null, 'A questionnaire wants at least one section.'],
    [{ sections: [] }, 'A questionnaire wants at least one section.'],
    [{ sections: [{ key: 'a', name: 'A', questions: [] }] }, '"A" has no question.'],
    [of(ask('a', { words: ' ' })), 'Each question wants words.'],
    [of(ask('A b')), '"What about A b?" wants a key of small letters and digits.'],
    [of(ask('a', { kind: 'guess' as never })), 'Choose how "What about a?" is answered.'],
    [of(ask('a', { kind: 'one of' })), 'Give the choices of "What about a?".'],
    [of(ask('a', { kind: 'many of', choices: ['x', 'x'] })), 'A choice of "What about a?" stands there twice.'],
    [of(ask('a', { kind: 'table' })), 'Give one to eight columns of "What about a?".'],
    [of(ask('a'), ask('a')), 'Two questions have the same key.'],
    [of(ask('a', { onlyIf: { fact: 'answer:b', is: true } })), '"What about a?" looks at an answer that is not asked for.'],
    [of(ask('a', { onlyIf: { fact: 'answer:a', is: true } })), 'Whether "What about a?" is asked depends, in the end, on its own answer.'],
    [
      of(ask('a', { onlyIf: { fact: 'answer:b', is: true } }), ask('b', { onlyIf: { not: { fact: 'answer:a', is: true } } })),
      'Whether "What about a?" is asked depends, in the end, on its own answer.',
    ],
  ])('%j is refused: %s', (given, fault) => {
    expect(questionnaireFaults(given)).toContain(fault);
  });

  it('of anything at all never breaks the check', () => {
    fc.assert(fc.property(fc.anything(), (given) => Array.isArray(questionnaireFaults(given))));
    fc.assert(
      fc.property(fc.array(fc.record({ key: fc.string(), name: fc.anything(), questions: fc.anything() })), (sections) =>
        Array.isArray(questionnaireFaults({ sections })),
      ),
    );
  });
});

describe('what is supplied', () => {
  it.each(SUPPLIED_QUESTIONNAIRES.map(({ name, definition }) => [name, definition] as const))(
    '%s has no fault, and its answers go to facts that there are',
    (_, definition) => {
      expect(questionnaireFaults(definition)).toEqual([]);
      for (const { into } of questionsOf(definition))
        if (into && 'fact' in into) expect([into.fact, clientFact(into.fact) !== undefined]).toEqual([into.fact, true]);
    },
  );
});

/** A questionnaire whose questions look at earlier and later ones, without leading back. */
const questionnaire = fc
  .array(fc.record({ on: fc.nat(9), wanted: fc.boolean(), required: fc.boolean(), looks: fc.boolean() }), { minLength: 1, maxLength: 8 })
  .chain((all) =>
    fc
      .shuffledSubarray(
        all.map((_, at) => at),
        { minLength: all.length },
      )
      .map((order) => {
        const questions = all.map(({ on, wanted, required, looks }, at) =>
          ask(`q${at}`, { kind: 'yes or no', required, ...(looks && at > 0 ? { onlyIf: { fact: `answer:q${on % at}`, is: wanted } } : {}) }),
        );
        return of(...order.map((at) => questions[at]!));
      }),
  );
const answers = (to: Questionnaire) =>
  fc.record(Object.fromEntries(questionsOf(to).map(({ key }) => [key, fc.boolean()])), { requiredKeys: [] }) as fc.Arbitrary<Answers>;
const both = questionnaire.chain((to) => fc.tuple(fc.constant(to), answers(to)));

describe('whatever is asked and answered', () => {
  it('a question that is not asked is never wanted, and its answer is not sent', () => {
    fc.assert(
      fc.property(both, ([to, given]) => {
        const asked = askedKeys(to, given, {});
        for (const { key } of wantingOf(to, given, {})) expect(asked.has(key)).toBe(true);
        for (const key of Object.keys(answersSent(to, given, {}))) expect(asked.has(key)).toBe(true);
      }),
    );
  });

  it('neither the order of answering nor what was answered out of sight matters', () => {
    fc.assert(
      fc.property(both, ([to, given]) => {
        const turned = Object.fromEntries(Object.entries(given).reverse());
        expect(askedKeys(to, turned, {})).toEqual(askedKeys(to, given, {}));
        expect(askedKeys(to, answersSent(to, given, {}), {})).toEqual(askedKeys(to, given, {}));
      }),
    );
  });

  it('answers taken over change nothing the second time', () => {
    const kinds = fc.array(fc.record({ at: fc.nat(3), value: fc.constantFrom('x', 'y', 'z') }), { maxLength: 6 });
    fc.assert(
      fc.property(kinds, kinds, (first, then) => {
        const to = of(...[0, 1, 2, 3].map((at) => ask(`q${at}`, { into: { fact: `fact${at}` } })));
        const given = Object.fromEntries(first.map(({ at, value }) => [`q${at}`, value]));
        const record = new Map<string, unknown>(then.map(({ at, value }) => [`fact${at}`, value]));
        const place = (into: { fact: string } | object) => record.get((into as { fact: string }).fact);
        for (const { into, after } of intoRecord(to, given, place)) record.set((into as { fact: string }).fact, after);
        expect(intoRecord(to, given, place)).toEqual([]);
      }),
    );
  });

  it.each<[Question['into'], Answer, unknown]>([
    [{ fact: 'yearEnd' }, '2025-12-31', '12-31'],
    [{ fact: 'iban' }, 'IE29 AIBK 9311 5212 3456 78', 'IE29AIBK93115212345678'],
    [{ fact: 'vatNumber' }, 'ie 9990001a', 'IE9990001A'],
    [{ fact: 'trade' }, 'Oyster farming', 'Oyster farming'],
    [{ fact: 'vatRegistered' }, true, true],
  ])('%j holds %j as %j', (into, answer, held) => {
    expect(inRecordForm(into!, answer)).toBe(held);
  });

  it('what changed since the last time is what is answered otherwise', () => {
    fc.assert(
      fc.property(both, ([to, given]) => {
        expect(changedSince(to, given, given)).toEqual([]);
        expect(changedSince(to, {}, given)).toEqual(questionsOf(to).flatMap(({ key }) => (given[key] === undefined ? [] : [key])));
      }),
    );
  });
});
