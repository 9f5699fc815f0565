import type { Readable, Writable } from 'node:stream';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

/** One file of an archive: text, or a stream of what is compressed already; null where it is missing. */
export type ZipEntry = { name: string } & ({ text: string } | { stream: () => Promise<Readable | null> });

/** A name that any system can unpack: no path of its own, no signs that some refuse, not too long. */
export const safeName = (name: string): string =>
  name
    .normalize('NFC')

    .replace(/[\u0000-\u001f\u007f/\\:*?"<>|]+/g, ' ')
    .replace(/^[. ]+|[. ]+$/g, '')
    .replace(/\s+/g, ' ')
    .slice(0, 120) || 'file';

/**
 * Writes an archive as it is made; files that are missing are named in one of its own. No more than one file lies in memory, and
 * a slow reader holds the writing back.
 */
export async function writeZip(out: Writable, entries: Iterable<ZipEntry>): Promise<void> {
  let failed: Error | null = null;
  const zip = new Zip((error, chunk, last) => {
    if (error) failed = error;
    else out.write(chunk);
    if (last) out.end();
  });
  const drained = () => (out.writableNeedDrain ? new Promise<void>((resolve) => out.once('drain', resolve).once('close', resolve)) : Promise.resolve());
  const taken = new Set<string>();
  const missing: string[] = [];
  const addText = (name: string, text: string) => {
    const file = new ZipDeflate(name);
    zip.add(file);
    file.push(new TextEncoder().encode(text), true);
  };
  for (const entry of entries) {
    const name = freeName(entry.name, taken);
    if ('text' in entry) addText(name, entry.text);
    else {
      const stream = await entry.stream();
      if (stream === null) {
        missing.push(name);
        continue;
      }
      const file = new ZipPassThrough(name);
      zip.add(file);
      for await (const chunk of stream as AsyncIterable<Buffer>) {
        file.push(chunk);
        await drained();
        if (out.destroyed) return;
      }
      file.push(new Uint8Array(), true);
    }
    if (failed) throw failed as Error;
    await drained();
    if (out.destroyed) return;
  }
  if (missing.length > 0)
    addText('Missing files.txt', `Missing where files are kept, or changed there. They can be restored from a backup:\r\n\r\n${missing.join('\r\n')}\r\n`);
  zip.end();
}

/** The name, or with a number where it is taken: two scans may be called the same. */
function freeName(name: string, taken: Set<string>): string {
  const [, stem, ending] = /^(.*?)(\.[^./]*)?$/s.exec(name)!;
  let free = name;
  for (let count = 2; taken.has(free.toLowerCase()); count += 1) free = `${stem} (${count})${ending ?? ''}`;
  taken.add(free.toLowerCase());
  return free;
}
