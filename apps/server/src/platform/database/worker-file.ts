import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const NAME = 'database-worker.js';

/** The built thread of the embedded database: beside the built server, or, running from source, where the build puts it. */
export function embeddedWorkerFile(): URL {
  const beside = new URL(`./${NAME}`, import.meta.url);
  return existsSync(fileURLToPath(beside)) ? beside : new URL(`../../../dist/${NAME}`, import.meta.url);
}
