// A Rosehip of its own and a page of a browser, for what is measured there.
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBuilt } from '../scripts/lib/build.mjs';
import { freePort, startDatabase } from '../scripts/lib/database.mjs';
import { ensureProgram, ROOT } from '../scripts/lib/packages.mjs';
import { serverProgram } from '../scripts/lib/programs.mjs';

/** Says a figure on a line of its own. */
export const told = (what, value) => console.log(`${what.padEnd(72)} ${value}`);
export const rounded = (value) => Math.round(value);

/** Starts Rosehip with its demo designs, and a browser, for as long as `measure(page, address)` takes. */
export async function withPage(measure) {
  ensureBuilt();
  const folder = mkdtempSync(join(tmpdir(), 'rosehip-pages-'));
  const database = await startDatabase(folder);
  const { file, execArgv } = serverProgram();
  const server = fork(file, {
    cwd: ROOT,
    execArgv,
    env: { ...process.env, DATABASE_URL: database.url, PORT: String(await freePort()), SEED: '1' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  const address = await new Promise((done, failed) => {
    server.once('message', (m) => (m.address ? done(m.address) : failed(new Error(m.problem))));
    server.once('exit', (code) => failed(new Error(`the server ended (${code})`)));
  });
  const browser = await chromium.launch({
    executablePath: ensureProgram(['/usr/bin/chromium'], 'chromium'),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto('about:blank'); // the browser itself is up
    await measure(page, address);
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
