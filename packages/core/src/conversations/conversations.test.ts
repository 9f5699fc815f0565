import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AT_FIRST, type Side, afterEnd, afterWords, keyOfAddress, newWordsOf, readersInWords, replyAddress } from '.';

const at = (hour: number) => `2026-03-11T${String(hour).padStart(2, '0')}:00:00Z`;
const after = (sides: Side[]) => sides.reduce((turn, side, hour) => afterWords(turn, side, at(hour)), AT_FIRST);

describe('whose turn it is', () => {
  it.each<[Side[], string | null]>([
    [[], null],
    [['us'], null],
    [['us', 'them'], at(1)],
    [['us', 'them', 'them', 'them'], at(1)],
    [['them', 'us', 'them'], at(2)],
    [['them', 'us'], null],
  ])('after %j the client has waited since %s', (sides, since) => {
    expect(after(sides)).toEqual({ waitingSince: since, closedAt: null });
  });

  it('ends with the conversation, and begins anew where somebody writes to one that was ended', () => {
    const ended = afterEnd(at(5));
    expect(ended).toEqual({ waitingSince: null, closedAt: at(5) });
    expect(afterWords(ended, 'them', at(6))).toEqual({ waitingSince: at(6), closedAt: null });
    expect(afterWords(ended, 'us', at(6))).toEqual({ waitingSince: null, closedAt: null });
  });

  it('is ours exactly where the last words are theirs, since the first of them that follow ours', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom<Side>('us', 'them'), { maxLength: 20 }), (sides) => {
        const { waitingSince } = after(sides);
        if (sides.at(-1) !== 'them') expect(waitingSince).toBeNull();
        else expect(waitingSince).toBe(at(sides.lastIndexOf('us') + 1));
      }),
    );
  });
});

describe('who reads it', () => {
  const READERS = { contacts: ['Cara Nolan'], members: ['Orla Keane', 'Tadhg Breen'], firm: 'Marram & Tern', others: [] };
  it.each([
    [{ isPrivate: false }, 'Read by Cara Nolan, Orla Keane and Tadhg Breen, and by those of Marram & Tern who work for the client.'],
    [{ isPrivate: true }, 'Private: read by Cara Nolan, Orla Keane and Tadhg Breen alone.'],
    [
      { isPrivate: true, others: ['Eimear Walsh'] },
      'Private: read by Cara Nolan, Orla Keane and Tadhg Breen; also by Eimear Walsh, who may read what is private.',
    ],
  ])('%o is said: %s', (more, words) => {
    expect(readersInWords({ ...READERS, ...more })).toBe(words);
  });
});

describe('answers by mail', () => {
  it('find their conversation by the address alone, and no other address is one', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z0-9]{8,40}$/), (key) => {
        expect(keyOfAddress(replyAddress(key, 'post.marram.example'))).toBe(key);
      }),
    );
    for (const other of [
      'hello@marram.example',
      'answer@marram.example',
      'answer+@marram.example',
      'answer+short@marram.example',
      'x answer+abcdefgh12@m.example',
    ])
      expect(keyOfAddress(other)).toBeNull();
  });

  it.each([
    ['Yes, both.', 'Yes, both.'],
    ['Yes, both.\r\n\r\nOn 11 Mar 2026 at 10:00, Orla Keane wrote:\r\n> Which accounts?\r\n', 'Yes, both.'],
    ['See below.\n> quoted\nThe second one.', 'See below.\nThe second one.'],
    ['Fine.\n-----Original Message-----\nFrom: Orla\nHello', 'Fine.'],
    ['Fine.\n\nFrom: Orla Keane <orla@marram.example>\nSent: today', 'Fine.'],
    ['On the way home I wrote it down.\nIt is 12.', 'On the way home I wrote it down.\nIt is 12.'],
    ['> only what was quoted', '> only what was quoted'],
  ])('%j says %j', (text, words) => {
    expect(newWordsOf(text)).toBe(words);
  });

  it('never lose all that was said, and reading them twice changes nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('Yes.', '> quoted', '', 'On 11 Mar 2026, Orla wrote:', 'No, the other'), { minLength: 1, maxLength: 8 }),
        (lines) => {
          const text = lines.join('\n');
          const words = newWordsOf(text);
          if (text.trim() !== '') expect(words).not.toBe('');
          if (lines[0] === 'Yes.') expect(words.startsWith('Yes.')).toBe(true);
        },
      ),
    );
  });
});
