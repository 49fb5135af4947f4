// A real browser with a profile of its own that can be killed with all its processes and opened again.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureProgram } from '../../scripts/lib/packages.mjs';
import { pause } from './household.mjs';

export class Browser {
  #profile = mkdtempSync(join(tmpdir(), 'rosehip-browser-'));
  context;

  async open() {
    this.context = await chromium.launchPersistentContext(this.#profile, {
      executablePath: ensureProgram(['/usr/bin/chromium', '/usr/bin/chromium-browser'], 'chromium'),
      args: ['--no-sandbox', '--disable-gpu'],
      viewport: { width: 1280, height: 800 },
    });
    return this.context.pages()[0] ?? (await this.context.newPage());
  }

  /** As the system, or a power cut, would. */
  kill() {
    const [first] = execFileSync('pgrep', ['-f', `user-data-dir=${this.#profile}`], {
      encoding: 'utf8',
    }).split('\n');
    process.kill(Number(first), 'SIGKILL');
  }

  /** After a kill. Gives its first page. */
  async reopen() {
    await this.context.close().catch(() => {});
    await pause(500);
    return this.open();
  }

  async end() {
    await this.context.close();
    rmSync(this.#profile, { recursive: true, force: true });
  }
}
