import { describe, expect, it } from 'vitest';
import { levelsOf } from '../design/tones.ts';
import { applyMatrix } from '../geometry/matrix.ts';
import { LARKMOOR_CHART, threadIn } from '../materials/threads.ts';
import { painted } from './painted.ts';
import { placeOfReference, placeOver, shadingsOf, tonesOfPicture } from './shading.ts';
import { shadesOf } from './shades.ts';

const where = { name: 'Test', place: [1, 0, 0, 1, 0, 0] as const };
const [PAPER, BLUE, RED] = ['#fffbf5', '#27407a', '#b63325'];
/** Paper, and two bands of colour. */
const bands = painted(90, 60, (x) => (x < 30 ? PAPER : x < 60 ? BLUE : RED));
const none = new Uint8Array(90 * 60);
const shadingOf = (threads: number, cloth = PAPER, chosen?: (string | null)[]) =>
  shadingsOf(bands, none, shadesOf(bands, none), { threads, chosen, cloth, chart: LARKMOOR_CHART }, where);
const level = (tones: { columns: number; rows: number; levels: string }, x: number): number =>
  levelsOf(tones)[Math.floor(tones.rows / 2) * tones.columns + Math.floor(x * tones.columns)];

describe('tones of a picture', () => {
  it('go from light to dark over all the room there is', () => {
    const grey = painted(100, 50, (x) => (x < 50 ? '#b0b0b0' : '#606060'));
    const tones = tonesOfPicture(grey, where);
    expect([level(tones, 0.2), level(tones, 0.8)]).toEqual([0, 1]);
  });

  it('keep an even picture as it is, and clear places light', () => {
    const even = tonesOfPicture(
      painted(50, 50, () => '#808080'),
      where,
    );
    expect(level(even, 0.5)).toBeGreaterThan(0.2);
    expect(level(even, 0.5)).toBeLessThan(0.6);
    const clear = tonesOfPicture(
      painted(50, 50, (x) => (x < 25 ? null : '#101010')),
      where,
    );
    expect(level(clear, 0.2)).toBe(0);
  });
});

describe('threads of a shaded picture', () => {
  it('are each wanted where their colour is', () => {
    const [a, b] = shadingOf(2);
    const blue = [a, b].find(({ tones }) => level(tones, 0.5) > 0.6)!;
    const red = [a, b].find(({ tones }) => level(tones, 0.9) > 0.6)!;
    expect(blue).not.toBe(red);
    expect([level(blue.tones, 0.15), level(red.tones, 0.15)]).toEqual([0, 0]);
    expect(level(blue.tones, 0.9)).toBeLessThan(0.35);
    expect(level(red.tones, 0.5)).toBeLessThan(0.35);
  });

  it('never want more than all of the cloth, and are no more than are of use', () => {
    const all = shadingOf(5);
    expect(all.length).toBeLessThan(5);
    for (const x of [0.15, 0.5, 0.9])
      expect(all.reduce((sum, { tones }) => sum + level(tones, x), 0)).toBeLessThan(1.05);
  });

  it('take one that was chosen, and light ones on dark cloth', () => {
    expect(shadingOf(2, PAPER, ['165', null]).map(({ thread }) => thread)).toContain('165');
    const [light] = shadingOf(1, '#1a1a1d');
    const rgb = parseInt(threadIn(LARKMOOR_CHART, light.thread).colour.slice(1), 16);
    expect(rgb >> 16).toBeGreaterThan(200);
    expect(level(light.tones, 0.15)).toBeGreaterThan(0.9);
  });
});

describe('where a picture lies', () => {
  it('covers a box in its own proportions', () => {
    const place = placeOver({ width: 200, height: 100 }, { minX: 0, minY: 0, maxX: 10, maxY: 10 });
    expect(applyMatrix(place, { x: 0, y: 0 })).toEqual({ x: -5, y: 0 });
    expect(applyMatrix(place, { x: 1, y: 1 })).toEqual({ x: 15, y: 10 });
  });

  it('is just where it lies beneath', () => {
    const under = {
      name: 'P',
      x: 5,
      y: 0,
      width: 20,
      height: 10,
      turn: 90,
      strength: 1,
      locked: false,
      visible: true,
    };
    const corner = applyMatrix(placeOfReference(under), { x: 0, y: 0 });
    expect(corner.x).toBeCloseTo(10);
    expect(corner.y).toBeCloseTo(-10);
  });
});
