import { Transform } from 'node:stream';
import { Problem } from '../http/problem';

export const emptyFile = () => Problem.badFile('This file is empty. Choose another.');

/** @param limit in bytes */
export const tooLarge = (limit: number) =>
  Problem.of(413, 'file-too-large', 'Not kept', `A file can have ${Math.floor(limit / 1024 / 1024)} MiB at most. Send it in parts, or a smaller copy.`);

/** By so many bytes the kind of a file is known. */
const HEAD = 4100;

/** Lets through at most so many bytes, and keeps the first of them. */
export class Measuring extends Transform {
  bytes = 0;
  head: Buffer = Buffer.alloc(0);

  constructor(
    private readonly limit: number,
    private readonly seen: (chunk: Buffer) => void,
  ) {
    super();
  }

  override _transform(chunk: Buffer, _encoding: BufferEncoding, done: (error: Error | null, chunk?: Buffer) => void): void {
    this.bytes += chunk.length;
    if (this.bytes > this.limit) {
      done(tooLarge(this.limit));
      return;
    }
    if (this.head.length < HEAD) this.head = Buffer.concat([this.head, chunk.subarray(0, HEAD - this.head.length)]);
    this.seen(chunk);
    done(null, chunk);
  }
}
