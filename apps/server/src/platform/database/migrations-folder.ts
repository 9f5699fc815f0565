import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of migrations, found upwards from here: the same from source and from the build. */
export function migrationsFolder(): string {
  for (let folder = dirname(fileURLToPath(import.meta.url)); ; folder = dirname(folder)) {
    const candidate = join(folder, 'drizzle', 'meta', '_journal.json');
    if (existsSync(candidate)) return join(folder, 'drizzle');
    if (folder === dirname(folder)) throw new Error('The folder of migrations is missing');
  }
}
