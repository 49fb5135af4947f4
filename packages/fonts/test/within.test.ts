import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  applyCommand,
  fillWithWordsJob,
  findItem,
  findingsOf,
  outlineRegion,
  READY_SHAPES,
  resolveDesign,
  sewDesign,
  subtract,
  textOf,
  type BoxOutline,
  type Design,
  type DesignObject,
} from '@rosehip/core';
import { partsWithin } from '../../core/src/lettering/within.ts';
import { regionArea } from '../../core/src/geometry/region.ts';
import { regionFromRings } from '../../core/src/geometry/clip.ts';
import { designWith, text } from './words.ts';

const box = { x: 0, y: 0, width: 120, height: 100, turn: 0 };
type Shape = DesignObject;
const shape = (outline: BoxOutline): Shape => ({
  ...text('x', {}, 'shape'),
  name: 'shape',
  outline,
  recipe: { kind: 'fill', settings: {} },
});
const filled = async (outline: BoxOutline, says = 'stars moor night clear quiet'): Promise<Design> => {
  const words = text(says, { font: 'fredoka-700' });
  const design = await designWith(shape(outline), words);
  return applyCommand(design, fillWithWordsJob(design, ['shape', 'words']).command).design;
};
const regionIn = (design: Design, id: string) => {
  const item = findItem(resolveDesign(design), id);
  return item?.kind === 'object' ? outlineRegion(item.outline) : [];
};

describe('words that fill a shape', () => {
  test.each([
    ['ellipse', { kind: 'ellipse', ...box }],
    ['hexagon', { kind: 'polygon', corners: 6, ...box }],
    ['rectangle', { kind: 'rectangle', radius: 8, ...box }],
    ['star', { kind: 'star', corners: 5, inner: 0.55, ...box }],
    ...READY_SHAPES.slice(0, 6).map((s) => [s.id, { kind: 'ready', shape: s.id, ...box }] as const),
  ] as [string, BoxOutline][])('%s: none of them outside it', async (_, outline) => {
    const design = await filled(outline);
    const [all, letters] = [regionIn(design, 'shape'), regionIn(design, 'words')];
    expect(regionArea(subtract(letters, all))).toBeLessThan(0.3);
    const set = textOf(design, 'words')!;
    expect(set.letters.map((l) => l.says).join('')).toBe('starsmoornightclearquiet');
  });

  test('an ellipse is filled for the most part', async () => {
    const outline = { kind: 'ellipse', ...box } as const;
    const parts = partsWithin(
      outlineRegion(outline),
      [5, 4, 5, 5, 5].map((width) => ({ width, height: 1.4 })),
      1,
      1,
    );
    const rings = parts.map((part) => {
      const at = Array.from({ length: 40 }, (_, i) => i / 40);
      const around = [
        ...at.map((t) => part!(t, 0)),
        ...at.map((t) => part!(1, t)),
        ...at.map((t) => part!(1 - t, 1)),
        ...at.map((t) => part!(0, 1 - t)),
      ];
      return around.flatMap((p) => [p.x, p.y]);
    });
    const covered = rings.reduce((sum, ring) => sum + regionArea(regionFromRings([ring], 'nonzero')), 0);
    expect(covered / regionArea(outlineRegion(outline))).toBeGreaterThan(0.7);
    // No two parts lie on each other.
    expect(regionArea(regionFromRings(rings, 'nonzero'))).toBeCloseTo(covered, 0);
  });

  test('they follow: another word, or another shape, lays them anew', async () => {
    const design = await filled({ kind: 'ellipse', ...box });
    const wide = {
      ...design,
      objects: design.objects.map((o) =>
        o.id === 'shape' ? shape({ kind: 'ellipse', ...box, width: 160 }) : o,
      ),
    };
    const reach = (d: Design): number =>
      Math.max(...textOf(d, 'words')!.outline.paths.flatMap((p) => p.points.map((q) => q.x)));
    expect(reach(wide)).toBeGreaterThan(reach(design) + 15);
  });

  test('letters under 5 mm are told', async () => {
    const design = await filled({ kind: 'ellipse', ...box, width: 30, height: 20 });
    expect(findingsOf(design, sewDesign(design)).find((f) => f.id === 'letters-small')?.sentence).toMatch(
      /only \d\.\d mm high/,
    );
    const large = await filled({ kind: 'ellipse', ...box });
    expect(findingsOf(large, sewDesign(large)).map((f) => f.id)).not.toContain('letters-small');
  });

  test('whatever the shape, it never throws', () => {
    const point = fc.record({
      x: fc.double({ min: -50, max: 50, noNaN: true }),
      y: fc.double({ min: -50, max: 50, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(point, { maxLength: 9 }),
        fc.integer({ min: 0, max: 6 }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (points, count, gap) => {
          const region = regionFromRings([points.flatMap((p) => [p.x, p.y])], 'nonzero');
          const parts = partsWithin(
            region,
            Array.from({ length: count }, (_, i) => ({ width: i + 1, height: 1 })),
            1,
            gap,
          );
          expect(parts).toHaveLength(count);
          for (const part of parts)
            for (const u of [0, 0.5, 1]) {
              const p = part?.(u, 0.5);
              if (p) expect(Number.isFinite(p.x + p.y)).toBe(true);
            }
        },
      ),
    );
  });
});
