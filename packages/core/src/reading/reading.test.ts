import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { box, drawn, ellipse } from '../../test/draw.ts';
import { blocksOf, RecordList, recordCount, type Records } from '../design/stitch-blocks.ts';
import { stretchesOf } from '../design/stretches.ts';
import { emptyDesign, type Design, type DesignObject, type PlainOutline } from '../design/types.ts';
import { intersect } from '../geometry/clip.ts';
import { nearestOnLine, arcLengths } from '../geometry/polyline.ts';
import { insideRegion, regionArea, regionBounds, type Region } from '../geometry/region.ts';
import { readDst } from '../formats/dst/read.ts';
import { writeDst } from '../formats/dst/write.ts';
import { clothById } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { sewDesign } from '../sewing/sew.ts';
import { allRecords } from '../design/stitch-blocks.ts';
import { readStitches, type Reading } from './read.ts';

const LINEN = clothById('linen');

const sewnAs = (
  outline: PlainOutline,
  kind: string,
  settings: DesignObject['recipe']['settings'] = {},
  more: Partial<DesignObject> = {},
): DesignObject => ({
  id: 'a',
  name: 'a',
  kind: 'object',
  visible: true,
  locked: false,
  thread: '222',
  outline,
  recipe: { kind, settings },
  ...more,
});

/** Sews objects, writes them as a machine's file, and reads that: nothing but needle points is left. */
function goneRound(...objects: DesignObject[]): { records: Records; reading: Reading } {
  const design: Design = {
    ...emptyDesign('Round'),
    objects: objects.map((o, i) => ({ ...o, id: `o${i}` })),
  };
  const file = readDst(writeDst(sewDesign(design), 'ROUND')).design;
  const [item] = file.objects;
  if (item.kind !== 'stitches') throw new Error('no stitches');
  const records = allRecords(item.blocks);
  return { records, reading: readStitches(records, LINEN) };
}

/** How much two regions have in common: intersection over union. */
function overlap(a: Region, b: Region): number {
  const both = regionArea(intersect(a, b));
  return both / (regionArea(a) + regionArea(b) - both);
}

/** The farthest that points of one outline's lines lie from another's, in mm. */
function astray(of: PlainOutline, from: PlainOutline): number {
  const lines = outlineLines(from);
  let worst = 0;
  for (const { coords } of outlineLines(of))
    for (let i = 0; i < coords.length; i += 2) {
      const p = { x: coords[i], y: coords[i + 1] };
      worst = Math.max(
        worst,
        Math.min(...lines.map((line) => nearestOnLine(line, arcLengths(line), p).distance)),
      );
    }
  return worst;
}

const WAVE = drawn('M-20 0C-12 -14 -8 -14 0 0C8 14 12 14 20 0');
const HOUSE = drawn('M0 0H20V16H0ZM0 16L10 26L20 16L0 0');

