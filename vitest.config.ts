import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    pool: 'forks',
    maxWorkers: 2,
    reporters: ['default', ['json', { outputFile: '.cache/vitest.json' }]],
    projects: [
      {
        test: { name: 'core', include: ['packages/**/*.test.ts', 'demo/**/*.test.ts', 'scripts/**/*.test.ts'], setupFiles: ['vitest.seed.ts'], pool: 'forks' },
      },
      {
        test: {
          name: 'web',
          include: ['apps/web/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          setupFiles: ['vitest.seed.ts', 'apps/web/test/set-up.ts'],
          pool: 'forks',
        },
      },
      {
        test: {
          name: 'server',
          include: ['apps/server/**/*.test.ts'],
          setupFiles: ['vitest.seed.ts'],
          globalSetup: ['apps/server/test/template.ts'],
          testTimeout: 60_000,
          hookTimeout: 120_000,
          pool: 'forks',
        },
      },
    ],
  },
});
