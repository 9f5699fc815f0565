import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Temporal } from '../calendar';
import { CannotSeal, checkSeals, fingerprintOf, fromBase64, namesOn, sealOver, sealToCome, sealedPart, sealerFromPkcs12, withItsPlace, withSeal } from '.';

const file = (name: string) => Uint8Array.from(readFileSync(new URL(`./fixtures/${name}.p12`, import.meta.url)));
const NOW = Temporal.Instant.from('2026-03-11T10:00:00Z');
const brought = (name: string, password = 'tide & turn', at = NOW) => sealerFromPkcs12(file(name), password, at);

describe('a certificate that the firm brings', () => {
  it.each([
    ['rsa', 'tide & turn'],
    ['ec-without-password', ''],
  ])('seals with its own key, and the seal holds: %s', async (name, password) => {
    const { sealer, until } = await brought(name, password);
    expect(until.toString()).toMatch(/^2036-/);
    expect(sealer.issuers).toHaveLength(1);
    expect(namesOn(sealer.certificate)).toEqual({ to: 'Marram & Tern', by: 'Harbour certificates' });
    const body = `%PDF-1.7\n${sealToCome({ name: 'Marram & Tern', reason: 'Signed by all', at: 'D:20260311100000Z' })}\n%%EOF\n`;
    const { file: pdf, place } = withItsPlace(new TextEncoder().encode(body));
    const whole = withSeal(pdf, place, await sealOver(sealedPart(pdf, place), sealer, null));
    expect(await checkSeals(whole)).toMatchObject([
      { by: 'Marram & Tern', fingerprint: await fingerprintOf(fromBase64(sealer.certificate)), holds: true, wrong: null },
    ]);
    whole[9] = 0x38;
    expect(await checkSeals(whole)).toMatchObject([{ holds: false }]);
  });

  it.each([
    ['with another password', () => brought('rsa', 'tide'), 'The password does not open it'],
    ['without its password', () => brought('rsa', ''), 'The password does not open it'],
    ['that is none', () => sealerFromPkcs12(new TextEncoder().encode('a letter'), '', NOW), 'This is no PKCS #12 file'],
    ['cut off', () => sealerFromPkcs12(file('rsa').slice(0, 900), 'tide & turn', NOW), 'This is no PKCS #12 file'],
    ['that is empty', () => sealerFromPkcs12(new Uint8Array(), '', NOW), 'This is no PKCS #12 file'],
    ['without its key', () => brought('no-key'), 'There is no key in it'],
    ['that is not for signing', () => brought('not-for-signing'), 'It is not meant for signing'],
    ['that is locked as in old days', () => brought('old-lock'), 'It is locked in an old way'],
    ['that ran out', () => brought('rsa', 'tide & turn', Temporal.Instant.from('2046-01-01T00:00:00Z')), 'It has run out already'],
    ['that is not good yet', () => brought('rsa', 'tide & turn', Temporal.Instant.from('2025-12-31T00:00:00Z')), 'It is not good yet'],
  ])('%s is not taken, and says why', async (_, attempt, why) => {
    const refused = await attempt().then(
      () => null,
      (error: unknown) => error,
    );
    expect(refused).toBeInstanceOf(CannotSeal);
    expect((refused as Error).message).toContain(why);
  });
});
