// How soon the pages are there after a first start, while the pictures of the demo designs are still being made; what
// the finder and the pictures of makings take. Part of `npm run bench`.
import { rounded, told, withPage } from './one-page.mjs';

await withPage(async (page, address) => {
  // Told by the page's own clock, from the moment it is asked for: the frame in which the first design is painted.
  await page.addInitScript(() => {
    window.designsPainted = new Promise((done) => {
      const look = () =>
        document.body?.textContent.includes('Open Club badge')
          ? requestAnimationFrame(() => setTimeout(() => done(performance.now())))
          : requestAnimationFrame(look);
      requestAnimationFrame(look);
    });
  });
  await page.goto(address, { waitUntil: 'commit' });
  told(
    'first paint of the shelf, its pictures still being made',
    `${rounded(await page.evaluate(() => window.designsPainted))} ms`,
  );

  // The server's answers until the last picture is there.
  const answers = [];
  for (let i = 0; i < 400; i++) {
    const start = performance.now();
    const { designs } = await (await fetch(`${address}/api/designs`)).json();
    answers.push(performance.now() - start);
    if (designs.every((d) => d.summary)) break;
    await new Promise((done) => setTimeout(done, 50));
  }
  answers.sort((a, b) => a - b);
  told(
    `answers of the shelf meanwhile (${answers.length}), median and longest`,
    `${rounded(answers[answers.length >> 1])} and ${rounded(answers.at(-1))} ms`,
  );

  await page.reload();
  await page.waitForTimeout(4000);
  const opened = performance.now();
  await page.getByRole('link', { name: 'Open Club patch' }).click();
  await page.locator('[data-block]').first().waitFor();
  told('bench to the first stitches of 13,800', `${rounded(performance.now() - opened)} ms`);
  await page.waitForSelector('[data-settled=true]');
  told('… and to all of them painted and checked', `${rounded(performance.now() - opened)} ms`);

  await page.keyboard.press('/');
  const field = page.getByRole('combobox');
  await field.waitFor();
  const typed = await page.evaluate(async () => {
    const input = document.querySelector('[role=combobox]');
    const times = [];
    for (const text of ['b', 'bo', 'bord', 'border', 'mirror', 'trim']) {
      const start = performance.now();
      input.value = text;
      input.dispatchEvent(new Event('input', { bubbles: true }));
      input.dispatchEvent(new Event('change', { bubbles: true }));
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      times.push(performance.now() - start);
    }
    return times;
  });
  told(
    'the finder after a letter, with the frame that shows it, longest',
    `${rounded(Math.max(...typed))} ms`,
  );
  await page.keyboard.press('Escape');

  await page.getByRole('option', { name: /^Night sky, / }).click();
  for (const round of ['first', 'again']) {
    await page
      .getByRole('navigation', { name: 'Card pages' })
      .getByRole('button', { name: 'Recipe' })
      .click();
    await page.waitForTimeout(1000);
    const start = performance.now();
    await page.getByRole('navigation', { name: 'Card pages' }).getByRole('button', { name: 'Make' }).click();
    const pictured = (all) => {
      const canvases = [...document.querySelectorAll('[aria-label=Make] canvas')];
      const there = canvases.filter((canvas) => canvas.width > 1).length;
      return there && (!all || there === canvases.length);
    };
    await page.waitForFunction(pictured, false);
    const first = rounded(performance.now() - start);
    await page.waitForFunction(pictured, true);
    told(
      `pictures of makings of 3,300 stitches, ${round}: one, and all`,
      `${first} and ${rounded(performance.now() - start)} ms`,
    );
  }
});
