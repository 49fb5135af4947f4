import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PathOutline } from '../design/types.ts';
import { bandRegion, intersect, offsetRegion, regionFromRings, subtract, unite } from '../geometry/clip.ts';
import type { Point } from '../geometry/points.ts';
import type { Line } from '../geometry/polyline.ts';
import { arcLengths, nearestOnLine } from '../geometry/polyline.ts';
import { insideRegion, regionArea, ringsOf, type Region } from '../geometry/region.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import { outlineRegion } from '../outlines/region.ts';
import { angleApart, angleBetween, longestDirection } from './angles.ts';
import { shareBroader, usualBreadth } from './breadths.ts';
import { chooseStitches, lineRecipe } from './choose.ts';
import { kindFor } from './kinds.ts';
import { middleLines } from './middle-lines.ts';
import { partedByBreadth } from './parting.ts';
import type { Piece } from './parts.ts';

const line = (...coords: number[]): Line => ({ coords: Float64Array.from(coords), closed: false });
const box = (x: number, y: number, w: number, h: number): Region =>
  regionFromRings([Float64Array.of(x, y, x + w, y, x + w, y + h, x, y + h)]);
const outlined = (region: Region): PathOutline => ({
  kind: 'path',
  paths: region.flatMap(ringsOf).map((ring) => ({
    closed: true,
    points: Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
  })),
});
const piece = (region: Region, thread: string): Piece => ({ outline: outlined(region), thread });
const sewnBy = (chosen: { outline: unknown }[]): Region =>
  chosen.reduce((all, c) => unite(all, outlineRegion(c.outline as PathOutline)), [] as Region);
const LINEN = { satin: 0.5, compensation: 0.2 };

describe('breadths', () => {
  it('tell what of a shape is broad', () => {
    // A square of 20 mm with a tail of 2 × 40 mm.
    const shape = unite(box(0, 0, 20, 20), box(19, 9, 41, 2));
    expect(shareBroader(shape, 5)).toBeCloseTo(400 / 480, 1);
    expect(usualBreadth(box(0, 0, 60, 3))).toBeCloseTo(3, 2);
  });
});

describe('kinds', () => {
  const bent = [0, 0, 12, 3, 24, 2, 36, -4];
  it.each([1.1, 2, 3, 4, 5, 6, 7])('columns of %s mm are satin', (width) => {
    expect(kindFor(bandRegion([line(...bent)], width), 0.5, () => 0).as).toBe('satin');
  });
  it.each([0.3, 0.5, 0.7, 0.9])('strokes of %s mm are lines along their middle', (width) => {
    const kind = kindFor(bandRegion([line(...bent)], width, 'round'), 0.5, () => 0);
    expect(kind.as).toBe('line');
    expect(kind.recipe.kind).toBe('run');
  });
  it('the slider goes from fill to satin', () => {
    const column = bandRegion([line(...bent)], 5);
    expect(kindFor(column, 0, () => 0).as).toBe('fill');
    expect(kindFor(column, 1, () => 0).as).toBe('satin');
    expect(kindFor(box(0, 0, 40, 40), 1, () => 0).as).toBe('fill');
  });
  it('drawn lines are sewn by their width', () => {
    expect([0.3, 0.8, 2].map((w) => lineRecipe(w).kind)).toEqual(['run', 'run', 'satin']);
  });
});

describe('angles', () => {
  it('go along a shape', () => {
    expect(longestDirection(box(0, 0, 40, 10))).toBeCloseTo(0, 5);
    expect(longestDirection(box(0, 0, 10, 40))).toBeCloseTo(90, 5);
    expect(longestDirection(bandRegion([line(0, 0, 20, -20)], 5))).toBeCloseTo(45, 0);
    expect(longestDirection(box(0, 0, 30, 30))).toBeNull();
  });
  it('keep apart from those of neighbours', () => {
    for (const near of [[0], [0, 45], [0, 60, 120], [90]])
      for (const shape of [box(0, 0, 40, 10), box(0, 0, 30, 30)])
        expect(Math.min(...near.map((n) => angleBetween(n, angleApart(shape, near))))).toBeGreaterThanOrEqual(
          25,
        );
  });
  it('make no steps along an edge', () => {
    // A wedge whose long edges lean by 5° to either side of upright.
    const wedge = regionFromRings([Float64Array.of(-8, 0, 8, 0, 4, -45, -4, -45)]);
    const angle = angleApart(wedge, []);
    for (const edge of [85, 95]) {
      const off = angleBetween(angle, edge);
      expect(off <= 1.5 || off >= 14).toBe(true);
    }
  });
});

