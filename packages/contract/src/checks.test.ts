import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { describe, expect, it } from 'vitest';
import { IsDay, IsFigure, IsIban, IsLine, IsMoney, IsMonthDay, IsNotBefore, IsRhythm, IsText, Trimmed } from './checks';
import { money } from '@steady/core/money';

class Checked {
  @IsDay()
  day: unknown;

  @IsNotBefore('day', { message: 'It ends on or after the day it begins.' })
  until: unknown;

  @IsMonthDay()
  yearEnd: unknown;

  @IsRhythm()
  rhythm: unknown;

  @IsMoney(1)
  fee: unknown;

  @IsIban()
  account: unknown;

  @IsFigure(2)
  share: unknown;

  @IsLine(10, 'A title')
  title: unknown;

  @Trimmed()
  @IsText(10, 'A name')
  name: unknown;
}

const eur = (cents: number) => money(cents, 'EUR');

const SOUND = {
  day: '2026-03-11',
  until: '2026-03-11',
  yearEnd: '12-31',
  rhythm: 'monthly',
  fee: eur(18_000),
  account: 'IE29AIBK93115212345678',
  share: 12.5,
  title: 'Papers',
  name: 'Dunmarra',
};
/** What is said about one field, where all others are sound; null when nothing is. */
function saidOf(field: keyof typeof SOUND, value: unknown): string | null {
  const errors = validateSync(plainToInstance(Checked, { ...SOUND, [field]: value }), { stopAtFirstError: true });
  const about = errors.find((error) => error.property === field);
  return about ? Object.values(about.constraints!)[0]! : null;
}

describe('a day', () => {
  it.each(['1900-01-01', '2028-02-29', '2200-12-31'])('%s is one', (day) => {
    expect(saidOf('day', day)).toBeNull();
  });

  it.each(['2026-02-29', '2026-13-01', '2026-00-10', '1899-12-31', '2201-01-01', '2026-3-1', '11.3.2026', '2026-03-11T00:00', '', null, 20_260_311, {}])(
    '%j is none',
    (day) => {
      expect(saidOf('day', day)).toBe('Give a day that exists, for example 23 Apr 2026.');
    },
  );

  it('does not come before the one it is compared with', () => {
    expect(saidOf('until', '2026-03-12')).toBeNull();
    expect(saidOf('until', '2026-03-10')).toBe('It ends on or after the day it begins.');
    expect(saidOf('until', undefined)).toBeNull();
  });
});

describe('a year-end', () => {
  it.each(['12-31', '02-29', '04-30', '01-01'])('%s is one', (day) => {
    expect(saidOf('yearEnd', day)).toBeNull();
  });

  it.each(['02-30', '04-31', '13-01', '00-10', '1-1', '31-12', '', null, 1231])('%j is none', (day) => {
    expect(saidOf('yearEnd', day)).toBe('Choose a day and a month that exist.');
  });
});

describe('a rhythm', () => {
  it.each(['weekly', 'yearly', 'every 10 weeks', 'one-off'])('%s is one', (rhythm) => {
    expect(saidOf('rhythm', rhythm)).toBeNull();
  });

  it.each(['sometimes', 'every 0 weeks', 'RRULE:FREQ=NEVER', '', null, 7])('%j is none', (rhythm) => {
    expect(saidOf('rhythm', rhythm)).toBe('Choose how often the work recurs.');
  });
});

describe('an amount', () => {
  it.each<[unknown, string | null]>([
    [eur(1), null],
    [eur(1_000_000_000), null],
    [money(1_000, 'JPY'), null],
    [eur(0), 'Give an amount above zero.'],
    [eur(-5), 'Give an amount above zero.'],
    [eur(1_000_000_001), 'That is more than this field can hold: 10,000,000.00.'],
    [money(1_000_000_001, 'JPY'), 'That is more than this field can hold: 1,000,000,000.'],
    [{ amount: 0.5, currency: 'EUR' }, 'Give an amount, for example 180.'],
    [{ amount: 100, currency: 'euro' }, 'Give an amount, for example 180.'],
    [{ amount: 100 }, 'Give an amount, for example 180.'],
    [180, 'Give an amount, for example 180.'],
    ['180', 'Give an amount, for example 180.'],
    [null, 'Give an amount, for example 180.'],
    [Number.NaN, 'Give an amount, for example 180.'],
  ])('%j: %s', (fee, said) => {
    expect(saidOf('fee', fee)).toBe(said);
  });
});

describe('an account', () => {
  it('has check digits that fit, however it is spaced', () => {
    expect(saidOf('account', 'IE29 AIBK 9311 5212 3456 78')).toBeNull();
    expect(saidOf('account', 'IE29AIBK93115212345679')).toContain('its check digits do not fit');
    expect(saidOf('account', '')).toContain('its check digits do not fit');
  });
});

describe('text', () => {
  it.each<[unknown, string | null]>([
    ['0123456789', null],
    ['  0123456789  ', null],
    ['Bríd 🦪', null],
    ['two\nlines', null],
    ['01234567890', 'A name can be 10 characters long at most.'],
    ['bell\u0007', 'A name has characters that cannot be printed.'],
    ['nul\u0000', 'A name has characters that cannot be printed.'],
    [12, 'A name has to be text.'],
    [['a'], 'A name has to be text.'],
  ])('%j: %s', (name, said) => {
    expect(saidOf('name', name)).toBe(said);
  });

  it('that is nothing but space is as if it had not been given', () => {
    expect(plainToInstance(Checked, { name: ' \t ' }).name).toBeUndefined();
    expect(plainToInstance(Checked, { name: ' Dunmarra ' }).name).toBe('Dunmarra');
  });
});

describe('a figure', () => {
  it.each([0, -0, 100, 12.25, 0.1, -3.5])('%d has at most two decimals', (value) => {
    expect(saidOf('share', value)).toBeNull();
  });

  it.each([1e-7, 12.345, Number.MIN_VALUE, NaN, Infinity, '12', null])('%s is refused in words', (value) => {
    expect(saidOf('share', value)).toBe('Give a number with at most 2 decimals.');
  });
});

describe('a line', () => {
  it.each([
    ['two\nlines', 'A title has to be in one line.'],
    ['two\u2028lines', 'A title has to be in one line.'],
    ['far too long a title', 'A title can be 10 characters long at most.'],
    [5, 'A title has to be text.'],
    ['Ó Sé', null],
  ])('%j: %s', (value, said) => {
    expect(saidOf('title', value)).toBe(said);
  });
});
