import { describe, expect, it } from 'vitest';
import { END, NOBODY, NOTHING_SAID, asSent, lacking } from './bulk-change';

describe('what is sent of a change of many jobs', () => {
  const said = { ...NOTHING_SAID, text: ' ', personId: 'p1', leftOut: new Set(['tell']) };

  it('is its own particulars alone', () => {
    expect(asSent('people', said)).toEqual({ role: 'preparerId', personId: 'p1' });
    expect(asSent('people', { ...said, personId: NOBODY })).toEqual({ role: 'preparerId', personId: null });
    expect(asSent('priority', said)).toEqual({ priority: 'first' });
    expect(asSent('resume', said)).toEqual({});
  });

  it('wants a person, or nobody, chosen: nobody is taken off by leaving things as they stand', () => {
    expect(lacking('people', NOTHING_SAID)).toBe('Choose who it is to be, or nobody.');
    expect(lacking('people', { ...NOTHING_SAID, personId: NOBODY })).toBeNull();
    expect(lacking('priority', NOTHING_SAID)).toBeNull();
  });

  it('reads days earlier with either minus', () => {
    expect(asSent('dates', { ...said, days: '\u22123' })).toEqual({ days: -3 });
    expect(asSent('dates', { ...said, days: '-3' })).toEqual({ days: -3 });
  });

  it('names a phase, the end or neither, and no reason where none was given', () => {
    expect(asSent('move', said)).toEqual({ leaveOut: ['tell'] });
    expect(asSent('move', { ...said, to: END })).toEqual({ leaveOut: ['tell'], to: null });
    expect(asSent('move', { ...said, to: 'review', text: 'sent back', keepAsks: true })).toEqual({
      leaveOut: ['tell'],
      to: 'review',
      text: 'sent back',
      keepAsks: true,
    });
    expect(asSent('status', said)).toEqual({});
  });
});
