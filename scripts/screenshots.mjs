// `npm run screenshots`: one picture of each main view, from the demo data, for docs/screenshots.
import { fork } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBuilt } from './lib/build.mjs';
import { freePort, startDatabase } from './lib/database.mjs';
import { ensureBrowser, ROOT } from './lib/packages.mjs';
import { machineProgram, serverProgram } from './lib/programs.mjs';

const OUT = join(ROOT, 'docs', 'screenshots');

async function main() {
  mkdirSync(OUT, { recursive: true });
  ensureBuilt();
  const folder = join(ROOT, '.data', 'screenshot-database');
  rmSync(folder, { recursive: true, force: true });
  const database = await startDatabase(folder);
  const port = await freePort();
  const machinePort = await freePort();
  const STICK = join(folder, 'stick');
  const start = async ({ file, execArgv }, env) => {
    const child = fork(file, { cwd: ROOT, execArgv, env: { ...process.env, ...env } });
    await new Promise((done) => child.once('message', done));
    return child;
  };
  const server = await start(serverProgram(), {
    DATABASE_URL: database.url,
    PORT: String(port),
    SEED: '1',
    BACKUPS: join(folder, 'backups'),
    STICK,
    MACHINE: `http://127.0.0.1:${machinePort}`,
  });
  const machine = await start(machineProgram(), {
    PORT: String(machinePort),
    STICK,
    LOGS: join(folder, 'logs'),
  });
  const browser = await chromium.launch({
    executablePath: ensureBrowser(),
    // Scroll bars take their room, as for most people.
    ignoreDefaultArgs: ['--hide-scrollbars'],
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
    await page.waitForFunction(() => document.querySelectorAll('article img').length >= 10);
    await page.waitForTimeout(500);
    await shot('shelf');
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(home);
    await page.getByRole('link', { name: 'Open Comet bookmark' }).click();
    await page.waitForSelector('[data-settled=true]');
    await page.waitForTimeout(800);
    await shot('phone');
    await page.setViewportSize({ width: 1280, height: 800 });

    await page.goto(`${home}picture`);
    await page.getByRole('button', { name: 'Observatory at dusk' }).click();
    await page.waitForSelector('[data-settled=true]');
    await page.waitForTimeout(1500);
    await shot('picture');

    await lay('Club badge');
    await page.getByRole('option', { name: /^Moon, / }).click();
    await page.getByRole('button', { name: 'fill', exact: true }).click();
    await page.waitForTimeout(600);
    await shot('bench-recipe-card');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Needle' }).click();
    const cloth = await page.getByRole('application').boundingBox();
    await page.mouse.move(cloth.x + cloth.width * 0.62, cloth.y + cloth.height * 0.45);
    for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -200);
    await settled();
    await page.getByRole('button', { name: 'Fit the hoop' }).click();

    await page.getByRole('button', { name: 'Cloth', exact: true }).click();
    // The demo designs have no findings: what is hidden under the moon is sewn, for this picture.
    await page.getByRole('option', { name: /^Night sky, / }).click();
    await page.getByLabel('Recipe card').getByLabel('Leave out what later stitches hide').uncheck();
    await settled();
    await page.getByRole('button', { name: /finding/ }).click();
    await page.getByRole('listitem').filter({ hasText: 'under Moon' }).getByText('Show me').click();
    await settled();
    await shot('bench-findings');
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Fit the hoop' }).click();
    await page.getByTestId('playhead').press('End');
    await settled();
    await page.getByRole('button', { name: 'Take to machine' }).click();
    await page.getByRole('radio', { name: 'Stick' }).click();
    await page.getByLabel('File name').press('Enter');
    await page.getByText('is on the stick.').waitFor();
    await shot('bench-take-to-machine');
    await page.getByRole('button', { name: 'Sewing sheet' }).click();
    await page.waitForSelector('.sheet-page');
    await page.waitForTimeout(500);
    await shot('sheet');

    await lay('Club badge');
    await page.getByRole('button', { name: 'Try on', exact: true }).click();
    await page.getByRole('radio', { name: 'Fleece jacket' }).click();
    await settled();
    await shot('try-on');

    await page.goto(`http://127.0.0.1:${machinePort}`);
    await page.getByRole('button', { name: 'Put the stick in' }).click();
    await page.getByRole('button', { name: /^Club badge/ }).click();
    // The threads that the person laid ready, as the sheet names them.
    const threads = [
      '#234a77',
      '#aaa6f0',
      '#435a00',
      '#9b968c',
      '#f2efe6',
      '#0b2345',
      '#e5bf3c',
      '#f6ecc6',
      '#fbdc86',
      '#f2efe6',
      '#e5bf3c',
    ];
    for (const [k, colour] of threads.entries())
      await page.getByLabel(`Thread of colour ${k + 1}`, { exact: true }).fill(colour);
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByRole('button', { name: '100 ×' }).click();
    await page.getByLabel('Somebody threads it for me').check();
    await page.waitForFunction(() => Number(document.querySelector('progress').value) > 4700);
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.waitForTimeout(200);
    await shot('practice-machine');

    await lay('Comet bookmark');
    await page.getByRole('button', { name: 'Cloth', exact: true }).click();
    const line = await page.getByTestId('timeline').boundingBox();
    await page.mouse.click(line.x + line.width * 0.4, line.y + line.height - 6);
    await settled();
    await shot('bench-rehearsal');
    const cardPage = (name) =>
      page.getByRole('navigation', { name: 'Card pages' }).getByRole('button', { name }).click();
    /** A place on the cloth, in mm, as a place on the page. */
    const place = async (x, y) => {
      const area = page.getByRole('application', { name: 'Cloth' });
      const box = await area.boundingBox();
      const scale = Number(await area.getAttribute('data-scale'));
      const [ox, oy] = (await area.getAttribute('data-origin')).split(' ').map(Number);
      return [box.x + ox + x * scale, box.y + oy + y * scale];
    };

    await lay('Moon-phase runner');
    await page.getByRole('button', { name: /mm hoop/ }).click();
    await page.getByRole('region', { name: 'Hoopings' }).evaluate((fields) => fields.scrollIntoView());
    await settled();
    await shot('bench-hoopings');

    await lay('Blanket corner');
    await page.getByRole('option', { name: /^Stippled ground 1, / }).click();
    await settled();
    await page.getByRole('group', { name: 'Keeps clear of' }).scrollIntoViewIfNeeded();
    await shot('bench-open-fills');

    await lay('Orrery coaster');
    await page.mouse.click(...(await place(0, -25)));
    await settled();
    await shot('bench-repeat');

    await lay('Telescope-bag label');

    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Lines', exact: true }).click();
    await page.getByRole('option', { name: /^Planet, / }).click();
    await cardPage('Make');
    await page.waitForFunction(() => {
      const pictures = [...document.querySelectorAll('[aria-label=Make] canvas')];
      return pictures.length > 0 && pictures.every((canvas) => canvas.width > 1);
    });
    await settled();
    await shot('bench-make');

    await page.getByRole('button', { name: 'Cloth', exact: true }).click();
    await cardPage('Recipe');

    await lay('Lettering sampler');
    await page.getByRole('option', { name: /^Larkmoor, / }).click();
    await page.getByRole('button', { name: 'Pacifico' }).click();
    await page.getByRole('option', { name: /^Grand Hotel/ }).scrollIntoViewIfNeeded();
    // Fonts in sight are sewn and painted one by one.
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[role=listbox] canvas')].every((canvas) => {
        const { left, top } = canvas.getBoundingClientRect();
        if (document.elementFromPoint(left + 2, top + 2) !== canvas) return true;
        const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
        return data.some((v) => v > 0);
      }),
    );
    await settled();
    await shot('bench-words');
    await page.keyboard.press('Escape');

    await lay('Frayed border');
    await page.getByRole('button', { name: /finding/ }).click();
    await page
      .getByRole('region', { name: 'Findings' })
      .getByRole('listitem')
      .filter({ hasText: 'longer than' })
      .getByRole('button', { name: 'Mend it' })
      .click();
    await settled();
    for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Zoom out' }).first().click();
    await page.getByRole('button', { name: 'Next', exact: true }).click();
    await page.getByRole('button', { name: 'Before', exact: true }).click();
    await settled();
    await shot('bench-mend');

    await lay('Run, satin and fill');
    await page.keyboard.press('Control+a');
    await cardPage('Make');
    await page
      .getByRole('region', { name: 'Make' })
      .getByRole('button', { name: 'Set as stitches', exact: true })
      .click();
    await settled();
    await page.keyboard.press('q');
    await page.getByRole('button', { name: /^Make \d+ objects$/ }).waitFor();
    await page.mouse.move(cloth.x + cloth.width * 0.31, cloth.y + cloth.height * 0.38);
    await settled();
    await shot('bench-read');

    await lay('Club badge');
    // What was selected before is so again.
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^Adapt/ }).click();
    await page.getByRole('combobox', { name: 'Cloth', exact: true }).selectOption('Cap front');
    await page.getByText('→ 55 × 55 mm').waitFor();
    await page.waitForTimeout(2500);
    await shot('adapt');
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    machine.kill('SIGTERM');
    await database.stop();
  }
}

await main();
