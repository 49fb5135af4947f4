import { describe, expect, test } from 'vitest';
import {
  completeSettings,
  fontOf,
  letterSpaceOf,
  Move,
  outlineRegion,
  sewDesign,
  stitchKind,
  textOf,
  type Design,
} from '@rosehip/core';
import { clothById } from '../../core/src/materials/cloths.ts';
import { offsetRegion } from '../../core/src/geometry/clip.ts';
import { coverOfRegion, layersOf } from '../../core/src/findings/layers.ts';
import { regionArea, regionBounds } from '../../core/src/geometry/region.ts';
import { Part } from '../../core/src/stitches/thread.ts';
import { smallOutline } from '../../core/src/stitches/satin/small.ts';
import { designWith, text, type Text } from './words.ts';

const letter = async (
  says: string,
  height: number,
  settings: Text['recipe']['settings'] = {},
): Promise<Design> =>
  designWith({ ...text(says, { font: 'nunito-800', height }), recipe: { kind: 'lettering', settings } });
const stitches = (design: Design, part?: number): number => {
  const plan = sewDesign(design);
  return [...plan.move].filter((m, i) => m === Move.stitch && (part === undefined || plan.part[i] === part))
    .length;
};

describe('small letters', () => {
  test('stand a little apart, unless the person says how far, or they are joined', async () => {
    const at = (height: number, change = {}): number =>
      letterSpaceOf({ kind: 'text', of: [], text: 'ab', font: 'nunito-800', height, ...change }) * height;
    await letter('ab', 5);
    expect(at(5)).toBeCloseTo(0.245, 5);
    expect(at(3)).toBeGreaterThan(at(5));
    expect(at(6)).toBeCloseTo(0.15, 5);
    expect(at(5, { letterSpace: 0 })).toBe(0);
    expect(at(5, { font: 'pacifico-400' })).toBe(0);
    const reach = async (change = {}): Promise<number> => {
      const design = await designWith(text('ill', { font: 'nunito-800', height: 5, ...change }));
      const xs = textOf(design, 'words')!.letters.map((l) => l.frame[4]);
      return xs[2] - xs[0];
    };
    expect((await reach()) - (await reach({ letterSpace: 0 }))).toBeCloseTo(0.49, 1);
  });

  test('keep a stroke between two openings', async () => {
    const design = await designWith(text('ø', { font: 'kalam-700', height: 6 }));
    const { outline } = textOf(design, 'words')!;
    const plan = sewDesign(design);
    const region = outlineRegion(outline);
    const { minX, minY, maxX, maxY } = regionBounds(region)!;
    const area = { minX: minX - 2, minY: minY - 2, maxX: maxX + 2, maxY: maxY + 2 };
    const { coverage, worstGap } = coverOfRegion(layersOf(plan, area, 0.1), region);
    expect(coverage).toBeGreaterThan(0.97);
    expect(worstGap).toBeLessThanOrEqual(0.25);
  });

  test('have stitches wider apart, one run beneath and shorter ties, unless that is overruled', async () => {
    const [own, same] = [await letter('o', 5), await letter('o', 5, { small: 'same' })];
    expect(stitches(own, Part.top)).toBeLessThan(0.95 * stitches(same, Part.top));
    expect(stitches(own, Part.tie)).toBeLessThan(stitches(same, Part.tie));
    const fills = completeSettings(
      stitchKind('lettering')!,
      { kind: 'lettering', settings: {} },
      clothById('linen'),
    );
    expect(fills.small).toBe('own');
    // From 6 mm on, capitals or not, nothing is different.
    const [large, other] = [await letter('o', 6), await letter('o', 6, { small: 'same' })];
    expect(stitches(large)).toBe(stitches(other));
  });

  test('keep their openings open, and their strokes wide enough', async () => {
    for (const says of ['e', 'a', 'R', '8']) {
      const design = await letter(says, 5);
      const { outline } = textOf(design, 'words')!;
      const [before, after] = [outlineRegion(outline), outlineRegion(smallOutline(outline, 0.2, 1))];
      const holes = (region: typeof before) =>
        region.flatMap((p) => p.holes).map((ring) => regionArea([{ outer: ring, holes: [] }]));
      const [small, open] = [holes(before), holes(after)].map((list) => list.reduce((a, b) => a + b, 0));
      expect(open, says).toBeGreaterThan(0.95 * small);
      // No stroke is lost: a core of each is there still.
      expect(regionArea(offsetRegion(after, -0.2))).toBeGreaterThan(0.5);
      expect(after.length).toBe(before.length);
    }
  });
});

test('ways along the same stretch of a letter lie beside each other', async () => {
  const design = await designWith({
    ...text('A', { font: 'jost-500', height: 10 }),
    recipe: { kind: 'lettering', settings: { underlay: 'none' } },
  });
  const region = outlineRegion(textOf(design, 'words')!.outline);
  const b = regionBounds(region)!;
  const area = { minX: b.minX - 2, minY: b.minY - 2, maxX: b.maxX + 2, maxY: b.maxY + 2 };
  const { coverage, layers } = coverOfRegion(layersOf(sewDesign(design), area, 0.1), region);
  expect(fontOf('jost-500').sources.length).toBeGreaterThan(0);
  expect(coverage).toBeGreaterThan(0.99);
  expect(layers.p99).toBeLessThanOrEqual(6);
});
