import { defineConfig } from '@playwright/test';

// Which jobs are run follows from the day. Workers take this over from the process that found the tests.
process.env.RUN_DAY ??= String(Math.floor(Date.now() / 86_400_000));

export default defineConfig({
  testDir: 'e2e',
  // The packages as compiled for these tests (scripts/test.mjs has them taken) are read as they are.
  build: { external: ['**/packages/*/dist/**'] },
  outputDir: 'test-results/browser',
  timeout: 90_000,
  expect: { timeout: 20_000 },
  // Browser, workers, server and database of one test leave a third of two cores idle: two files at a time.
  workers: 2,
  fullyParallel: false,
  // Where other machines' work may stand in the way, what failed is tried once more, and told.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    trace: 'off',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      // Scroll bars take their room, as in the browsers of most people.
      ignoreDefaultArgs: ['--hide-scrollbars'],
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
  },
});