describe('chosen stitches', () => {
  const left = box(-30, -15, 30, 30);
  const right = box(0, -15, 30, 30);

  it('reach beneath the neighbour that is sewn later, and nowhere else', () => {
    const { chosen } = chooseStitches([piece(left, 'a'), piece(right, 'b')], LINEN);
    const [first, second] = chosen.map((c) => outlineRegion(c.outline));
    expect(regionArea(intersect(first, second))).toBeCloseTo(0.5 * 30, 0);
    expect(regionArea(subtract(unite(left, right), sewnBy(chosen)))).toBeLessThan(0.01);
    expect(regionArea(subtract(sewnBy(chosen), unite(left, right)))).toBeLessThan(2);
  });

  it('leave out what lies hidden, whole shapes, too', () => {
    const ground = box(-40, -40, 80, 80);
    const { chosen, hidden } = chooseStitches(
      [piece(box(-5, -5, 8, 8), 'a'), piece(ground, 'b'), piece(box(-15, -15, 30, 30), 'c')],
      LINEN,
    );
    expect(hidden).toEqual([0]);
    const beneath = outlineRegion(chosen.find((c) => c.piece === 1)!.outline);
    expect(insideRegion(beneath, 0, 0)).toBe(false);
    expect(insideRegion(beneath, 14.7, 0)).toBe(true);
    expect(regionArea(subtract(ground, sewnBy(chosen)))).toBeLessThan(0.01);
  });

  it('leave no hole beneath what is narrow', () => {
    const ground = box(-40, -40, 80, 80);
    const { chosen } = chooseStitches([piece(ground, 'a'), piece(box(-30, -1, 60, 2), 'b')], LINEN);
    const beneath = outlineRegion(chosen.find((c) => c.piece === 0)!.outline);
    expect(insideRegion(beneath, 0, 0)).toBe(true);
  });

  it('lay cloth first, whole beneath what lies in it', () => {
    const [sky, sun] = [box(-40, -40, 80, 80), box(-10, -10, 20, 20)];
    const round = subtract(sky, unite(sun, box(20, 20, 10, 10)));
    const { chosen } = chooseStitches([piece(sun, 'a'), { ...piece(round, 'b'), cloth: true }], {
      ...LINEN,
      apart: true,
    });
    expect(chosen.map((c) => c.piece)).toEqual([1, 0]);
    // Its other opening shows the cloth beneath, and stays.
    const lies = outlineRegion(chosen[0].outline);
    expect([insideRegion(lies, 0, 0), insideRegion(lies, 25, 25)]).toEqual([true, false]);
    expect(regionArea(subtract(sky, lies))).toBeCloseTo(100, -1);
  });

  it('take each colour once, large areas first, lines last', () => {
    const pieces = [
      piece(box(-40, -40, 20, 20), 'a'),
      piece(box(-20, -40, 40, 40), 'b'),
      piece(box(20, -40, 20, 20), 'a'),
      piece(bandRegion([line(-15, 0, 15, 0.5)], 0.5, 'round'), 'c'),
      piece(box(-20, 0.5, 40, 25), 'c'),
    ];
    const { chosen } = chooseStitches(pieces, { ...LINEN, apart: true });
    const threads = chosen.map((c) => pieces[c.piece].thread);
    expect(threads.filter((t, i) => t !== threads[i - 1])).toEqual(['b', 'c', 'a']);
    expect(chosen.map((c) => c.piece)).toHaveLength(5);
    const order = chosen.map((c) => c.piece);
    expect(order.indexOf(3)).toBeGreaterThan(order.indexOf(4));
  });

  it('keep an outline that nothing is cut from as it was drawn', () => {
    const alone = piece(box(0, 0, 20, 20), 'a');
    expect(chooseStitches([alone], LINEN).chosen[0].outline).toBe(alone.outline);
  });
});

