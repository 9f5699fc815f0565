import { randomBytes } from 'node:crypto';

let lastMillis = 0;
let sequence = 0;

/** A UUID of version 7 (RFC 9562): sorts by the time it was made, and in order within one millisecond of this process. */
export function newId(): string {
  const now = Date.now();
  if (now > lastMillis) {
    lastMillis = now;
    sequence = 0;
  } else {
    sequence += 1;
    if (sequence > 0xfff) {
      lastMillis += 1;
      sequence = 0;
    }
  }
  const time = lastMillis.toString(16).padStart(12, '0');
  const random = randomBytes(8);
  random[0] = (random[0]! & 0x3f) | 0x80;
  const tail = random.toString('hex');
  return `${time.slice(0, 8)}-${time.slice(8)}-7${sequence.toString(16).padStart(3, '0')}-${tail.slice(0, 4)}-${tail.slice(4)}`;
}
