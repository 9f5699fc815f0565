import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { Temporal } from '../calendar';
import {
  SEAL_BYTES,
  type Sealer,
  answerWithTime,
  certificateFrom,
  checkSeals,
  fingerprintOf,
  fromBase64,
  newSealer,
  sealOver,
  sealToCome,
  sealedPart,
  sealsIn,
  withItsPlace,
  withSeal,
} from '.';

const at = (text: string) => Temporal.Instant.from(text);
const bytes = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
const join = (...parts: Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => [...part]));
const NOW = at('2026-03-11T10:00:00Z');

let firm: Sealer;
let clock: Sealer;
beforeAll(async () => {
  const years = { from: at('2026-03-01T00:00:00Z'), until: at('2031-03-01T00:00:00Z') };
  firm = await newSealer({ name: 'Marram & Tern, seal', organisation: 'Marram & Tern', is: 'seal', ...years });
  clock = await newSealer({ name: 'Harbour clock', organisation: 'Harbour time', is: 'time', ...years });
});

const asks = (request: Uint8Array) => answerWithTime(request, NOW, clock);
/** What a PDF is around a seal, as far as seals look at it. */
const body = (text: string) => bytes(`%PDF-1.7\n${text}\n${sealToCome({ name: 'Marram & Tern', reason: 'Signed by all', at: 'D:20260311100000Z' })}\n%%EOF\n`);
async function sealed(text = 'Accounts 2025', sealer = firm, stamp: Parameters<typeof sealOver>[2] = asks): Promise<Uint8Array> {
  const { file, place } = withItsPlace(body(text));
  return withSeal(file, place, await sealOver(sealedPart(file, place), sealer, stamp));
}

describe('a seal', () => {
  it('holds, says whose it is, by which certificate, and when', async () => {
    const [found, ...others] = await checkSeals(await sealed());
    expect(others).toEqual([]);
    expect(found).toEqual({
      by: 'Marram & Tern',
      fingerprint: await fingerprintOf(fromBase64(firm.certificate)),
      from: '2026-03-01T00:00:00.000Z',
      until: '2031-03-01T00:00:00.000Z',
      stamp: { at: '2026-03-11T10:00:00.000Z', by: 'Harbour time' },
      holds: true,
      wrong: null,
      added: 0,
    });
    expect(found!.fingerprint).toMatch(/^([0-9A-F]{4} ){15}[0-9A-F]{4}$/);
  });

  it('holds without a time authority, and says then that nobody vouches for the time', async () => {
    expect(await checkSeals(await sealed('Accounts', firm, null))).toMatchObject([{ holds: true, stamp: null }]);
  });

  it('breaks with any one byte of what is sealed', { timeout: 60_000 }, async () => {
    const file = await sealed();
    const { start, end } = sealsIn(file)[0]!;
    const before = sealedPart(file, sealsIn(file)[0]!);
    await fc.assert(
      fc.asyncProperty(fc.nat(before.length - 1), fc.integer({ min: 1, max: 255 }), async (place, by) => {
        const changed = file.slice();
        changed[place < start ? place : place - start + end]! ^= by;
        expect((await checkSeals(changed)).every(({ holds }) => !holds)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  it('breaks where the seal itself is another: of other bytes, cut, or no seal at all', async () => {
    const [file, other] = [await sealed(), await sealed('Accounts 2024')];
    const place = sealsIn(file)[0]!;
    const put = (seal: Uint8Array) => withSeal(file.slice(), place, seal);
    expect(await checkSeals(put(sealsIn(other)[0]!.seal))).toMatchObject([
      { holds: false, by: 'Marram & Tern', wrong: 'What was sealed was changed after it was sealed.' },
    ]);
    expect(await checkSeals(put(new Uint8Array(SEAL_BYTES)))).toMatchObject([{ holds: false, wrong: 'The seal cannot be read.' }]);
    expect(await checkSeals(put(place.seal.map((byte, index) => (index > 200 ? 0 : byte))))).toMatchObject([{ holds: false }]);
  });

  it('stays whole where something is added behind it, and that is said; of two, each stands for what was there', async () => {
    const first = await sealed();
    const added = bytes('\nmore, added later');
    expect(await checkSeals(join(first, added))).toMatchObject([{ holds: true, added: added.length }]);
    const { file, place } = withItsPlace(join(first, body('a second one')));
    const other = await newSealer({
      name: 'Other',
      organisation: 'Gannet Smokery Ltd',
      is: 'seal',
      from: at('2026-01-01T00:00:00Z'),
      until: at('2027-01-01T00:00:00Z'),
    });
    const both = withSeal(file, place, await sealOver(sealedPart(file, place), other, null));
    expect(await checkSeals(both)).toMatchObject([
      { by: 'Marram & Tern', holds: true, added: both.length - first.length },
      { by: 'Gannet Smokery Ltd', holds: true, added: 0 },
    ]);
  });

  it('is not found where a range is named that does not go around it', async () => {
    expect(await checkSeals(bytes('%PDF-1.7 nothing sealed'))).toEqual([]);
    for (const range of ['[0 4 2 1]', '[5 10 20 30]', '[0 9 12 99999]', '[0 2 6 10]'])
      expect(sealsIn(bytes(`%PDF-1.7 /ByteRange ${range} <00> and more of it`))).toEqual([]);
  });

  it('does not hold where it was stamped when its certificate was not good', async () => {
    const early = (request: Uint8Array) => answerWithTime(request, at('2025-12-24T10:00:00Z'), clock);
    expect(await checkSeals(await sealed('Accounts', firm, early))).toMatchObject([
      { holds: false, wrong: 'It was sealed when the certificate was not good.' },
    ]);
  });

  it('is not made with a stamp over something else, or without room', async () => {
    const { file, place } = withItsPlace(body('Accounts'));
    const other = async () => {
      let held = new Uint8Array();
      await sealOver(bytes('other'), firm, async (request) => ((held = Uint8Array.from(await asks(request))), held));
      return held;
    };
    const stale = await other();
    await expect(sealOver(sealedPart(file, place), firm, () => Promise.resolve(stale))).rejects.toThrow('stamped something else');
    expect(() => withSeal(file, place, new Uint8Array(SEAL_BYTES + 1))).toThrow('there is room for 12000');
    expect(() => withItsPlace(bytes('%PDF-1.7'))).toThrow('No seal is to come');
  });
});

describe('the certificate of a firm', () => {
  it('is made by an authority of its own, whose signature holds', async () => {
    const [certificate, issuer] = [certificateFrom(firm.certificate), certificateFrom(firm.issuers[0]!)];
    expect(await certificate.verify(issuer)).toBe(true);
    expect(await issuer.verify()).toBe(true);
    expect(await certificateFrom(clock.certificate).verify(issuer)).toBe(false);
  });
});
