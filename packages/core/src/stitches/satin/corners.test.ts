// Corners of columns along lines, by every rule; strokes that meet.
import { describe, expect, test } from 'vitest';
import { drawn } from '../../../test/draw.ts';
import { covered, stitched } from '../../../test/stitch.ts';
import { coverOfRegion, layersOf } from '../../findings/layers.ts';
import { intersect, regionFromRings } from '../../geometry/clip.ts';
import { emptyDesign, type PlainOutline } from '../../design/types.ts';
import { sewDesign } from '../../sewing/sew.ts';

/** Two arms of 18 mm with a turn between them, in degrees. */
function bent(turn: number): PlainOutline {
  const t = (turn * Math.PI) / 180;
  return drawn(`M-18 0L0 0L${18 * Math.cos(t)} ${18 * Math.sin(t)}`);
}

const SETTINGS = { sides: 'line', width: 4, underlay: 'none' };

function coverAt(outline: PlainOutline, corners: string) {
  const object = {
    id: 'a',
    name: 'a',
    kind: 'object' as const,
    visible: true,
    locked: false,
    outline,
    recipe: { kind: 'satin', settings: { ...SETTINGS, corners, ties: 'none' } },
    thread: '222',
  };
  const plan = sewDesign({
    ...emptyDesign('a', { name: 'any', width: 100, height: 100 }),
    objects: [object],
  });
  const band = covered('satin', outline, { ...SETTINGS, corners });
  const area = { minX: -20, minY: -20, maxX: 20, maxY: 20 };
  const { spill } = coverOfRegion(layersOf(plan, area, 0.1), band);
  const about = intersect(band, regionFromRings([[-8, -12, 12, -12, 12, 12, -8, 12]]));
  return { ...coverOfRegion(layersOf(plan, area, 0.1), about), spill };
}

describe.each(['auto', 'mitre', 'cap', 'round'])('corners, %s', (rule) => {
  test.each([30, 60, 90, 120, 150, 160])('a turn of %i° is covered, without a pile', (turn) => {
    const cover = coverAt(bent(turn), rule);
    expect(cover.coverage).toBeGreaterThan(0.994);
    expect(cover.worstGap).toBeLessThanOrEqual(0.3);
    expect(cover.spill).toBeLessThanOrEqual(0.65);
    expect(cover.layers.p99).toBeLessThanOrEqual(6);
    expect(cover.layers.most).toBeLessThanOrEqual(8);
  });

  test('it is one thread of stitches that are neither long nor crowded', () => {
    for (const turn of [50, 100, 140, 170, 180]) {
      const threads = stitched('satin', bent(turn), { ...SETTINGS, corners: rule });
      expect(threads).toHaveLength(1);
      const [{ x, y }] = threads;
      const lengths = x.slice(1).map((px, i) => Math.hypot(px - x[i], y[i + 1] - y[i]));
      expect(Math.max(...lengths)).toBeLessThan(6);
      const crowd = x.map((px, i) => x.filter((qx, k) => Math.hypot(qx - px, y[k] - y[i]) <= 0.25).length);
      expect(Math.max(...crowd)).toBeLessThanOrEqual(5);
    }
  });
});

test('a mitre that is asked for is sewn up to its tip', () => {
  // At 150° the tip lies four half widths away, and the half width and the compensation reach as far again across it.
  const [t] = stitched('satin', bent(150), { ...SETTINGS, corners: 'mitre' });
  expect(Math.max(...t.x)).toBeGreaterThan(7);
});

test('the step from an arm that runs over to the next one is short', () => {
  const [{ x, y }] = stitched('satin', bent(160), { ...SETTINGS, corners: 'cap' });
  // Stitches of both arms stand steeply; what lies level leads from the one to the other.
  const level = x.slice(1).flatMap((px, i) => {
    const [dx, dy] = [px - x[i], y[i + 1] - y[i]];
    return Math.abs(dy) < 0.5 * Math.abs(dx) ? [Math.hypot(dx, dy)] : [];
  });
  expect(Math.max(...level)).toBeLessThan(2);
});

describe('strokes that meet at their ends', () => {
  const widest = (d: string): number => {
    const [t] = stitched('satin', drawn(d), SETTINGS);
    return Math.min(...t.y);
  };

  test('two are one column, with a mitre at the apex', () => {
    const apex = widest('M0 0L-8 20M0 0L8 20');
    expect(apex).toBeLessThan(-4);
    expect(apex).toBeCloseTo(widest('M-8 20L0 0L8 20'), 5);
    expect(stitched('satin', drawn('M0 0L-8 20M0 0L8 20'), SETTINGS)).toHaveLength(1);
  });

  test('a ring of strokes closes; where three meet they stay apart', () => {
    const square = stitched('satin', drawn('M-9 -9H9M9 9V-9M9 9H-9M-9 -9V9'), SETTINGS);
    expect(square).toHaveLength(1);
    expect(stitched('satin', drawn('M0 0H20M0 0L-9 15M0 0L-9 -15'), SETTINGS)).toHaveLength(3);
  });
});
