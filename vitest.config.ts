import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { type UserWorkspaceConfig, defineConfig } from 'vitest/config';

type ProjectConfig = NonNullable<UserWorkspaceConfig['test']>;

/** Files that start processes and wait for them: they begin first, so that no worker is left with one at the end. */
const LONG = /kills|power-cuts|damage|database\.test|walk|backups|on-a-server|sealed-files|stopping|migrations|heavy-work/;

class LongFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const long = (file: TestSpecification) => (LONG.test(file.moduleId) ? 0 : 1);
    return (await super.sort(files)).toSorted((one, other) => long(one) - long(other));
  }
}

// Modules are read once for all files of a worker: no test may leave anything behind in one. Reading them anew for each file took longer than the tests.
const seed = 'vitest.seed.ts';
const shared = { pool: 'forks', isolate: false, setupFiles: [seed] } satisfies ProjectConfig;

export default defineConfig({
  test: {
    maxWorkers: 2,
    reporters: ['default', ['json', { outputFile: '.cache/vitest.json' }]],
    sequence: { sequencer: LongFirst },
    projects: [
      { test: { ...shared, name: 'core', include: ['packages/**/*.test.ts', 'scripts/**/*.test.ts'] } },
      {
        test: {
          ...shared,
          name: 'web',
          include: ['apps/web/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          setupFiles: [seed, 'apps/web/test/set-up.ts'],
          // The first test of a worker reads all that a page is made of.
          testTimeout: 30_000,
        },
      },
      {
        test: {
          ...shared,
          name: 'server',
          include: ['apps/server/**/*.test.ts', 'demo/**/*.test.ts'],
          globalSetup: ['apps/server/test/template.ts'],
          // A shared machine may give a third of its time: what is slow there has not failed.
          testTimeout: 300_000,
          hookTimeout: 240_000,
        },
      },
    ],
  },
});
