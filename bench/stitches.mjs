// Two hundred thousand stitches on the bench: opened, looked over, mended, saved. Part of `npm run bench`.
import { readdirSync, readFileSync } from 'node:fs';
import { rounded, told, withPage } from './one-page.mjs';

/** A design of four sets of rows, 50,000 records each, as it lies in a document. */
function largeDesign() {
  const objects = ['222', '101', '172', '118'].map((thread, k) => {
    const blocks = [];
    let [x, y] = [0, 0];
    for (let from = 0; from < 50_000; from += 1000) {
      const records = [];
      for (let i = from; i < from + 1000; i++) {
        const row = Math.floor(i / 110);
        const column = row % 2 ? 109 - (i % 110) : i % 110;
        const [nx, ny] = [-900 + 450 * k + 4 * column, -1400 + 6 * row + ((7 * column) % 3)];
        // A block begins from 0, 0.
        const [dx, dy] = records.length ? [nx - x, ny - y] : [nx, ny];
        records.push(`${i ? '' : 'j'}${dx},${dy}`);
        [x, y] = [nx, ny];
      }
      blocks.push({ records: records.join(' ') });
    }
    return {
      id: `s${k}`,
      name: `Rows ${k + 1}`,
      kind: 'stitches',
      visible: true,
      locked: false,
      thread,
      blocks,
    };
  });
  return {
    format: 'rosehip-design',
    version: 3,
    name: 'Two hundred thousand',
    hoop: { name: '200 × 300', width: 200, height: 300 },
    cloth: { kind: 'linen', colour: '#efe6d2' },
    chart: 'larkmoor',
    guides: [],
    objects,
  };
}

/**
 * What the largest of the browser's processes that show pages holds, in MB: of its own, and with the browser's program and files,
 * which all of its processes share.
 */
function pageMemory() {
  let most = { own: 0, all: 0 };
  for (const pid of readdirSync('/proc')) {
    if (!/^\d+$/.test(pid)) continue;
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      const status = readFileSync(`/proc/${pid}/status`, 'utf8');
      const [all, files] = ['VmRSS', 'RssFile'].map(
        (name) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1] ?? 0) / 1000,
      );
      if (all > most.all) most = { own: all - files, all };
    } catch {
      // It ended meanwhile.
    }
  }
  return most;
}

await withPage(async (page, address) => {
  // Long tasks and frames, by the page's own clock. The browser's task of taking the page in (and the one before it away) begins
  // before its first byte is there.
  await page.addInitScript(() => {
    window.tasks = [];
    const [{ responseStart }] = performance.getEntriesByType('navigation');
    new PerformanceObserver((list) => {
      for (const { startTime, duration } of list.getEntries())
        if (startTime > responseStart) window.tasks.push(duration);
    }).observe({ type: 'longtask', buffered: true });
    window.framesOf = async (work) => {
      const gaps = [];
      let last = performance.now();
      let on = true;
      const tick = () => {
        const now = performance.now();
        gaps.push(now - last);
        last = now;
        if (on) requestAnimationFrame(tick);
      };
      requestAnimationFrame(tick);
      await work();
      on = false;
      return gaps.slice(1);
    };
  });
  const posted = await page.request.post(`${address}/api/designs`, { data: { design: largeDesign() } });
  const { id } = await posted.json();
  const settled = () => page.waitForSelector('[data-settled=true]', { timeout: 60_000 });
  const longest = () => page.evaluate(() => Math.max(0, ...window.tasks.splice(0)));

  console.log('\nTwo hundred thousand stitches');
  await page.goto(`${address}/bench/${id}`);
  await settled();
  const sent = [];
  page.on('request', (r) => r.method() === 'PUT' && sent.push(r.postData()?.length ?? 0));
  const begun = performance.now();
  await page.reload();
  await page.locator('[data-block]').first().waitFor();
  const planned = performance.now() - begun;
  await settled();
  told('opened: sewn, and all painted', `${rounded(planned)} and ${rounded(performance.now() - begun)} ms`);
  told('… longest task of the page meanwhile', `${rounded(await longest())} ms`);
  await page.waitForTimeout(3000); // the checks
  await longest();

  await page.getByRole('navigation', { name: 'Tools' }).getByRole('button', { name: 'Mend' }).click();
  await page.locator('[data-block]').first().click();
  await settled();
  told('taken up to be mended: longest task', `${rounded(await longest())} ms`);
  const cloth = page.getByRole('application', { name: 'Cloth' });
  const box = await cloth.boundingBox();
  // Close up on the middle of the first rows.
  const scale = Number(await cloth.getAttribute('data-scale'));
  const [ox, oy] = (await cloth.getAttribute('data-origin')).split(' ').map(Number);
  await page.mouse.move(box.x + ox - 70 * scale, box.y + oy);
  for (let i = 0; i < 12; i++) await page.mouse.wheel(0, -240);
  await settled();
  await longest();

  const frames = async (work) => {
    const gaps = page.evaluate(() => window.framesOf(() => new Promise((done) => (window.enough = done))));
    await work();
    await page.evaluate(() => window.enough());
    return (await gaps).sort((a, b) => a - b);
  };
  const middle = [box.x + box.width / 2, box.y + box.height / 2];
  const wander = async () => {
    for (let i = 0; i < 120; i++)
      await page.mouse.move(middle[0] + 150 * Math.sin(i / 9), middle[1] + 90 * Math.cos(i / 7));
  };
  const share = (gaps, part) => gaps[Math.min(gaps.length - 1, Math.floor(part * gaps.length))];
  const saysFrames = async (gaps) =>
    `${share(gaps, 0.5).toFixed(1)} and ${share(gaps, 0.95).toFixed(1)} ms, longest task ${rounded(await longest())} ms`;
  told('hovering: a frame, median and 95 of 100', await saysFrames(await frames(wander)));

  // On a needle point that is found by stepping along the thread.
  await page.mouse.click(...middle);
  await longest();
  const dragged = await frames(async () => {
    await page.mouse.move(...middle);
    await page.mouse.down();
    await wander();
  });
  told('dragging needle points: a frame, median and 95 of 100', await saysFrames(dragged));
  await page.mouse.up();
  await settled();
  await page.waitForTimeout(1500);
  await longest();

  // From the key to the last time that the cloth says it is up to date, by the page's own clock.
  await cloth.evaluate((element) => {
    let begun = 0;
    addEventListener('keydown', () => (begun = performance.now()), true);
    new MutationObserver(() => {
      if (element.dataset.settled === 'true') window.shown = performance.now() - begun;
    }).observe(element, { attributes: true, attributeFilter: ['data-settled'] });
  });
  const shown = async (key) => {
    const times = [];
    for (let i = 0; i < 9; i++) {
      await page.keyboard.press(key);
      await page.waitForTimeout(900);
      times.push(await page.evaluate(() => window.shown));
    }
    return times.sort((a, b) => a - b)[4];
  };
  sent.length = 0;
  await page.keyboard.press('Tab');
  await settled();
  told('one edit sewn and painted, median', `${rounded(await shown('ArrowRight'))} ms`);
  told('… what its save sends', `${(Math.max(...sent) / 1000).toFixed(1)} kB`);
  told('taken back, median', `${rounded(await shown('Control+z'))} ms`);
  told('… longest task of the page meanwhile', `${rounded(await longest())} ms`);
  const { own, all } = pageMemory();
  told('memory of the page, and with the browser’s program', `${rounded(own)} and ${rounded(all)} MB`);
});
