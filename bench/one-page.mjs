// A Rosehip of its own and a page of a browser, for what is measured there.
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBuilt } from '../scripts/lib/build.mjs';
import { freePort, startDatabase } from '../scripts/lib/database.mjs';
import { ensureProgram, ROOT } from '../scripts/lib/packages.mjs';
import { machineProgram, serverProgram } from '../scripts/lib/programs.mjs';

/** Says a figure on a line of its own. */
export const told = (what, value) => console.log(`${what.padEnd(72)} ${value}`);
export const rounded = (value) => Math.round(value);

/** Starts a program. Gives { child, address } when it answers. */
async function start({ file, execArgv }, env) {
  const child = fork(file, {
    cwd: ROOT,
    execArgv,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  const address = await new Promise((done, failed) => {
    child.once('message', (m) => (m.address ? done(m.address) : failed(new Error(m.problem))));
    child.once('exit', (code) => failed(new Error(`${file} ended (${code})`)));
  });
  return { child, address };
}

/**
 * Starts Rosehip with its demo designs and a practice machine, and a browser, for as long as `measure(page, address, machine)`
 * takes; `machine` is { address, stick }, the folder that stands for its stick.
 */
export async function withPage(measure) {
  ensureBuilt();
  const folder = mkdtempSync(join(tmpdir(), 'rosehip-pages-'));
  const database = await startDatabase(folder);
  const STICK = join(folder, 'stick');
  const server = await start(serverProgram(), {
    DATABASE_URL: database.url,
    PORT: String(await freePort()),
    SEED: '1',
    STICK,
  });
  const machine = await start(machineProgram(), {
    PORT: String(await freePort()),
    STICK,
    LOGS: join(folder, 'logs'),
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
    await measure(page, server.address, { address: machine.address, stick: STICK });
  } finally {
    await browser.close();
    for (const { child } of [server, machine]) child.kill('SIGTERM');
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
