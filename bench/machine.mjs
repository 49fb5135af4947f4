// The last steps before sewing: a sheet of forty colours, and a file of 50,000 stitches on the practice machine at a hundred
// times its speed. Part of `npm run bench`.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from '../scripts/lib/packages.mjs';
import { rounded, told, withPage } from './one-page.mjs';

const folder = mkdtempSync(join(tmpdir(), 'rosehip-machine-'));
const rosehip = (...args) => {
  const { status, stderr } = spawnSync(process.execPath, [join(ROOT, 'apps/cli/bin/rosehip.mjs'), ...args], {
    encoding: 'utf8',
  });
  if (status) throw new Error(stderr);
};

/** Squares beside each other, each in a colour of its own. */
function squares(count, side, columns) {
  const hue = (k) => `hsl(${(k * 137) % 360} ${40 + ((k * 23) % 50)}% ${25 + ((k * 31) % 55)}%)`;
  const rects = Array.from(
    { length: count },
    (_, k) =>
      `<rect x="${(k % columns) * side}" y="${Math.floor(k / columns) * side}" width="${side - 1}" height="${side - 1}" fill="${hue(k)}"/>`,
  );
  const [w, h] = [columns * side, Math.ceil(count / columns) * side];
  const file = join(folder, `${count}.svg`);
  writeFileSync(
    file,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}">${rects.join('')}</svg>`,
  );
  return file;
}

const middleOf = (times) => Math.round(times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]);

/** How long after a change the thing that a design is tried on shows it. */
async function tryOn(page, address) {
  await page.goto(address);
  await page.getByRole('link', { name: 'Open Club badge' }).click();
  await page.locator('[data-settled=true]').waitFor();
  await page.getByRole('button', { name: 'Try on', exact: true }).click();
  const stage = page.getByRole('application', { name: 'Try on' });
  const shown = page.locator('[aria-label="Try on"][data-settled=true]');
  await shown.waitFor();
  /** Milliseconds from a press in the page until the picture stands. */
  const after = async (press) => {
    await page.waitForTimeout(300);
    await stage.evaluate((el) => {
      const begun = performance.now();
      globalThis.watched = new Promise((done) => {
        const look = new MutationObserver(() => {
          if (el.dataset.settled !== 'true') return;
          look.disconnect();
          done(performance.now() - begun);
        });
        look.observe(el, { attributes: true, attributeFilter: ['data-settled'] });
      });
    });
    await press();
    return page.evaluate(() => globalThis.watched);
  };
  const things = await page.getByRole('radio').all();
  const [others, moves, copies] = [[], [], []];
  for (const thing of [...things.slice(1), things[0]]) others.push(await after(() => thing.click()));
  await stage.focus();
  for (let k = 0; k < 9; k++) moves.push(await after(() => page.keyboard.press('ArrowRight')));
  for (const name of ['In a row', 'Rows']) {
    const field = page.getByLabel(name, { exact: true });
    await field.fill('6');
    copies.push(await after(() => field.press('Enter')));
  }
  const sewn = [];
  await page.getByRole('option', { name: /^Night sky, / }).click();
  await page.getByRole('navigation', { name: 'Card pages' }).getByRole('button', { name: 'Recipe' }).click();
  const angle = page.getByLabel('Card', { exact: true }).getByLabel('Stitch angle', { exact: true });
  for (const degrees of [10, 25, 40, 55, 70]) {
    await angle.fill(String(degrees));
    sewn.push(await after(() => angle.press('Enter')));
  }
  told('the same, its largest fill at another angle: sewn, and shown', `${middleOf(sewn)} ms`);
  told(
    'try on, a design of 6,163 stitches: another thing; moved; at last 36 copies',
    `${middleOf(others)} (at most ${rounded(Math.max(...others))}); ${middleOf(moves)}; ${rounded(copies.at(-1))} ms`,
  );
}

await withPage(async (page, address, machine) => {
  const design = join(folder, 'forty.rosehip.json');
  rosehip('choose', squares(44, 16, 8), '--satin', '0', '--out', design);
  const made = await page.request.post(`${address}/api/designs`, {
    data: { design: JSON.parse(readFileSync(design, 'utf8')) },
  });
  const { id } = await made.json();
  for (const round of ['first', 'again']) {
    const start = performance.now();
    await page.goto(`${address}/bench/${id}/sheet`);
    await page.locator('.sheet-page').first().waitFor();
    const shown = rounded(performance.now() - start);
    const steps = await page.locator('.sheet-page').allInnerTexts();
    const saving = performance.now();
    await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as PDF' }).click(),
    ]);
    told(
      `sheet of ${/Colours\s*(\d+)/.exec(steps.join(' '))?.[1] ?? '?'} colours, ${round}: shown with its page, and saved as a PDF`,
      `${shown} and ${rounded(performance.now() - saving)} ms`,
    );
  }

  await tryOn(page, address);

  const file = join(machine.stick, 'computer', 'Fifty.dst');
  rosehip(
    'stitch',
    squares(6, 58, 3),
    '--recipe',
    'fill',
    '--set',
    'spacing=0.29',
    'length=1.5',
    '--out',
    file,
  );
  await page.goto(machine.address);
  await page.getByRole('button', { name: 'Put the stick in' }).click();
  await page.getByLabel('Machine', { exact: true }).selectOption('clubhouse');
  await page.getByRole('button', { name: /^Fifty/ }).click();
  await page.getByLabel('Hoop', { exact: true }).selectOption('200 × 300');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByLabel('Somebody threads it for me').check();
  await page.getByRole('button', { name: '100 ×' }).click();
  const frames = await page.evaluate(
    () =>
      new Promise((done) => {
        const times = [];
        let last = performance.now();
        const frame = (now) => {
          times.push(now - last);
          last = now;
          if (times.length < 300) requestAnimationFrame(frame);
          else done(times.sort((a, b) => a - b));
        };
        requestAnimationFrame(frame);
      }),
  );
  const all = (await page.getByTestId('stitch').innerText()).split(' of ')[1];
  const mean = frames.reduce((a, b) => a + b) / frames.length;
  told(
    `practice machine at 100 × on ${all} stitches: frames a second; 95 of 100 within; longest`,
    `${(1000 / mean).toFixed(1)}; ${frames[Math.floor(frames.length * 0.95)].toFixed(1)} ms; ${frames.at(-1).toFixed(1)} ms`,
  );
});
rmSync(folder, { recursive: true, force: true });
