// Any window: nothing is cut off, nothing scrolls sideways, and every view passes the automatic checks of accessibility.
import { copyFileSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createRequire } from 'node:module';
import { BenchPage } from './bench-page.ts';
import { expect, test, type Page } from './one-page.ts';
import { PracticeMachine } from './practice-machine.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip({ demo: true, machine: true });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What axe-core finds on the page as it is now, a line each. */
async function findings(page: Page): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  return page.evaluate(async (rules) => {
    const { axe } = window as unknown as {
      axe: {
        run(
          of: Document,
          options: object,
        ): Promise<{ violations: { id: string; nodes: { target: string[] }[] }[] }>;
      };
    };
    const { violations } = await axe.run(document, { runOnly: rules, resultTypes: ['violations'] });
    return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target.join(' ')}`));
  }, RULES);
}

/** How wide the arrow beside a select's choice is, in pixels. */
const SELECT_ARROW = 16;

/** Controls that lie outside the window, or outside what cuts them off without scrolling; choices that are cut short. */
const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate((arrow) => {
    const out: string[] = [];
    const root = document.documentElement;
    if (root.scrollWidth > root.clientWidth)
      out.push(`the page scrolls sideways by ${root.scrollWidth - root.clientWidth} px`);
    for (const control of document.querySelectorAll<HTMLElement>(
      'button, a[href], select, input:not(.sr-only)',
    )) {
      const box = control.getBoundingClientRect();
      if (!box.width || !control.checkVisibility({ opacityProperty: true, visibilityProperty: true }))
        continue;
      if (control.closest('.sr-only')) continue;
      let [left, right] = [0, root.clientWidth];
      for (let at = control.parentElement; at; at = at.parentElement) {
        const { overflowX } = getComputedStyle(at);
        if (overflowX === 'visible') continue;
        const around = at.getBoundingClientRect();
        if (overflowX === 'hidden' || overflowX === 'clip')
          [left, right] = [Math.max(left, around.left), Math.min(right, around.right)];
        else if (at.scrollWidth > at.clientWidth + 1 && !at.querySelector('[role=listbox]'))
          out.push(`${at.tagName} scrolls sideways about ${control.textContent}`);
        if (at.dataset.testid === 'timeline') [left, right] = [-Infinity, Infinity];
      }
      // A number that is longer than its field.
      if (
        control instanceof HTMLInputElement &&
        control.inputMode &&
        control.scrollWidth > control.clientWidth
      )
        out.push(`“${control.value}” takes ${control.scrollWidth} of ${control.clientWidth}`);
      // What is chosen of several is cut at the arrow beside it.
      if (control instanceof HTMLSelectElement && control.size < 2) {
        const style = getComputedStyle(control);
        const text = document.createElement('canvas').getContext('2d')!;
        // `font` itself is empty where a setting of it has no shorthand.
        text.font = `${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
        const long = text.measureText(control.selectedOptions[0]?.label ?? '').width;
        const room =
          control.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight) - arrow;
        if (long > room + 1)
          out.push(`“${control.selectedOptions[0].label}” takes ${Math.round(long)} of ${Math.round(room)}`);
      }
      if (box.left < left - 1 || box.right > right + 1)
        out.push(
          `${control.ariaLabel ?? control.textContent?.trim()} (${Math.round(box.left)}–${Math.round(box.right)} of ${Math.round(left)}–${Math.round(right)})`,
        );
    }
    return out;
  }, SELECT_ARROW);

async function lay(page: Page, name: string): Promise<BenchPage> {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, name);
  return bench;
}

/** Stitches of a file, read. */
async function readAsObjects(page: Page): Promise<void> {
  await lay(page, 'Heather sprig');
  await page.keyboard.press('q');
  // Beside pictures of all demo designs that are still being made, reading takes its time.
  await expect(page.getByRole('button', { name: /^Make \d+ objects$/ })).toBeVisible({ timeout: 60_000 });
}

