import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';

/** A secret that is given away once and kept only as its hash. */
export function newSecret(): { secret: string; hash: string } {
  const secret = randomBytes(32).toString('base64url');
  return { secret, hash: hashOf(secret) };
}

export function hashOf(secret: string): string {
  return createHash('sha256').update(secret).digest('hex');
}

/** A six-digit code for a message. */
export function newCode(): string {
  return randomInt(0, 1_000_000).toString().padStart(6, '0');
}

/** Compares without telling by its time how much was right. */
export function sameHash(a: string, b: string): boolean {
  return a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));
}
