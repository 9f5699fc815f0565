import { describe, expect, it } from 'vitest';
import { Temporal } from '@steady/core/calendar';
import { newSealer, sealOver, sealToCome, sealedPart, withItsPlace, withSeal } from '@steady/core/seals';
import { checkSealCommand } from './check-seal-command';

const plain = Uint8Array.from('%PDF-1.7 nothing', (letter) => letter.charCodeAt(0));
async function sealed(): Promise<Uint8Array> {
  const moment = (text: string) => Temporal.Instant.from(text);
  const sealer = await newSealer({
    name: 'Seal',
    organisation: 'Marram & Tern',
    is: 'seal',
    from: moment('2026-01-01T00:00:00Z'),
    until: moment('2031-01-01T00:00:00Z'),
  });
  const text = `%PDF-1.7\n${sealToCome({ name: 'Marram & Tern', reason: 'Signed', at: 'D:20260311100000Z' })}\n%%EOF\n`;
  const { file, place } = withItsPlace(Uint8Array.from(text, (letter) => letter.charCodeAt(0)));
  return withSeal(file, place, await sealOver(sealedPart(file, place), sealer, null));
}
const of = (file: Uint8Array, path = 'copy.pdf') => checkSealCommand([path], '/home/orla', (asked) => (expect(asked).toBe('/home/orla/copy.pdf'), file));

describe('check-seal', () => {
  it('says whose seal it is and ends well', async () => {
    const { said, isWhole } = await of(await sealed());
    expect(isWhole).toBe(true);
    expect(said).toMatch(/^Sealed, and unchanged since\n/);
    expect(said).toMatch(/Seal 1 of 1: Marram & Tern\n {2}fingerprint {2}([0-9A-F]{4} ?){16}\n {2}good {9}2026-01-01 to 2031-01-01/);
  });

  it('says what is wrong and ends badly', async () => {
    const changed = await sealed();
    changed[4]! ^= 1;
    expect(await of(changed)).toMatchObject({ isWhole: false, said: expect.stringContaining('The seal of this file is broken') as string });
    expect(await of(plain)).toMatchObject({ isWhole: false, said: expect.stringContaining('This file carries no seal') as string });
    const gone = () => {
      throw new Error('ENOENT');
    };
    expect(await checkSealCommand(['gone.pdf'], '/', gone)).toEqual({ said: 'There is no file gone.pdf that can be read.', isWhole: false });
  });

  it('says how it is used', async () => {
    expect(await checkSealCommand([], '/', () => plain)).toMatchObject({ isWhole: false, said: expect.stringMatching(/^npm run check-seal FILE/) as string });
    expect((await checkSealCommand(['--help'], '/', () => plain)).isWhole).toBe(true);
  });
});