/** A picture that comes with Rosehip, with a colour of it opened. */
async function tryConstellation(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Constellation', exact: true }).click();
  await expect(page.locator('[data-settled=true]')).toBeVisible();
  await page.getByRole('list', { name: 'Colours of the picture' }).getByRole('button').first().click();
}

/** A design, made to a cap. */
async function adaptToCap(page: Page): Promise<void> {
  await lay(page, 'Club badge');
  await page.getByRole('button', { name: /^Adapt/ }).click();
  await page.getByRole('combobox', { name: 'Cloth', exact: true }).selectOption('Cap front');
  await expect(page.getByRole('region', { name: 'What changes' })).toContainText('→ 55 × 55 mm');
}

/** A design on a jacket. */
async function tryOn(page: Page): Promise<void> {
  await lay(page, 'Club badge');
  await page.getByRole('button', { name: 'Try on', exact: true }).click();
  await page.getByRole('radio', { name: 'Fleece jacket' }).click();
  await expect(page.getByRole('application', { name: 'Try on' })).toHaveAttribute('data-settled', 'true');
}

/** Looks at what stands between done and sewn: sheet, stick, and the practice machine with a file in its hoop. */
async function onTheWay(page: Page, look: (what: string) => Promise<void>): Promise<void> {
  await lay(page, 'Comet bookmark');
  await page.getByRole('button', { name: 'Take to machine' }).click();
  await page.getByRole('button', { name: 'Sewing sheet' }).click();
  await expect(page.getByRole('img', { name: /^Page 1 of/ })).toBeVisible();
  await look('sheet');
  const machine = new PracticeMachine(page, rosehip);
  const [from, to] = [
    new URL('files/orbit-and-bar.dst', import.meta.url),
    join(rosehip.stick, 'computer', 'Flower.dst'),
  ];
  copyFileSync(from, to);
  await page.goto(`${rosehip.address}/stick`);
  await expect(page.getByRole('list', { name: 'Files' }).locator('img')).toBeVisible();
  await look('stick');
  await page.goto(rosehip.machineAddress);
  await expect(page.getByRole('button', { name: 'Put the stick in' })).toBeVisible();
  await look('the practice machine');
  await machine.choose('Flower.dst', { machine: 'Attic workshop, 6 needles', hoop: '130 × 180' });
  await look('a file in the machine');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await look('sewing');
  await page.getByRole('button', { name: 'Put it aside' }).click();
  await page.getByRole('button', { name: 'Take the stick out, back to the computer' }).click();
}

