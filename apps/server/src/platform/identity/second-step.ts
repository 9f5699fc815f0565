import { createHmac, randomBytes, randomInt } from 'node:crypto';
import { sameHash } from './secrets';

/** RFC 4648, base32 without padding: what authenticators are given to type. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';
const STEP_SECONDS = 30;
const DIGITS = 6;
/** Letters that are not mistaken for one another when they are read from paper. */
const PLAIN = 'abcdefghjkmnpqrstuvwxyz23456789';
const RECOVERY_CODES = 10;

function base32(bytes: Uint8Array): string {
  let bits = 0;
  let value = 0;
  let text = '';
  for (const byte of bytes) {
    value = (value << 8) | byte;
    bits += 8;
    for (; bits >= 5; bits -= 5) text += LETTERS[(value >>> (bits - 5)) & 31]!;
    value &= 255;
  }
  return bits > 0 ? text + LETTERS[(value << (5 - bits)) & 31]! : text;
}

function bytesOf(text: string): Buffer {
  const bytes: number[] = [];
  let bits = 0;
  let value = 0;
  for (const letter of text) {
    value = (value << 5) | LETTERS.indexOf(letter);
    bits += 5;
    if (bits >= 8) {
      bits -= 8;
      bytes.push((value >>> bits) & 255);
    }
    value &= 255;
  }
  return Buffer.from(bytes);
}

/** A new secret of 160 bits, the length that RFC 4226 recommends. */
export const newSecondStep = (): string => base32(randomBytes(20));

/** The time step of a moment, milliseconds since 1970. */
export const stepOf = (millis: number): number => Math.floor(millis / 1000 / STEP_SECONDS);

/** The code of a time step (RFC 6238 over RFC 4226, SHA-1, six digits, thirty seconds). */
export function codeOfStep(secret: string, step: number): string {
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(step));
  const mac = createHmac('sha1', bytesOf(secret)).update(counter).digest();
  const at = mac[mac.length - 1]! & 15;
  return ((mac.readUInt32BE(at) & 0x7fffffff) % 10 ** DIGITS).toString().padStart(DIGITS, '0');
}

/**
 * The time step for which a code is right: the present one, the one before or the one after, because clocks differ.
 * Steps up to `used` are refused: a code works once. @returns null when it fits none.
 */
export function fits(secret: string, code: string, now: number, used: number | null): number | null {
  const typed = code.replace(/\s/g, '');
  for (const step of [now, now - 1, now + 1]) {
    if (step >= 0 && (used === null || step > used) && sameHash(codeOfStep(secret, step), typed)) return step;
  }
  return null;
}

/** The address that an authenticator reads from a picture or a link. */
export function otpAddress(firm: string, email: string, secret: string): string {
  const label = `${encodeURIComponent(firm)}:${encodeURIComponent(email)}`;
  return `otpauth://totp/${label}?secret=${secret}&issuer=${encodeURIComponent(firm)}&algorithm=SHA1&digits=${DIGITS}&period=${STEP_SECONDS}`;
}

/** Codes to write down for the day the authenticator is lost; each works once. */
export const newRecoveryCodes = (): string[] =>
  Array.from({ length: RECOVERY_CODES }, () => Array.from({ length: 10 }, (_, index) => (index === 5 ? '-' : '') + PLAIN[randomInt(PLAIN.length)]!).join(''));
