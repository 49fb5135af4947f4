// Edges that rows meet at a small angle: one line of thread, no teeth; and no way there and back for a speck.
import { describe, expect, test } from 'vitest';
import { drawn } from '../../../test/draw.ts';
import type { PlainOutline } from '../../design/types.ts';
import { distanceToWay } from '../../geometry/points.ts';
import { clothById } from '../../materials/cloths.ts';
import { parsePathData } from '../../outlines/path-data.ts';
import { fill } from '../fill.ts';
import { completeSettings } from '../kind.ts';
import { Part, type SewnThread } from '../thread.ts';

function sewn(outline: PlainOutline, settings: object, guide?: string): SewnThread {
  const cloth = clothById('linen');
  const all = completeSettings(
    fill,
    { kind: 'fill', settings: { underlay: 'none', compensation: 0, ...settings } },
    cloth,
  );
  const guideLines = guide ? parsePathData(guide).paths : undefined;
  const threads = fill.stitch({ outline, settings: all, cloth, guideLines });
  expect(threads).toHaveLength(1);
  return threads[0];
}

/** From where to where thread of 0.4 mm lies on a ray from (cx, cy), in mm. */
function reachAlong({ x, y }: SewnThread, cx: number, cy: number, angle: number): [number, number] {
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  let [least, most] = [Infinity, 0];
  for (let i = 1; i < x.length; i++) {
    const n = Math.ceil(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) / 0.05);
    for (let k = 0; k <= n; k++) {
      const [px, py] = [
        x[i - 1] + ((x[i] - x[i - 1]) * k) / n - cx,
        y[i - 1] + ((y[i] - y[i - 1]) * k) / n - cy,
      ];
      const aside = Math.abs(px * dy - py * dx);
      const along = px * dx + py * dy;
      if (aside >= 0.2 || along < 0) continue;
      const half = Math.sqrt(0.04 - aside * aside);
      [least, most] = [Math.min(least, along - half), Math.max(most, along + half)];
    }
  }
  return [least, most];
}

describe('a shallow edge', () => {
  test.each([0, 90])('of a disc with rows at %i° is a line without teeth', (angle) => {
    const thread = sewn(drawn('M20 0A20 20 0 1 1 20 -0.01Z'), { angle });
    for (const side of [1, -1])
      for (const way of [1, -1]) {
        // Rows meet the edge at such angles here; nearer to its top there are but two or three.
        const reaches: number[] = [];
        for (let off = 13; off <= 33; off += 0.25)
          reaches.push(reachAlong(thread, 0, 0, ((side * 90 + way * off - angle) * Math.PI) / 180)[1]);
        for (const [i, r] of reaches.entries())
          expect(Math.max(...reaches.slice(Math.max(0, i - 6), i + 7)) - r).toBeLessThan(0.2);
      }
  });

  test.each([
    [0, 12],
    [17, 12.2],
    [45, 15],
  ])('of a hole is a line also where rows run along it: at %i°, radius %f', (angle, r) => {
    const hole = `M${r} 0A${r} ${r} 0 1 0 ${r} 0.01Z`;
    const thread = sewn(drawn(`M-30 -30H30V30H-30Z${hole}`), { angle });
    for (const side of [1, -1]) {
      const reaches: number[] = [];
      for (let off = -33; off <= 33; off += 0.75)
        reaches.push(r - reachAlong(thread, 0, 0, ((side * 90 + off - angle) * Math.PI) / 180)[0]);
      expect(Math.max(...reaches)).toBeLessThan(0.45);
      expect(Math.min(...reaches)).toBeGreaterThan(-0.05);
      for (const [i, reach] of reaches.entries())
        expect(reaches.slice(Math.max(0, i - 2), i + 3).every((near) => near - reach < 0.3)).toBe(true);
    }
  });

  test('is left where it ends in a corner: no stitch leads across a hole with a level side', () => {
    for (const level of [9.7, 9.9, 10.1, 10.3]) {
      const { x, y } = sewn(drawn(`M-24 24L0 -40L24 24ZM-5 ${level}H5L0 -14Z`), { angle: 0 });
      const lengths = x.slice(1).map((v, i) => Math.hypot(v - x[i], y[i + 1] - y[i]));
      expect(Math.max(...lengths)).toBeLessThanOrEqual(7);
    }
  });

  test('costs no more than a stitch for every second row, and none is too short', () => {
    const thread = sewn(drawn('M-25 0L25 -8V8Z'), { angle: 0 });
    const { x, y } = thread;
    const lengths = x.slice(1).map((v, i) => Math.hypot(v - x[i], y[i + 1] - y[i]));
    expect(Math.min(...lengths)).toBeGreaterThanOrEqual(0.4);
    expect(Math.max(...lengths)).toBeLessThanOrEqual(7);
    expect(x.length).toBeLessThan(400);
  });
});

test('every row begins at its edge, wherever the machine’s grid lets it: none lies aslant beside a slit', () => {
  for (let slope = -20; slope <= 20; slope += 4) {
    const dy = 20 * Math.tan((slope * Math.PI) / 180);
    const [left, right] = [-9.8 - dy / 2, -9.8 + dy / 2];
    const { x, y } = sewn(drawn(`M-10 ${left}L10 ${right}V10H-10Z`), { angle: 45 });
    for (let u = -9; u <= 9; u += 0.1) {
      const at = { x: u, y: (left + right) / 2 + (u * dy) / 20 + 0.35 };
      const near = x
        .slice(1)
        .map((_, i) => distanceToWay(at, { x: x[i], y: y[i] }, { x: x[i + 1], y: y[i + 1] }));
      expect(Math.min(...near), `${slope}° at ${u.toFixed(1)}`).toBeLessThan(0.2);
    }
  }
});

test('a speck of a row beside a tip is left to its neighbours: the thread does not go there and back for it', () => {
  const leaf = drawn(
    'M-18.9394 34.8485C-9.4697 23.4848 -5.6818 -3.0303 -7.5758 -14.3939C-9.4697 -25.7576 7.5758 -35.2273 15.1515 -37.1212C22.7273 -39.0152 22.7273 -6.8182 15.1515 8.3333C7.5758 23.4848 -28.4091 46.2121 -18.9394 34.8485Z',
  );
  const guide =
    'M-15.1515 31.0606C-10.3946 25.3356 0.0817 14.3492 3.2243 8.4085C6.3269 2.5433 11.3531 -24.9551 13.2576 -33.3333';
  const { x, y, part } = sewn(leaf, { underlay: 'auto', compensation: 0.2 }, guide);
  let [way, longest] = [0, 0];
  for (let i = 1; i < x.length; i++) {
    way = part[i] === Part.travel ? way + Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) : 0;
    longest = Math.max(longest, way);
  }
  expect(longest).toBeLessThan(25);
});