describe('details', () => {
  /** A dark body beside a light one with dark strokes on it: more is dark than light. */
  const [dark, light] = ['115', '122'];
  const body = piece(box(-57, -25, 34, 50), dark);
  const belly = piece(box(4, -20, 32, 40), light);
  const strokes = [-10, 0, 10].map((y) => piece(box(13, y, 14, 1.2), dark));

  it('are sewn after the area that they lie in, in one colour with what is larger than it', () => {
    const pieces = [body, belly, ...strokes];
    const { chosen } = chooseStitches(pieces, LINEN);
    const threads = chosen.map((c) => pieces[c.piece].thread);
    expect(threads).toEqual([light, dark, dark, dark, dark]);
    // The area goes on beneath them, as its threads would lie over their edges otherwise.
    const area = outlineRegion(chosen[0].outline as PathOutline);
    for (const { outline } of strokes)
      expect(regionArea(subtract(outlineRegion(outline as PathOutline), area))).toBeLessThan(0.05);
  });

  it('let the larger colour come first where each lies on the other, and where there are none', () => {
    const both = [
      body,
      belly,
      ...strokes,
      ...[-10, 0, 10, 20].map((y) => piece(box(-47, y, 14, 1.2), light)),
    ];
    const first = (pieces: readonly Piece[]): string =>
      pieces[chooseStitches(pieces, LINEN).chosen[0].piece].thread;
    expect(first(both)).toBe(dark);
    expect(first([body, belly])).toBe(dark);
  });
});

describe('a shape that is broad here and narrow there', () => {
  const leaf = unite(
    bandRegion([line(0, 0, 0.1, 0)], 24, 'round'),
    bandRegion([line(0, 8, 2, 20, 0, 38)], 3),
  );

  it('is parted into a fill and a column, with nothing between them and nothing lost', () => {
    const { broad, narrow } = partedByBreadth(leaf, 7)!;
    expect(narrow).toHaveLength(1);
    expect(regionArea(intersect(broad, narrow[0]))).toBeLessThan(1e-3);
    expect(regionArea(subtract(leaf, unite(broad, narrow[0])))).toBeLessThan(0.2);
    expect(usualBreadth(narrow[0])).toBeCloseTo(3, 0);
  });

  it('is sewn as both, the column over the end of the fill', () => {
    const { chosen } = chooseStitches([piece(leaf, '272'), piece(box(40, 0, 20, 20), '172')], LINEN);
    expect(chosen.map((c) => [c.piece, c.recipe.kind])).toEqual([
      [0, 'fill'],
      [0, 'satin'],
      [1, 'fill'],
    ]);
    const [fill, satin] = chosen.map((c) => outlineRegion(c.outline as PathOutline));
    const over = regionArea(intersect(fill, satin));
    expect(over).toBeGreaterThan(3 * 0.4);
    expect(over).toBeLessThan(3 * 1.2);
  });

  it('stays one where it only tapers, where it is a column all along, and where columns would be too wide', () => {
    const spike = regionFromRings([Float64Array.of(-9, 0, 9, 0, 0, 40)]);
    const bar = box(0, 0, 60, 4);
    expect([spike, bar, box(0, 0, 20, 20)].map((r) => partedByBreadth(r, 7))).toEqual([null, null, null]);
    expect(partedByBreadth(leaf, 2)).toBeNull();
  });

  it('stays one at a short neck between broad parts, and is parted at a long one', () => {
    /** Two boxes of 24 mm, so far apart, with a neck of 4 mm between them. */
    const necked = (apart: number): Region => {
      const at = 12 + apart / 2;
      return unite(
        unite(box(-at - 12, -12, 24, 24), box(at - 12, -12, 24, 24)),
        bandRegion([line(-at, 0, at, 0)], 4),
      );
    };
    expect(partedByBreadth(necked(30), 7)?.narrow).toHaveLength(1);
    expect(partedByBreadth(necked(12), 7)).toBeNull();
  });
});