describe('fills', () => {
  const HOLED: PlainOutline = {
    ...(drawn('M0 0H34V26H0ZM10 8V18H22V8Z') as Extract<PlainOutline, { kind: 'path' }>),
    fillRule: 'evenodd',
  };
  const moon = drawn('M8 -18C-18 -16 -18 16 8 18C-4 10 -4 -10 8 -18Z');

  test.each([
    ['a shape with a hole, level', HOLED, 0],
    ['a shape with a hole, slanted', HOLED, 30],
    ['a moon, upright', moon, 90],
    ['an ellipse, at 45°', ellipse(0, 0, 40, 26), 45],
  ])('%s is one fill again', (_, outline, angle) => {
    const { reading } = goneRound(sewnAs(outline, 'fill', { angle }));
    expect(reading.objects.map((o) => o.as)).toEqual(['fill']);
    const [{ outline: read, recipe, sure }] = reading.objects;
    expect(overlap(outlineRegion(read), outlineRegion(outline))).toBeGreaterThan(0.95);
    expect(Math.abs(Number(recipe.settings.spacing) - 0.4)).toBeLessThanOrEqual(0.04);
    const off = Math.abs(Number(recipe.settings.angle) - angle) % 180;
    expect(Math.min(off, 180 - off)).toBeLessThanOrEqual(3);
    expect(Math.abs(Number(recipe.settings.length) - 4)).toBeLessThanOrEqual(0.4);
    // What the cloth asks for anyway is not said.
    expect(recipe.settings.underlay).toBeUndefined();
    expect(sure).toBeGreaterThan(0.9);
  });

  test('rows that nearly lie along an edge reach over it, and the way from row to row is no row', () => {
    const tail = drawn('M0 0L60 7L60 24L0 13Z');
    const { reading } = goneRound(sewnAs(tail, 'fill', { angle: 0 }));
    expect(reading.objects.map((o) => o.as)).toEqual(['fill']);
    expect(overlap(reading.objects[0].cover, outlineRegion(tail))).toBeGreaterThan(0.99);
  });

  test.each([80, 100])('ways and odd rows at a tip are no lines (rows at %i°)', (angle) => {
    const { reading } = goneRound(sewnAs(moon, 'fill', { angle }));
    expect(reading.objects.map((o) => o.as)).toEqual(['fill']);
    expect(overlap(reading.objects[0].cover, outlineRegion(moon))).toBeGreaterThan(0.97);
  });

  test('what lies between the parts of a fill is no line', () => {
    const outer = 'M-5.4 29.6C-12.6 8 -8 -24 12.6 -54C6 -24 5.2 4 6.6 27.6Z';
    const inner = 'M-1.6 29C-5.6 8 -2 -18 7.2 -38C2.4 -18 0.8 4 2.4 28Z';
    const tail: PlainOutline = {
      ...(drawn(`${outer}${inner}`) as Extract<PlainOutline, { kind: 'path' }>),
      fillRule: 'evenodd',
    };
    const { objects } = goneRound(sewnAs(tail, 'fill', { angle: 40 })).reading;
    expect(objects[objects.length - 1].as).toBe('fill');
  });

  test('open rows that draw apart reach to the edge', () => {
    const shape = ellipse(0, 0, 18, 26);
    const { reading } = goneRound(sewnAs(shape, 'fill', { spacing: 0.8, spacingEnd: 2.2 }));
    expect(overlap(reading.objects[0].cover, outlineRegion(shape))).toBeGreaterThan(0.95);
    const slanted = goneRound(sewnAs(shape, 'fill', { spacing: 1.5, angle: 45 }));
    expect(overlap(slanted.reading.objects[0].cover, outlineRegion(shape))).toBeGreaterThan(0.95);
  });

  test('a feathered edge is known as one, and teeth are not', () => {
    const shape = ellipse(0, 0, 18, 26);
    const soft = goneRound(sewnAs(shape, 'fill', { edge: 'feathered', feather: 2.5 })).reading.objects;
    expect(soft).toHaveLength(1);
    expect(soft[0].recipe.settings.edge).toBe('feathered');
    expect(Math.abs(Number(soft[0].recipe.settings.feather) - 2.5)).toBeLessThan(0.7);
    expect(overlap(soft[0].cover, outlineRegion(shape))).toBeGreaterThan(0.95);
    const teeth = Array.from({ length: 12 }, (_, k) => `L${k % 2 ? 20 : 17} ${2 * k + 2}`).join('');
    const back = Array.from({ length: 12 }, (_, k) => `L${k % 2 ? 0 : 3} ${22 - 2 * k}`).join('');
    const saw = drawn(`M20 0${teeth}L0 24${back}Z`);
    const [read] = goneRound(sewnAs(saw, 'fill')).reading.objects;
    expect(read.recipe.settings.edge).toBeUndefined();
    expect(overlap(read.cover, outlineRegion(saw))).toBeGreaterThan(0.95);
  });

  test('patterns, open rows, and that nothing lies beneath', () => {
    const thirds = goneRound(sewnAs(box(0, 0, 40, 20), 'fill', { pattern: 'thirds', underlay: 'none' }));
    expect(thirds.reading.objects[0].recipe.settings).toMatchObject({ pattern: 'thirds', underlay: 'none' });
    const open = goneRound(sewnAs(box(0, 0, 40, 20), 'fill', { spacing: 2, angle: 90 }));
    expect(open.reading.objects.map((o) => o.as)).toEqual(['fill']);
    expect(Number(open.reading.objects[0].recipe.settings.spacing)).toBeCloseTo(2, 0);
  });

  test('two fills side by side at other angles stay two', () => {
    const { reading } = goneRound(
      sewnAs(box(0, 0, 20, 20), 'fill', { angle: 0 }),
      sewnAs(box(20, 0, 20, 20), 'fill', { angle: 90 }),
    );
    expect(reading.objects.map((o) => o.as)).toEqual(['fill', 'fill']);
    expect(reading.objects.map((o) => o.recipe.settings.angle)).toEqual([0, 90]);
  });

  test('rows that follow a line follow one again', () => {
    const guide = drawn('M-20 4C-8 -8 8 -8 20 4') as Extract<PlainOutline, { kind: 'path' }>;
    const { reading } = goneRound(sewnAs(box(0, 0, 40, 24), 'fill', {}, { guideLines: guide.paths }));
    const fills = reading.objects.filter((o) => o.as === 'fill');
    expect(fills.some((o) => o.guideLines?.length)).toBe(true);
  });
});

