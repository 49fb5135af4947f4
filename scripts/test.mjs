// `npm test`: sets everything up, runs the unit, server and browser tests, and adds them up in one line.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { runBrowserTests } from './lib/browser-tests.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { run } from './lib/children.mjs';
import { startDatabase } from './lib/database.mjs';
import { checkNode, checkRoom, ensurePackages, ensureBrowser, ROOT } from './lib/packages.mjs';
import { fail, say } from './lib/say.mjs';

const RESULTS = join(ROOT, 'test-results');

const readJson = (name) => {
  const file = join(RESULTS, name);
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
};

/** Passed and failed tests of Vitest's report; a report that is missing counts as one failure. */
function unitCounts() {
  const report = readJson('unit.json');
  if (!report) return { passed: 0, failed: 1 };
  const brokenFiles = report.testResults.filter(
    (f) => f.status === 'failed' && !f.assertionResults.length,
  ).length;
  return { passed: report.numPassedTests, failed: report.numFailedTests + brokenFiles };
}

function browserCounts() {
  const report = readJson('browser.json');
  if (!report) return { passed: 0, failed: 1 };
  const { expected, unexpected, flaky } = report.stats;
  // What passed when it was tried again is told by the reporter.
  return { passed: expected + flaky, failed: unexpected + report.errors.length };
}

async function main() {
  checkNode();
  checkRoom();
  ensurePackages();
  const chromium = ensureBrowser();
  const folder = join(ROOT, '.data', 'test-database');
  rmSync(folder, { recursive: true, force: true });
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS, { recursive: true });
  ensureBuilt();
  const database = await startDatabase(folder);
  const stop = () => database.stop();
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.once(signal, async () => {
      await stop();
      process.exit(1);
    });
  const env = { TEST_DATABASE_URL: database.url, CHROMIUM: chromium };
  let codes;
  try {
    say('\nUnit and server tests');
    const unit = await run(
      'npx',
      [
        'vitest',
        'run',
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${join(RESULTS, 'unit.json')}`,
      ],
      { ...env, COMPILED_THREADS: '1' },
    );
    say('\nBrowser tests');
    const browser = await runBrowserTests([], {
      ...env,
      PLAYWRIGHT_JSON_OUTPUT_FILE: join(RESULTS, 'browser.json'),
      PLAYWRIGHT_JSON_OUTPUT_NAME: join(RESULTS, 'browser.json'),
    });
    codes = [unit, browser];
  } finally {
    await stop();
  }
  const counts = [unitCounts(), browserCounts()];
  const passed = counts.reduce((sum, c) => sum + c.passed, 0);
  const failed = counts.reduce((sum, c) => sum + c.failed, 0);
  process.exitCode = failed > 0 || passed === 0 || codes.some((c) => c !== 0) ? 1 : 0;
  say(`\n${passed} passed, ${failed} failed`);
}

main().catch(fail);