test('every view passes the checks of accessibility, and nothing is cut off in any window, nor scrolls sideways', async ({
  page,
}) => {
  test.setTimeout(420_000); // forty views, each looked through
  const sizes = [
    [1280, 800],
    [1024, 700],
    [820, 1180],
  ];
  const checked = async (what: string): Promise<void> => {
    await test.step(what, async () => expect(await findings(page), what).toEqual([]));
  };
  /** Looks at the page as it is in every window, largest first. */
  const whole = async (what: string): Promise<void> => {
    for (const [width, height] of sizes) {
      await page.setViewportSize({ width, height });
      expect(await cutOff(page), `${what} at ${width} × ${height}`).toEqual([]);
    }
    await page.setViewportSize({ width: sizes[0][0], height: sizes[0][1] });
  };
  const look = async (what: string): Promise<void> => {
    await checked(what);
    await whole(what);
  };
  for (const path of ['ready', 'deleted', 'backup', 'threads', 'nothing/here', '']) {
    await page.goto(`${rosehip.address}/${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
    await checked(path || 'shelf');
  }
  await expect(page.locator('article').first()).toBeVisible();
  await whole('shelf');
  await page.getByRole('button', { name: 'New design' }).click();
  await expect(page.getByRole('heading', { name: 'New design' })).toBeVisible();
  await look('new design');
  await page.getByLabel('Name', { exact: true }).fill('Bare');
  await page.getByRole('button', { name: 'Lay it on the bench' }).click();
  await expect(page.getByRole('region', { name: 'Ways to begin' })).toBeVisible();
  await look('an empty bench');
  // The shape that has most to choose.
  await new BenchPage(page).tool('Ready shapes');
  await page.getByRole('button', { name: 'Arc', exact: true }).click();
  await whole('an arc');

  const bench = await lay(page, 'Orrery coaster');
  await look('the bench');
  await bench.blocks().first().click();
  for (const name of ['Recipe', 'Make', 'Arrange', 'Guides']) {
    await bench.cardPage(name);
    if (name === 'Make') await expect(bench.page.getByRole('heading', { name: 'Repeat it' })).toBeVisible();
    await look(name);
  }
  await bench.cardPage('Recipe');
  await bench.word('run');
  await checked('stitch kinds');
  for (const name of [
    /findings$/i,
    'Figures',
    /^History/,
    /mm hoop/,
    'Keys',
    'Take to machine',
    'Rehearsal options',
  ]) {
    await page.getByRole('button', { name }).click();
    await checked(String(name));
  }
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await look('the list');
  await page.getByRole('button', { name: 'Timeline', exact: true }).click();
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.keyboard.type('border');
  await checked('the finder');
  await page.keyboard.press('Escape');
  for (const tool of ['Points', 'Mend', 'Draw', 'Shapes', 'Cut and bend', 'Steer', 'Measure', 'Picture']) {
    await bench.tool(tool);
    await checked(tool);
  }
  for (const tool of [
    'Points',
    'Mend',
    'Pen',
    'Ready shapes',
    'Words',
    'Bulge',
    'Steer',
    'Measure',
    'Picture',
    'Select',
  ]) {
    await bench.tool(tool);
    await whole(tool);
  }
  // Words: their fields, and the list of fonts.
  await lay(page, 'Lettering sampler');
  await page.getByRole('option', { name: /^Larkmoor,/ }).click();
  await expect(page.getByRole('group', { name: 'Words' })).toBeVisible();
  await whole('words');
  await page.getByRole('button', { name: /^Font: / }).click();
  await expect(page.getByRole('listbox', { name: 'Fonts' })).toBeVisible();
  await look('words and fonts');
  await page.getByRole('button', { name: 'Your own fonts and alphabets' }).click();
  await look('own fonts');
  await readAsObjects(page);
  await look('read as objects');
  await page.getByRole('button', { name: 'Threads', exact: true }).click();
  await look('threads');
  await page.getByRole('button', { name: /^History/ }).click();
  await whole('history');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+Q');
  await expect(page.getByRole('heading', { name: 'Choose stitches' })).toBeVisible();
  await checked('choose stitches');
  await adaptToCap(page);
  await look('adapt');
  await tryOn(page);
  await look('try on');
  await page.goto(`${rosehip.address}/picture`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await look('from a picture, before there is one');
  await tryConstellation(page);
  await look('from a picture');
  await onTheWay(page, look);
});

test('on a phone a design is looked at, rehearsed, and taken away', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(rosehip.address);
  await expect(page.locator('article').first()).toBeVisible();
  expect(await cutOff(page)).toEqual([]);
  await page.getByRole('link', { name: 'Open Comet bookmark' }).click();
  const cloth = page.getByRole('application', { name: 'Cloth' });
  await expect(cloth).toHaveAttribute('data-settled', 'true');
  expect(await cutOff(page)).toEqual([]);
  expect(await findings(page)).toEqual([]);

  // One finger pulls the cloth, and changes nothing.
  const origin = await cloth.getAttribute('data-origin');
  const box = (await cloth.boundingBox())!;
  await page.mouse.move(box.x + 190, box.y + 300);
  await page.mouse.down();
  await page.mouse.move(box.x + 230, box.y + 340, { steps: 3 });
  await page.mouse.up();
  expect(await cloth.getAttribute('data-origin')).not.toBe(origin);
  await page.getByLabel('Playhead').fill('100');
  await expect(page.getByText(/^\d+ of [\d,]+ · .* left$/)).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Take', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Take to machine' })).toBeVisible();
  expect(await cutOff(page)).toEqual([]);
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('heading', { name: 'Take to machine' })).toBeHidden();
});
