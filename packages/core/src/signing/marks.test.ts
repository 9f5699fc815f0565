import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELD_KINDS, type Given, MARK_BOX, type Mark, faultOfMark, fieldsLeft, inMarkBox, initialsOf, isUnlike, shownInField } from '.';

const DRAWN: Mark = { way: 'drawn', strokes: [[10, 100, 60, 40, 110, 160]] };
const given = (of: Partial<Given> = {}): Given => ({ signature: DRAWN, initials: null, fields: {}, ...of });
const AS = { name: 'Donal Hession', day: 'Wed 11 Mar 2026' };

describe('a name as somebody writes it', () => {
  it('is typed or drawn, and is not nothing', () => {
    expect(faultOfMark(DRAWN)).toBeNull();
    expect(faultOfMark({ way: 'typed', text: 'Donal' })).toBeNull();
    expect(faultOfMark({ way: 'typed', text: '  ' })).toBe('Write your name.');
    expect(faultOfMark({ way: 'drawn', strokes: [] })).toContain('Nothing is drawn yet');
    expect(faultOfMark({ way: 'drawn', strokes: [[5, 5, 6, 7]] })).toContain('Nothing is drawn yet');
  });

  it('is refused where it is no drawing at all, whatever it is', () => {
    fc.assert(
      fc.property(fc.anything(), (something) => {
        expect(faultOfMark(something)).not.toBeNull();
      }),
    );
    expect(faultOfMark({ way: 'drawn', strokes: [[0, MARK_BOX.height + 1]] })).toContain('cannot be read');
    expect(faultOfMark({ way: 'drawn', strokes: [[0, 1, 2]] })).toContain('cannot be read');
    expect(faultOfMark({ way: 'drawn', strokes: [Array.from({ length: 12_002 }, (_, n) => n % 200)] })).toContain('too many lines');
  });

  it('stands as large as its box takes, however small it was drawn, and in its own shape', () => {
    expect(inMarkBox([[100, 100, 125, 125]])).toEqual([[8, 8, 192, 192]]);
    const stroke = fc.array(fc.tuple(fc.integer({ min: 0, max: 600 }), fc.integer({ min: 0, max: 200 })), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(fc.array(stroke, { minLength: 1, maxLength: 6 }), (strokes) => {
        const mark: Mark = { way: 'drawn', strokes: strokes.map((points) => points.flat()) };
        fc.pre(faultOfMark(mark) === null);
        const fitted: Mark = { way: 'drawn', strokes: inMarkBox(mark.strokes) };
        expect(faultOfMark(fitted)).toBeNull();
        expect(fitted.strokes.map((one) => one.length)).toEqual(mark.strokes.map((one) => one.length));
      }),
    );
  });

  it('is asked about where it has nothing in common with the one that is known', () => {
    expect(isUnlike('D. Hession', 'Dónal Hession')).toBe(false);
    expect(isUnlike('DÓNAL', 'Donal Hession')).toBe(false);
    expect(isUnlike('Ruairí Byrne', 'Donal Hession')).toBe(true);
    expect(isUnlike('X', 'Donal Hession')).toBe(true);
    expect(isUnlike('anything', '')).toBe(false);
  });

  it('gives initials', () => {
    expect(initialsOf("Máire O'Shea")).toBe('MO');
    expect(initialsOf('  ')).toBe('');
  });
});

describe('what stands in a field', () => {
  const field = (kind: (typeof FIELD_KINDS)[number], isRequired = true) => ({ id: kind, kind, isRequired });

  it('is wanted as long as nothing was done to it, except for what fills itself', () => {
    const all = FIELD_KINDS.map((kind) => field(kind));
    expect(fieldsLeft(all, {}).map(({ kind }) => kind)).toEqual(['signature', 'initials', 'text', 'tick']);
    expect(fieldsLeft(all, { signature: true, initials: true, text: ' ', tick: false }).map(({ kind }) => kind)).toEqual(['text', 'tick']);
    expect(fieldsLeft([field('text', false)], {})).toEqual([]);
  });

  it('is the mark, the day, the name, the words or the tick', () => {
    const all = { signature: true, initials: true, text: ' as minuted ', tick: true };
    const shown = (kind: (typeof FIELD_KINDS)[number], of = given({ fields: all })) => shownInField(field(kind), of, AS);
    expect(shown('signature')).toEqual({ mark: DRAWN });
    expect(shown('initials')).toEqual({ mark: { way: 'typed', text: 'DH' } });
    expect(shown('initials', given({ fields: all, initials: DRAWN }))).toEqual({ mark: DRAWN });
    expect(shown('date')).toEqual({ text: 'Wed 11 Mar 2026' });
    expect(shown('name')).toEqual({ text: 'Donal Hession' });
    expect(shown('text')).toEqual({ text: 'as minuted' });
    expect(shown('tick')).toEqual({ tick: true });
    expect(shown('tick', given())).toBeNull();
    expect(shown('signature', given())).toBeNull();
  });
});
