import { expect, test } from 'vitest';
import { clothById, CLOTHS } from './cloths.ts';
import { HOOP_LIMITS, HOOPS, turnedHoop } from './hoops.ts';
import { LARKMOOR_CHART, nearestThread, threadIn, threadChart } from './threads.ts';

test('the chart has at least 120 threads, each with a code, a name and a colour of its own', () => {
  const { threads } = LARKMOOR_CHART;
  expect(threads.length).toBeGreaterThanOrEqual(120);
  expect(new Set(threads.map((t) => t.code)).size).toBe(threads.length);
  expect(new Set(threads.map((t) => t.name)).size).toBe(threads.length);
  for (const t of threads) expect(t.colour).toMatch(/^#[0-9a-f]{6}$/);
});

test('the nearest thread is the one that looks nearest', () => {
  for (const t of LARKMOOR_CHART.threads.slice(0, 144)) {
    const near = nearestThread(t.colour, LARKMOOR_CHART)!;
    expect(near.colour).toBe(t.colour);
  }
  expect(nearestThread('navy', LARKMOOR_CHART)?.name).toMatch(/Ink|Midnight|Deep|First|Evening|Sky/);
  expect(nearestThread('rgb(255 255 255)', LARKMOOR_CHART)?.code).toBe('100');
  expect(nearestThread('no colour', LARKMOOR_CHART)).toBeNull();
});

test('unknown codes, charts and cloths have a stand-in', () => {
  expect(threadIn(LARKMOOR_CHART, '999').name).toBe('Unknown thread');
  expect(threadChart('nobody').id).toBe('larkmoor');
  expect(clothById('velvet').id).toBe('linen');
});

test('cloths ask for what the craft says', () => {
  const asks = Object.fromEntries(CLOTHS.map((c) => [c.id, [c.density, c.compensation]]));
  expect(asks).toMatchObject({
    linen: [1, 0.2],
    denim: [1, 0.15],
    jersey: [0.95, 0.4],
    towelling: [1.1, 0.4],
    felt: [0.95, 0.1],
    silk: [0.9, 0.2],
    cap: [1, 0.3],
    quilt: [1, 0],
  });
});

test('hoops are named by their size and can be turned', () => {
  for (const h of HOOPS) {
    expect(h.name).toContain(`${h.width} × ${h.height}`);
    expect(Math.min(h.width, h.height)).toBeGreaterThanOrEqual(HOOP_LIMITS.least);
  }
  expect(turnedHoop(HOOPS[2])).toMatchObject({ width: 140, height: 100 });
});