describe('columns', () => {
  test.each([
    ['along a wave', 3],
    ['narrow', 1.2],
    ['wide, its stitches split', 9],
  ])('%s: two edges', (_, width) => {
    const line = width > 5 ? drawn('M-20 0C-8 -6 8 -6 20 0') : WAVE;
    const { reading } = goneRound(sewnAs(line, 'satin', { width }));
    expect(reading.objects.map((o) => o.as)).toEqual(['satin']);
    const [{ outline, recipe, cover }] = reading.objects;
    expect(recipe.settings.sides).toBe('edges');
    expect(Math.abs(Number(recipe.settings.spacing) - 0.4)).toBeLessThanOrEqual(0.04);
    expect(recipe.settings.underlay).toBeUndefined();
    // Each edge lies half the width beside the line.
    for (const path of outline.kind === 'path' ? outline.paths : [])
      expect(Math.abs(astray({ kind: 'path', paths: [path] }, line) - width / 2)).toBeLessThan(0.35);
    expect(regionArea(cover)).toBeGreaterThan(0);
  });

  test('arms that meet at a corner leave no gap, and what leads to a column is no part of it', () => {
    const zigzag = drawn('M0 0L8 26L16 0');
    const corner = goneRound(sewnAs(zigzag, 'satin', { width: 4, corners: 'mitre' })).reading.objects;
    expect(corner.map((o) => o.as)).toEqual(['satin']);
    // Where they meet, neither reaches over its edge as it does beside the cloth.
    for (const y of [19, 21, 23]) expect(insideRegion(corner[0].cover, 8, y)).toBe(true);
    const width = 1.5;
    const narrow = goneRound(sewnAs(WAVE, 'satin', { width })).reading.objects;
    const length = arcLengths(outlineLines(WAVE)[0]).at(-1)!;
    expect(Math.abs(regionArea(narrow[0].cover) / (width * length) - 1)).toBeLessThan(0.04);
  });

  test('a stitch that leads from one column to the next does not join them', () => {
    const list = new RecordList();
    // Up a column of 3 mm; its last stitch goes on to the next one, 0.6 mm beyond, whose underlay leads down.
    for (let y = 100; y > 0; y -= 2) list.add(y % 4 ? 0 : 30, y);
    list.add(36, 0);
    for (const y of [20, 40, 60, 80, 98]) list.add(42, y);
    for (let y = 100; y >= 0; y -= 2) list.add(y % 4 ? 36 : 66, y);
    const columns = readStitches(list.done(), LINEN).objects.filter((o) => o.as === 'satin');
    expect(columns).toHaveLength(2);
    for (const { cover } of columns)
      expect(regionBounds(cover)!.maxX - regionBounds(cover)!.minX).toBeLessThan(2.8);
  });

  test('a ring has two closed edges', () => {
    const { reading } = goneRound(sewnAs(ellipse(0, 0, 40, 30), 'satin', { width: 3 }));
    expect(reading.objects).toHaveLength(1);
    const { outline } = reading.objects[0];
    expect(outline.paths.map((p) => p.closed)).toEqual([true, true]);
  });

  test('a leaf across, pointed at both ends', () => {
    const leaf = drawn('M0 -20C5 -12 5 8 0 20C-5 8 -5 -12 0 -20Z');
    const { reading } = goneRound(sewnAs(leaf, 'satin', { sides: 'shape' }));
    expect(reading.objects.map((o) => o.as)).toEqual(['satin']);
    expect(overlap(reading.objects[0].cover, outlineRegion(leaf))).toBeGreaterThan(0.93);
  });
});

