import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  CLOTHS,
  emptyDesign,
  figuresOf,
  insideRegion,
  Move,
  outlineRegion,
  sewDesign,
  swatchDesign,
  type Design,
} from '@rosehip/core';
import {
  atSpot,
  bendOf,
  bentPlan,
  carrierPiece,
  copiesOf,
  layTogether,
  middleOf,
  onSurface,
  paintThing,
  THINGS,
  thingById,
  thingForCloth,
  triedColour,
  triedPlaces,
  triedThing,
  underPoint,
  type LayerCanvas,
  type Surface,
  type Thing,
} from './index.ts';
import { piecesOf } from './thing.ts';

const SURFACES: Surface[] = [
  { kind: 'flat' },
  { kind: 'pillow', radiusX: 420, radiusY: 380 },
  { kind: 'ball', radiusX: 94, radiusY: 112, rise: 22, above: 9 },
];
const plan = sewDesign(
  swatchDesign({ kind: 'fill', settings: {} }, '222', { cloth: { kind: 'linen', colour: '#ffffff' } }),
);
const bounds = figuresOf(plan).bounds!;
const middle = middleOf(bounds);
const flat = { ...thingById('tote')!, pieces: () => [] };

test('what is seen at a point is found again', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SURFACES),
      fc.double({ min: -45, max: 45, noNaN: true }),
      fc.double({ min: -28, max: 28, noNaN: true }),
      (surface, x, y) => {
        const seen = onSurface(surface, x, y)!;
        const under = underPoint(surface, seen, { x: 0, y: 0 });
        expect(Math.hypot(under.x - x, under.y - y)).toBeLessThan(0.1);
      },
    ),
  );
});

test('in the middle of every place a millimetre is a millimetre, and nothing grows', () => {
  for (const thing of THINGS) {
    const [spot] = thing.spots;
    const bend = bendOf(thing, { x: 0, y: 0 }, atSpot(spot));
    const at = bend(0, 0)!;
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ]) {
      const next = bend(dx, dy)!;
      const length = Math.hypot(next.x - at.x, next.y - at.y);
      expect(length, `${thing.id} ${dx} ${dy}`).toBeGreaterThan(0.86);
      expect(length, `${thing.id} ${dx} ${dy}`).toBeLessThan(1.08);
    }
  }
});

test('turned and moved on something flat, a design keeps all its lengths', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -360, max: 360 }),
      fc.double({ min: -300, max: 300, noNaN: true }),
      (turn, x) => {
        const bent = bentPlan(plan, bendOf(flat, middle, { x, y: 20, turn }));
        for (let i = 1; i < plan.x.length; i += 17) {
          const [was, is] = [plan, bent].map((p) => Math.hypot(p.x[i] - p.x[i - 1], p.y[i] - p.y[i - 1]));
          expect(Math.abs(was - is)).toBeLessThan(0.001);
        }
      },
    ),
    { numRuns: 20 },
  );
});

test('what is turned away from us on a cap is not sewn there', () => {
  const cap = thingById('cap')!;
  const bent = bentPlan(plan, bendOf(cap, middle, { x: 150, y: 0, turn: 0 }));
  const stitches = (move: Uint8Array): number => move.filter((m) => m === Move.stitch).length;
  expect(stitches(bent.move)).toBeLessThan(stitches(plan.move) / 2);
  expect(stitches(bentPlan(plan, bendOf(cap, middle, atSpot(cap.spots[0]))).move)).toBe(stitches(plan.move));
});

test('copies lie in rows about their place, and turn with it', () => {
  const place = { x: 10, y: 20, turn: 90, across: 3, down: 2, gap: 5 };
  const all = copiesOf(place, { width: 40, height: 20 });
  expect(all).toHaveLength(6);
  const mean = (k: 'x' | 'y'): number => all.reduce((sum, c) => sum + c[k], 0) / all.length;
  expect(mean('x')).toBeCloseTo(10);
  expect(mean('y')).toBeCloseTo(20);
  // A row goes down when it is turned to the right.
  expect(all[1].y - all[0].y).toBeCloseTo(45);
  expect(all[0].x - all[3].x).toBeCloseTo(25);
});

const regionsOf = (thing: Thing) =>
  piecesOf(thing)
    .filter((p) => p.sewn)
    .map((p) => outlineRegion({ kind: 'path', paths: p.paths }));

test('every thing has a cloth that is known, and places that lie on cloth and are to be seen', () => {
  const ids = THINGS.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  for (const thing of THINGS) {
    expect(CLOTHS.map(({ id }) => id)).toContain(thing.cloth);
    const { minX, minY, maxX, maxY } = thing.bounds;
    for (const spot of thing.spots) {
      const at = bendOf(thing, { x: 0, y: 0 }, atSpot(spot))(0, 0)!;
      expect(at.x > minX && at.x < maxX && at.y > minY && at.y < maxY, `${thing.id}: ${spot.name}`).toBe(
        true,
      );
      expect(
        regionsOf(thing).some((r) => insideRegion(r, at.x, at.y)),
        `${thing.id}: ${spot.name}`,
      ).toBe(true);
    }
  }
});

