import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';
import { Transform, type TransformCallback } from 'node:stream';

/**
 * How a stream is sealed: AES-256-GCM (NIST SP 800-38D) in chunks, so that it is written and read without lying in memory.
 *
 *   "SAS1", 32 random bytes, then for each 64 KiB of the content: cipher text, 16 bytes of tag
 *
 * The key of one stream comes from the given key and its random bytes (HKDF-SHA-256, RFC 5869). A chunk's nonce is its number,
 * and says whether it is the last: chunks cannot be left out, put in another order, or cut off at the end unnoticed.
 */
const MARK = Buffer.from('SAS1');
const SALT = 32;
const TAG = 16;
const CHUNK = 64 * 1024;
const HEADER = MARK.length + SALT;

export const KEY_BYTES = 32;

/** It was sealed with another key, or changed or cut short since. */
export class SealBrokenError extends Error {}

const keyOfStream = (key: Buffer, salt: Buffer) => Buffer.from(hkdfSync('sha256', key, salt, 'steady almanac stream', KEY_BYTES));

function nonceOf(number: number, isLast: boolean): Buffer {
  const nonce = Buffer.alloc(12);
  nonce[0] = isLast ? 1 : 0;
  nonce.writeUInt32BE(number, 8);
  return nonce;
}

/** Collects what comes in, and gives it on in pieces of one length; the last may be shorter and is given at the end. */
abstract class InPieces extends Transform {
  private waiting: Buffer = Buffer.alloc(0);
  private number = 0;

  constructor(private readonly length: number) {
    super();
  }

  protected abstract piece(content: Buffer, number: number, isLast: boolean): Buffer;

  protected give(content: Buffer): void {
    this.waiting = this.waiting.length === 0 ? content : Buffer.concat([this.waiting, content]);
    // One whole piece is held back: it may be the last.
    while (this.waiting.length > this.length) {
      this.push(this.piece(this.waiting.subarray(0, this.length), this.number, false));
      this.number += 1;
      this.waiting = this.waiting.subarray(this.length);
    }
  }

  override _transform(content: Buffer, _encoding: BufferEncoding, done: TransformCallback): void {
    this.attempt(() => this.give(content), done);
  }

  override _flush(done: TransformCallback): void {
    this.attempt(() => this.push(this.piece(this.waiting, this.number, true)), done);
  }

  protected attempt(act: () => void, done: TransformCallback): void {
    try {
      act();
    } catch (error) {
      done(error as Error);
      return;
    }
    done();
  }
}

class Sealing extends InPieces {
  private readonly key: Buffer;

  constructor(key: Buffer) {
    super(CHUNK);
    const salt = randomBytes(SALT);
    this.key = keyOfStream(key, salt);
    this.push(Buffer.concat([MARK, salt]));
  }

  protected piece(content: Buffer, number: number, isLast: boolean): Buffer {
    const cipher = createCipheriv('aes-256-gcm', this.key, nonceOf(number, isLast));
    return Buffer.concat([cipher.update(content), cipher.final(), cipher.getAuthTag()]);
  }
}

class Unsealing extends InPieces {
  private key: Buffer | null = null;
  private header: Buffer = Buffer.alloc(0);

  constructor(private readonly given: Buffer) {
    super(CHUNK + TAG);
  }

  protected override give(content: Buffer): void {
    if (this.key !== null) return super.give(content);
    this.header = Buffer.concat([this.header, content]);
    if (this.header.length < HEADER) return;
    if (!this.header.subarray(0, MARK.length).equals(MARK)) throw new SealBrokenError('It is not sealed in a way that is known');
    this.key = keyOfStream(this.given, this.header.subarray(MARK.length, HEADER));
    super.give(this.header.subarray(HEADER));
  }

  protected piece(content: Buffer, number: number, isLast: boolean): Buffer {
    if (this.key === null || content.length < TAG) throw new SealBrokenError('It was cut short');
    const at = content.length - TAG;
    const decipher = createDecipheriv('aes-256-gcm', this.key, nonceOf(number, isLast), { authTagLength: TAG });
    decipher.setAuthTag(content.subarray(at));
    try {
      return Buffer.concat([decipher.update(content.subarray(0, at)), decipher.final()]);
    } catch {
      throw new SealBrokenError('It was sealed with another key, or changed since');
    }
  }
}

/** A stream that seals what goes through it. @param key 32 bytes */
export const sealing = (key: Buffer): Transform => new Sealing(key);

/** A stream that opens what was sealed, and fails with SealBrokenError at the first piece that is not what it was. @param key 32 bytes */
export const unsealing = (key: Buffer): Transform => new Unsealing(key);

/** Seals a few bytes as text: a key under another key. */
export function wrapped(content: Buffer, key: Buffer): string {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', key, nonce);
  return Buffer.concat([nonce, cipher.update(content), cipher.final(), cipher.getAuthTag()]).toString('base64');
}

/** @throws SealBrokenError */
export function unwrapped(text: string, key: Buffer): Buffer {
  const bytes = Buffer.from(text, 'base64');
  try {
    const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, 12), { authTagLength: TAG });
    decipher.setAuthTag(bytes.subarray(-TAG));
    return Buffer.concat([decipher.update(bytes.subarray(12, -TAG)), decipher.final()]);
  } catch {
    throw new SealBrokenError('It was sealed with another key, or changed since');
  }
}