describe('lines', () => {
  test.each([
    ['once', 'run', {}, 'run'],
    ['there and back', 'run', { passes: 2 }, 'there-and-back'],
    ['as bean, 3 times', 'run', { passes: 3 }, 'bean'],
    ['as bean, 5 times', 'run', { passes: 5 }, 'bean'],
  ])('%s', (_, kind, settings, as) => {
    const { reading } = goneRound(sewnAs(WAVE, kind, { length: 2, ...settings }));
    expect(reading.objects.map((o) => o.as)).toEqual([as]);
    const [{ outline, recipe }] = reading.objects;
    expect(recipe.settings.passes ?? 1).toBe((settings as { passes?: number }).passes ?? 1);
    expect(Math.abs(Number(recipe.settings.length) - 2)).toBeLessThanOrEqual(0.2);
    expect(astray(outline, WAVE)).toBeLessThan(0.2);
    expect(astray(WAVE, outline)).toBeLessThan(0.3);
  });

  test('redwork: every line of the drawing once', () => {
    const { reading } = goneRound(sewnAs(HOUSE, 'redwork'));
    expect(reading.objects.map((o) => o.as)).toEqual(['redwork']);
    expect(astray(HOUSE, reading.objects[0].outline)).toBeLessThan(0.4);
  });
});

describe('whatever the stitches are', () => {
  const step = fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }));
  const thread = fc.array(step, { minLength: 2, maxLength: 120 });
  /** Rows to and fro, with some noise. */
  const rows = fc
    .tuple(fc.integer({ min: 3, max: 80 }), fc.integer({ min: 1, max: 9 }), fc.array(step, { maxLength: 6 }))
    .map(([long, pitch, noise]) => [
      ...Array.from({ length: 40 }, (_, i): [number, number] =>
        i % 2 ? [0, pitch] : [i % 4 ? -long : long, 0],
      ),
      ...noise,
    ]);

  test('every stitch belongs to one object, to what was laid for one, or is unread', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(thread, rows), { minLength: 1, maxLength: 4 }), (threads) => {
        const list = new RecordList();
        let [x, y] = [0, 0];
        list.add(0, 0, 1);
        for (const steps of threads) {
          list.add((x += 200), y, 1);
          for (const [dx, dy] of steps) list.add((x += dx), (y += dy), 0);
        }
        const records = list.done();
        const { objects, unread } = readStitches(records, LINEN);
        const times = new Uint8Array(records.x.length);
        for (const { from, to } of [...objects.flatMap((o) => [...o.spans, ...o.laid]), ...unread])
          for (let i = from + 1; i <= to; i++) times[i]++;
        for (const { from, to } of stretchesOf(records))
          for (let i = from + 1; i <= to; i++) {
            const still = records.x[i] === records.x[i - 1] && records.y[i] === records.y[i - 1];
            if (!still) expect(times[i], `stitch ${i}`).toBe(1);
          }
      }),
      { numRuns: 60 },
    );
  });

  test('nothing is read of nothing', () => {
    expect(readStitches(new RecordList().done(), LINEN)).toEqual({ objects: [], unread: [] });
  });
});

test('what it hears of its progress ends at 1', () => {
  const { records } = goneRound(sewnAs(WAVE, 'run'), sewnAs(HOUSE, 'run'));
  const told: number[] = [];
  readStitches(records, LINEN, (done) => told.push(done));
  expect(told.at(-1)).toBe(1);
  expect(told.every((t, i) => !i || t >= told[i - 1])).toBe(true);
  expect(recordCount(blocksOf(records))).toBe(records.x.length);
});
