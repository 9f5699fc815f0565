import fc from 'fast-check';
import { expect, it } from 'vitest';
import { checkDigits, isBic, isCreditorId } from '.';

it('knows a creditor identifier by its check digits, whatever its free places', () => {
  // The example of EPC262-08 for Germany.
  expect(isCreditorId('DE98ZZZ09999999999')).toBe(true);
  expect(isCreditorId('de98 001 09999999999')).toBe(true);
  expect(isCreditorId('DE97ZZZ09999999999')).toBe(false);
  expect(isCreditorId('DE98ZZZ09999999998')).toBe(false);
  for (const wrong of ['', 'DE98', 'DE98ZZZ', '98DEZZZ09999999999', 'DE98ZZZ0999-9999é']) expect(isCreditorId(wrong), wrong).toBe(false);
});

it('takes every identifier that is made by the rule', () => {
  fc.assert(
    fc.property(fc.stringMatching(/^[1-9A-Z][0-9A-Z]{5,20}$/), fc.stringMatching(/^[0-9A-Z]{3}$/), (identifier, free) => {
      expect(isCreditorId(`IE${checkDigits('IE', identifier)}${free}${identifier}`)).toBe(true);
    }),
  );
});

it('knows a bank identifier code by its parts', () => {
  expect(['TERNIE2D', 'ternie2dxxx', 'TERN IE 2D'].map(isBic)).toEqual([true, true, true]);
  expect(['TERN', 'TERNIE2', 'TERNIE2DXX', 'T3RNIE2D', ''].map(isBic)).toEqual([false, false, false, false, false]);
});
