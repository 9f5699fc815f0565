import fc from 'fast-check';
import { expect, it } from 'vitest';
import { numberOfCode, returnCode } from '.';

it.each([
  [1, 'P-1-7'],
  [128, 'P-128-1'],
  [4096, 'P-4096-9'],
])('the code of packet %i is %s', (number, code) => {
  expect(returnCode(number)).toBe(code);
});

it('is read again however it is typed, and one wrong digit is seen', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 99_999_999 }), fc.constantFrom('-', ' ', ' - '), (number, between) => {
      expect(numberOfCode(returnCode(number).toLowerCase().replaceAll('-', between))).toBe(number);
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9_999_999 }), fc.nat(), fc.integer({ min: 1, max: 9 }), (number, where, by) => {
      const digits = [...String(number)];
      const at = where % digits.length;
      digits[at] = String((Number(digits[at]) + by) % 10);
      const check = returnCode(number).slice(-1);
      expect(numberOfCode(`P-${digits.join('')}-${check}`)).toBeNull();
    }),
  );
});

it.each(['', 'P', 'P-12', '128', 'P-x-1', 'Q-128-1'])('"%s" is no code', (text) => {
  expect(numberOfCode(text)).toBeNull();
});
