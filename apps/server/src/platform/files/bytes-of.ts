import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { Measuring, emptyFile } from './measuring';

/** A file that is read and not kept, in memory. @throws Problem when it is empty, or has more bytes than may be sent */
export async function bytesOf(content: Readable, limit: number): Promise<{ bytes: Buffer }> {
  const measuring = new Measuring(limit, () => undefined);
  const [bytes] = await Promise.all([buffer(measuring), pipeline(content, measuring)]);
  if (bytes.length === 0) throw emptyFile();
  return { bytes };
}
