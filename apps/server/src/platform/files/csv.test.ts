import { expect, it } from 'vitest';
import { csvText } from './csv';

it('quotes what has to be, and writes formulas as text', () => {
  const lines = csvText(
    ['Name', 'Amount'],
    [
      ['Foley, "Bríd"', -12.5],
      ['=HYPERLINK("x")', '-12.50'],
      ['two\nlines', null],
      ['@run', '+44'],
    ],
  );
  expect(lines).toBe('\ufeffName,Amount\r\n"Foley, ""Bríd""",-12.5\r\n"\'=HYPERLINK(""x"")",-12.50\r\n"two\nlines",\r\n\'@run,\'+44\r\n');
});
