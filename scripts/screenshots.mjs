// `npm run screenshots`: one picture of each main view, from the demo data, for docs/screenshots.
import { fork } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBuilt } from './lib/build.mjs';
import { freePort, startDatabase } from './lib/database.mjs';
import { ensureProgram, ROOT } from './lib/packages.mjs';

const OUT = join(ROOT, 'docs', 'screenshots');

async function main() {
  mkdirSync(OUT, { recursive: true });
  ensureBuilt();
  const folder = join(ROOT, '.data', 'screenshot-database');
  rmSync(folder, { recursive: true, force: true });
  const database = await startDatabase(folder);
  const port = await freePort();
  const server = fork(join(ROOT, 'apps/server/src/main.ts'), {
    cwd: ROOT,
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, DATABASE_URL: database.url, PORT: String(port), SEED: '1' },
  });
  await new Promise((done) => server.once('message', done));
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
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shot = (name) => page.screenshot({ path: join(OUT, `${name}.png`) });
  const settled = async () => {
    await page.waitForSelector('[data-block]');
    await page.waitForTimeout(300);
    await page.waitForSelector('[data-settled=true]');
    await page.waitForTimeout(200);
  };
  const home = `http://127.0.0.1:${port}/`;
  const lay = async (name) => {
    await page.goto(home);
    await page.getByRole('link', { name: `Open ${name}` }).click();
    await settled();
  };
  try {
    await page.goto(home);
    await page.waitForSelector('article img');
    await page.waitForTimeout(3000);
    await page.reload();
    await page.waitForTimeout(1000);
    await shot('shelf');

    await lay('Club badge');
    await page.getByRole('button', { name: /^Moon, / }).click();
    await page.getByRole('button', { name: 'fill', exact: true }).click();
    await page.waitForTimeout(600);
    await shot('bench-recipe-card');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Needle' }).click();
    const cloth = await page.getByRole('application').boundingBox();
    await page.mouse.move(cloth.x + cloth.width * 0.62, cloth.y + cloth.height * 0.45);
    for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -200);
    await settled();
    await shot('bench-needle-view');
    await page.getByRole('button', { name: 'Lines' }).click();
    await page.getByRole('button', { name: 'Fit the hoop' }).click();
    await settled();
    await shot('bench-lines-view');

    await lay('Comet bookmark');
    await page.getByRole('button', { name: 'Cloth', exact: true }).click();
    const line = await page.getByTestId('timeline').boundingBox();
    await page.mouse.click(line.x + line.width * 0.4, line.y + line.height - 6);
    await settled();
    await shot('bench-rehearsal');
    await page.getByRole('button', { name: 'Take to machine' }).click();
    await shot('bench-take-to-machine');

    await lay('Stitch sampler');
    await page.getByRole('navigation', { name: 'Tools' }).getByRole('button', { name: 'Pen' }).click();
    const middle = { x: cloth.x + cloth.width / 2, y: cloth.y + cloth.height / 2 };
    await page.mouse.click(middle.x - 90, middle.y + 20);
    for (const [x, y] of [
      [-10, -60],
      [70, 30],
    ]) {
      await page.mouse.move(middle.x + x, middle.y + y);
      await page.mouse.down();
      await page.mouse.move(middle.x + x + 40, middle.y + y);
      await page.mouse.up();
    }
    await page.mouse.move(middle.x + 120, middle.y - 50);
    await settled();
    await shot('bench-pen');
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await database.stop();
  }
}

await main();