test('a patch holds all its stitches, and a label has them in its middle', () => {
  for (const carrier of [
    { shape: 'around' as const, margin: 2 },
    { shape: 'label' as const, margin: 5 },
  ]) {
    const place = { x: 5, y: -8, turn: 30 };
    const bend = bendOf(flat, middle, place);
    const piece = carrierPiece(carrier, plan, bend)!;
    const [region] = [outlineRegion({ kind: 'path', paths: piece.paths })];
    const bent = bentPlan(plan, bend);
    for (let i = 0; i < bent.x.length; i += 5)
      if (bent.move[i] === Move.stitch) expect(insideRegion(region, bent.x[i], bent.y[i])).toBe(true);
    // No further than asked: a point a little beyond the margin is not on it.
    const out = bend(bounds.minX - carrier.margin - 1, middle.y)!;
    expect(insideRegion(region, out.x, out.y)).toBe(false);
  }
  const nothing = sewDesign(emptyDesign('Nothing'));
  expect(
    carrierPiece(
      { shape: 'around', margin: 2 },
      nothing,
      bendOf(flat, middle, triedPlaces(design(), null)[0]),
    ),
  ).toBe(null);
});

function design(tryOn?: Design['tryOn'], kind = 'fleece', colour = '#123456'): Design {
  return { ...emptyDesign('Tried'), cloth: { kind, colour }, ...(tryOn && { tryOn }) };
}

test('what nobody chose suits the cloth; what was chosen stays; what is not known gives way', () => {
  const fleece = design();
  expect(triedThing(fleece).id).toBe('jacket');
  expect(triedColour(fleece, triedThing(fleece))).toBe('#123456');
  expect(triedThing(design(undefined, 'cap')).id).toBe('cap');
  expect(triedThing(design(undefined, 'towelling')).id).toBe('towel');
  expect(thingForCloth('silk')).toBe(THINGS[0]);
  const places = [{ x: 1, y: 2, turn: 3 }];
  const polo = design({ thing: 'polo', places });
  expect(triedThing(polo).id).toBe('polo');
  expect(triedPlaces(polo, null)).toBe(places);
  // Where there is room for it; where there is none, at the first place.
  const usual = (width: number): number =>
    triedPlaces(design(undefined, 'jersey'), { width, height: 60 })[0].y;
  const [chest, , middle] = thingById('polo')!.spots;
  expect([usual(60), usual(200), usual(900)]).toEqual([chest.y, middle.y, chest.y]);
  expect(triedColour(polo, triedThing(polo))).toBe(thingById('polo')!.colour);
  expect(triedColour(design({ thing: 'polo', colour: '#abcdef', places }), triedThing(polo))).toBe('#abcdef');
  expect(triedThing(design({ thing: 'gloves', places })).id).toBe('jacket');
  // A patch is of the design's cloth; what it is sewn to is not.
  const patch = design({ thing: 'patch', places }, 'denim');
  expect(triedColour(patch, triedThing(patch))).toBe(thingById('patch')!.colour);
  const photo = { name: 'My hat', data: 'data:image/png;base64,AA==', width: 300, height: 200 };
  expect(triedThing(design({ thing: 'photo', places, photo }))).toMatchObject({
    name: 'My hat',
    bounds: { minX: -150, maxX: 150, minY: -100, maxY: 100 },
  });
  expect(triedThing(design({ thing: 'photo', places })).id).toBe('jacket');
});

const SIZE = 200;
function layersOf(thing: Thing, scale: number) {
  const layer = (ground?: string): LayerCanvas => {
    const ctx = createCanvas(SIZE, SIZE).getContext('2d');
    if (ground) {
      ctx.fillStyle = ground;
      ctx.fillRect(0, 0, SIZE, SIZE);
    }
    ctx.setTransform(scale, 0, 0, scale, SIZE / 2, SIZE / 2);
    return ctx as unknown as LayerCanvas;
  };
  const layers = { stuff: layer('#ffffff'), mask: layer(), light: layer(), scratch: layer() };
  const half = SIZE / 2 / scale;
  const seen = { scale, area: { minX: -half, minY: -half, maxX: half, maxY: half } };
  paintThing(layers, thing, '#888888', seen);
  return { layers, layer };
}
type Pixels = { getImageData(x: number, y: number, w: number, h: number): { data: Uint8ClampedArray } };
const pixel = (ctx: LayerCanvas, x: number, y: number): number[] => [
  ...(ctx as unknown as Pixels).getImageData(x, y, 1, 1).data,
];

test('thread is seen on its cloth only, and lies in the same light', () => {
  const jacket = thingById('jacket')!;
  const scale = SIZE / 900;
  const { layers, layer } = layersOf(jacket, scale);
  const thread = layer();
  thread.fillStyle = '#ff0000';
  thread.fillRect(-450, -450, 900, 900);
  const out = layer();
  layTogether(out, layers, thread);
  const at = (x: number, y: number): number[] => pixel(out, SIZE / 2 + x * scale, SIZE / 2 + y * scale);
  const isRed = ([r, g, b]: number[]): boolean => r > 90 && r > 2 * g && r > 2 * b;
  expect(isRed(at(118, -170))).toBe(true); // the left chest
  expect(isRed(at(0, 0))).toBe(false); // the zip lies over it
  expect(isRed(at(0, -350))).toBe(false); // and so does the collar
  expect(isRed(at(-430, -400))).toBe(false); // beside the jacket
  // At the seam of the sleeve it is darker than on the chest.
  expect(at(238, -120)[0]).toBeLessThan(at(118, -170)[0] - 20);
});

test('a thing is painted in the colour that is asked for, its edges smooth', () => {
  const cushion = thingById('cushion')!;
  const { layers } = layersOf(cushion, SIZE / 520);
  const [r, g, b, a] = pixel(layers.mask, 100, 100);
  expect([r, g, b, a]).toEqual([0, 0, 0, 255]);
  const row = Array.from({ length: SIZE }, (_, x) => pixel(layers.mask, x, 60)[3]);
  // From nothing to all over a pixel that is partly covered, at both sides.
  expect(row.filter((v) => v > 0 && v < 255).length).toBeGreaterThanOrEqual(1);
  expect(row.filter((v) => v === 255).length).toBeGreaterThan(120);
});