describe('middle lines', () => {
  /** Drawn strokes, and for each path of their middle lines which stroke it is nearest to all along, and how far off it is. */
  function middlesOf(strokes: Line[], width: number): { stroke: number; off: number; ends: Point[] }[] {
    return middleLines(bandRegion(strokes, width, 'round', 'round')).paths.map((path) => {
      const { coords } = flattenPath(path);
      const places = Array.from({ length: coords.length / 2 }, (_, i) => ({
        x: coords[2 * i],
        y: coords[2 * i + 1],
      }));
      const off = strokes.map((s) =>
        Math.max(...places.map((p) => nearestOnLine(s, arcLengths(s), p).distance)),
      );
      const least = Math.min(...off);
      return { stroke: off.indexOf(least), off: least, ends: [places[0], places[places.length - 1]] };
    });
  }

  it('meet where strokes meet', () => {
    const middles = middlesOf([line(-20, 0, 20, 0), line(0, 0, 0, 15)], 1.2);
    expect(middles).toHaveLength(3);
    for (const { off } of middles) expect(off).toBeLessThan(0.12);
    const ends = middles.flatMap((m) => m.ends);
    expect(ends.filter((p) => Math.hypot(p.x, p.y) < 0.15)).toHaveLength(3);
  });

  it('go on where strokes cross, at small angles too', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 90, noNaN: true }),
        fc.double({ min: 0.5, max: 1.7, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        (angle, width, turn) => {
          const ray = (degrees: number): Line => {
            const a = ((degrees + turn) * Math.PI) / 180;
            const [x, y] = [25 * Math.cos(a), 25 * Math.sin(a)];
            return line(-x, -y, x, y);
          };
          const middles = middlesOf([ray(0), ray(angle)], width);
          expect(middles.map((m) => m.stroke).sort()).toEqual([0, 1]);
          for (const { off } of middles) expect(off).toBeLessThan(0.2);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('lie inside what is drawn, whatever that is', () => {
    const place = fc.double({ min: 0, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(place, place, place, place), { minLength: 1, maxLength: 24 }),
        fc.double({ min: 0.4, max: 2, noNaN: true }),
        (ways, width) => {
          const drawn = bandRegion(
            ways.map((way) => line(...way)),
            width,
            'round',
            'round',
          );
          const nearly = offsetRegion(drawn, 0.1);
          for (const path of middleLines(drawn).paths) {
            const { coords } = flattenPath(path);
            for (let i = 0; i < coords.length; i += 2)
              expect(insideRegion(nearly, coords[i], coords[i + 1])).toBe(true);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are found in a fabric of hundreds of crossings', () => {
    const strokes = Array.from({ length: 24 }, (_, i) => i).flatMap((i) => [
      line(-4, 3 * i, 76, 3 * i + 1),
      line(3 * i, -4, 3 * i + 1, 76),
    ]);
    const { paths } = middleLines(bandRegion(strokes, 0.8, 'round', 'round'));
    expect(paths).toHaveLength(48);
  });

  it('stay one line where strokes only touch, and hang together where they part and meet again', () => {
    // Two legs on either side of a bar, a little apart: the short piece of the bar between them stays.
    const strokes = [line(-20, 0, 20, 0), line(-0.8, 0, -6, 12), line(0.8, 0, 6, -12)];
    const { paths } = middleLines(bandRegion(strokes, 1.2, 'round', 'round'));
    const ends = paths.flatMap((p) => [p.points[0], p.points[p.points.length - 1]]);
    const loose = ends.filter(
      (p, i) => !ends.some((q, j) => j !== i && Math.hypot(p.x - q.x, p.y - q.y) < 0.05),
    );
    expect(loose.map((p) => Math.hypot(p.x, p.y) > 10)).toEqual([true, true, true, true]);
  });
});
