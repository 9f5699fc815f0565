import busboy from 'busboy';
import type { Request } from 'express';
import type { Readable } from 'node:stream';
import { Problem } from '../http/problem';

/** A name that can be shown and saved anywhere: its last part only, without control characters, at most 150 long. */
export function tidyName(name: string): string {
  const last = name.split(/[/\\]/).pop() ?? '';

  const clean = last
    .normalize('NFC')
    .replace(/[\u0000-\u001f\u007f<>:"|?*\u202a-\u202e\u2066-\u2069]/g, '')
    .replace(/^\.+/, '')
    .trim();
  return clean.slice(0, 150);
}

/**
 * Reads one file from a multipart request, as it comes in.
 * @param take what is done with its content
 * @throws Problem for no file, a name that leads out of its folder, one cut off half-way, one that is too large.
 */
export function receiveUpload<Taken>(request: Request, take: (content: Readable) => Promise<Taken>): Promise<Taken & { name: string }> {
  return new Promise((resolve, reject) => {
    let reader: busboy.Busboy;
    try {
      reader = busboy({ headers: request.headers, limits: { files: 1, fields: 0 }, preservePath: true, defParamCharset: 'utf8' });
    } catch {
      reject(Problem.of(400, 'bad-request', 'Not understood', 'Send the file as multipart/form-data.'));
      return;
    }
    const fail = (error: Error) => {
      request.unpipe(reader);
      request.resume();
      reject(error);
    };
    let keeping: Promise<void> | null = null;
    reader.on('file', (_field, stream, info) => {
      const name = tidyName(info.filename ?? '');
      if (!name || /(^|[/\\])\.\.([/\\]|$)/.test(info.filename ?? '')) {
        stream.resume();
        fail(Problem.badFile('This file has a name that cannot be kept. Rename it and send it again.'));
        return;
      }
      keeping = take(stream).then((taken) => resolve({ ...taken, name }), fail);
    });
    reader.on('close', () => {
      if (!keeping) fail(Problem.badFile('Choose a file.'));
    });
    reader.on('error', () => fail(Problem.of(400, 'cut-off', 'Not kept', 'The file did not arrive whole. Send it again.')));
    request.on('aborted', () => reader.destroy(new Error('cut off')));
    request.pipe(reader);
  });
}
