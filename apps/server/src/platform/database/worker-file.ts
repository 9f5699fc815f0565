import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const NAME = 'database-worker.js';

/** The built thread of the embedded database: beside the built program or above its parts, or, running from source, where the build puts it. */
export function embeddedWorkerFile(): URL {
  const places = [`./${NAME}`, `../${NAME}`, `../../../dist/${NAME}`].map((place) => new URL(place, import.meta.url));
  return places.find((place) => existsSync(fileURLToPath(place))) ?? places.at(-1)!;
}
