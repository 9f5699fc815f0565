import { describe, expect, it } from 'vitest';
import { type AnswerKind, CAME_KINDS, cameInWords, cameLast, itemInWords, mayTakeBack, standsBy } from '.';

const at = (day: number) => `2026-03-${String(day).padStart(2, '0')}T09:00:00Z`;
const gave = (kind: AnswerKind, day: number, takenBack?: number) => ({
  kind,
  at: at(day),
  takenBackAt: takenBack === undefined ? null : at(takenBack),
  lookedAt: null as string | null,
});

describe('how an item stands', () => {
  it.each([
    ['nothing came', [], null, 'asked'],
    ['a question alone brings nothing', [gave('question', 2)], null, 'asked'],
    ['a file', [gave('file', 2)], null, 'answered'],
    ['words', [gave('words', 2)], null, 'answered'],
    ['it is elsewhere', [gave('elsewhere', 2)], null, 'answered'],
    ['it was handed in', [gave('in hand', 2)], null, 'answered'],
    ['it does not apply, said last', [gave('file', 2), gave('does not apply', 3)], null, 'does not apply'],
    ['the file came after all', [gave('does not apply', 2), gave('file', 3)], null, 'answered'],
    ['what came was taken back', [gave('file', 2, 3)], null, 'asked'],
    ['the last was taken back, the one before counts', [gave('file', 2), gave('does not apply', 3, 4)], null, 'answered'],
    ['sent back, nothing since', [gave('file', 2)], at(3), 'sent back'],
    ['sent back, and sent anew', [gave('file', 2), gave('file', 4)], at(3), 'answered'],
    ['sent back, sent anew and taken back', [gave('file', 2), gave('file', 4, 5)], at(3), 'sent back'],
    ['a reply does not count', [gave('question', 2), gave('reply', 3)], null, 'asked'],
  ] as const)('%s', (_, answers, sentBackAt, state) => {
    expect(standsBy(answers, sentBackAt)).toBe(state);
  });

  it('goes by what came last and still counts', () => {
    expect(cameLast([gave('file', 2), gave('words', 3, 4), gave('question', 5)])?.kind).toBe('file');
    expect(cameLast([gave('question', 5)])).toBeUndefined();
  });
});

describe('what a client gave', () => {
  const open = { state: 'answered' as const, sentBackAt: null };

  it('is taken back until somebody has looked', () => {
    for (const kind of CAME_KINDS) expect(mayTakeBack(gave(kind, 2), open)).toBe(kind !== 'in hand');
    expect(mayTakeBack(gave('question', 2), open)).toBe(false);
    expect(mayTakeBack({ ...gave('file', 2), lookedAt: at(3) }, open)).toBe(false);
    expect(mayTakeBack(gave('file', 2, 3), open)).toBe(false);
    expect(mayTakeBack(gave('file', 2), { state: 'accepted', sentBackAt: null })).toBe(false);
    expect(mayTakeBack(gave('file', 2), { state: 'sent back', sentBackAt: at(3) })).toBe(false);
    expect(mayTakeBack(gave('file', 4), { state: 'answered', sentBackAt: at(3) })).toBe(true);
  });

  it('is said in words', () => {
    const of = { file: null, text: null, way: null, place: null };
    expect(cameInWords({ ...of, kind: 'file', file: 'bank.pdf' })).toBe('bank.pdf');
    expect(cameInWords({ ...of, kind: 'words', text: 'two vans' })).toBe('two vans');
    expect(cameInWords({ ...of, kind: 'in hand', way: 'in person' })).toBe('in person');
  });
});

it('is listed with its period, its own day and where else it may be put', () => {
  const bare = { name: 'Bank statement', description: null, period: null, wantedBy: null, link: null };
  expect(itemInWords(bare)).toBe('Bank statement');
  expect(itemInWords({ ...bare, link: 'https://files.example/in' })).toBe('Bank statement; it may also be put here: https://files.example/in');
});
