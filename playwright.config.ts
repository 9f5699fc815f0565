import { defineConfig } from '@playwright/test';

export default defineConfig({
  globalSetup: './e2e/demo-once.ts',
  testDir: 'e2e',
  // Each file runs an application of its own on a port of its own.
  workers: 2,
  // A shared machine may give a third of its time: what is slow there has not failed.
  timeout: 1_200_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json', { outputFile: '.cache/playwright.json' }]],
  outputDir: 'test-results',
  use: {
    // What never comes fails in two minutes, not at the end of the test.
    actionTimeout: 120_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    // Recording what the page looked like at each step takes a fifth of the time: TRACE=1 records, to see why a journey fails.
    trace: process.env.TRACE ? { mode: 'retain-on-failure', screenshots: false, snapshots: true, sources: false } : 'off',
  },
});
