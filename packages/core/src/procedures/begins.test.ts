import { describe, expect, it } from 'vitest';
import { type Action, type NamedProcedure, beginsItself } from '.';

const begins = (procedureId: string): Action => ({ key: procedureId, does: 'procedure', procedureId });
const named = (id: string, ...then: string[]): NamedProcedure => ({
  id,
  name: id.toUpperCase(),
  definition: { phases: [{ key: 'p', name: 'P', tasks: [], onDone: then.map(begins) }] },
});

describe('procedures that begin others', () => {
  it('end where none of those comes back to the first', () => {
    expect(beginsItself([named('a', 'b', 'c'), named('b', 'c'), named('c')], 'a')).toBeNull();
    expect(beginsItself([named('a', 'gone')], 'a')).toBeNull();
    expect(beginsItself([], 'a')).toBeNull();
  });

  it('go on without end where one begins itself, at once or by way of others, and the circle is named', () => {
    expect(beginsItself([named('a', 'a')], 'a')).toEqual(['A', 'A']);
    expect(beginsItself([named('a', 'd', 'b'), named('b', 'c'), named('c', 'a'), named('d')], 'a')).toEqual(['A', 'B', 'C', 'A']);
  });

  it('are not blamed for a circle further on that is not theirs', () => {
    expect(beginsItself([named('a', 'b'), named('b', 'c'), named('c', 'b')], 'a')).toBeNull();
    expect(beginsItself([named('a', 'b'), named('b', 'c'), named('c', 'b')], 'c')).toEqual(['C', 'B', 'C']);
  });

  it('are looked for on entry of a phase too', () => {
    const own: NamedProcedure = { id: 'a', name: 'A', definition: { phases: [{ key: 'p', name: 'P', tasks: [], onEntry: [begins('a')] }] } };
    expect(beginsItself([own], 'a')).toEqual(['A', 'A']);
  });
});
