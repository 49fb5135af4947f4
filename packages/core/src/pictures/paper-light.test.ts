import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { photographed, type Light } from '../../test/photographed.ts';
import { threadChart } from '../materials/threads.ts';
import type { Bitmap } from './bitmap.ts';
import { evenLight, isOnPaper, paperLight } from './paper-light.ts';
import { CHOICES, proposedChoices, PictureWork, type PictureSteps } from './steps.ts';
import { toneDistance, toneOf } from './tones.ts';

type Colour = readonly [number, number, number];
const PAPER: Colour = [246, 243, 236];
const [INK, RED, BLUE]: Colour[] = [
  [46, 42, 51],
  [200, 60, 48],
  [40, 74, 150],
];

/** A picture of so many pixels, by what colour is where. */
function drawn(width: number, height: number, at: (x: number, y: number) => Colour): Bitmap {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...at(x, y), 255], 4 * (y * width + x));
  return { width, height, data };
}

/** A disc with a thick edge, and a line. */
const [WIDTH, HEIGHT] = [320, 240];
const drawing = drawn(WIDTH, HEIGHT, (x, y) => {
  const d = Math.hypot(x - 130, y - 120);
  if (d < 62) return RED;
  if (d < 70) return INK;
  return Math.abs(x - 260) < 4 && y > 40 && y < 200 ? BLUE : PAPER;
});

const light: fc.Arbitrary<Light> = fc.record({
  right: fc.double({ min: -0.35, max: 0.35, noNaN: true }),
  bottom: fc.double({ min: -0.2, max: 0.2, noNaN: true }),
  shadow: fc.double({ min: 0, max: 0.3, noNaN: true }),
  grain: fc.double({ min: 0, max: 12, noNaN: true }),
  tinge: fc.constantFrom<Light['tinge']>([1, 1, 1], [1, 0.97, 0.86], [1, 0.86, 0.62], [0.9, 0.96, 1]),
  seed: fc.integer({ min: 1, max: 1000 }),
});

const chart = threadChart('larkmoor');

/** A yellow that lies so far from the paper's colour. */
function creamAt(far: number): Colour {
  for (let step = 0; ; step++) {
    const cream: Colour = [PAPER[0] - step / 4, PAPER[1] - step / 2, PAPER[2] - 1.5 * step];
    if (toneDistance(toneOf(...cream), toneOf(...PAPER)) >= far) return cream;
  }
}

/** All steps, with the choices that the picture proposes. */
function stepsOf(picture: Bitmap): PictureSteps {
  const work = new PictureWork();
  return work.run(picture, proposedChoices(work, picture, CHOICES).choices, chart);
}

/** Is ground where a pixel of the picture as it came lies? Small ones are made larger. */
const groundAt =
  ({ ground, taken }: Pick<PictureSteps, 'ground' | 'taken'>, { width, height }: Bitmap) =>
  (x: number, y: number): number =>
    ground[
      Math.floor(((y + 0.5) * taken.height) / height) * taken.width +
        Math.floor(((x + 0.5) * taken.width) / width)
    ];

/** How much of what is drawn, and of what is paper, came out as that. */
function agreement(steps: PictureSteps, truth: Bitmap): number {
  const { width, height, data } = truth;
  const isGround = groundAt(steps, truth);
  let same = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = 4 * (y * width + x);
      const isPaper = data[i] === PAPER[0] && data[i + 2] === PAPER[2];
      if (isPaper === (isGround(x, y) === 1)) same++;
    }
  expect(steps.taken.width / width).toBe(steps.taken.height / height);
  return same / (width * height);
}

describe('the light on paper', () => {
  test('is evened out, whatever way it falls: what is drawn is found, and nothing of the paper', () => {
    fc.assert(
      fc.property(light, (how) => {
        const steps = stepsOf(photographed(drawing, how));
        expect(agreement(steps, drawing)).toBeGreaterThan(0.985);
        expect(steps.colours).toHaveLength(3);
        expect(steps.regions.length).toBeLessThanOrEqual(4);
      }),
      { numRuns: 12 },
    );
  });

  test.each([
    [6, 0.1],
    [5.4, 0.3],
    [8, 0.3],
  ])('leaves an area whole that lies only %d from its colour, where it falls off by %d', (far, right) => {
    const cream = creamAt(far);
    const disc = drawn(WIDTH, HEIGHT, (x, y) => {
      const d = Math.hypot(x - 130, y - 120);
      return d < 62 ? cream : d < 70 ? INK : PAPER;
    });
    const steps = stepsOf(photographed(disc, { right, bottom: right / 2 }));
    expect(agreement(steps, disc)).toBeGreaterThan(0.985);
    expect(steps.regions.length).toBe(2);
  });

  test('leaves paper of one colour, as light as its lightest place', () => {
    const picture = photographed(drawing, { right: 0.3, bottom: 0.1, grain: 4 });
    const seen = paperLight(picture)!;
    expect(isOnPaper(seen)).toBe(true);
    expect(seen.uneven).toBeGreaterThan(1.25);
    const { data } = evenLight(picture, seen);
    const corners = [0, WIDTH - 1, WIDTH * (HEIGHT - 1), WIDTH * HEIGHT - 1].map((i) => [
      ...data.slice(4 * i, 4 * i + 3),
    ]);
    for (const c of corners) expect(c).toEqual(seen.lightest);
    // The disc keeps its share of the light, wherever it lies.
    const [left, right] = [120 * WIDTH + 80, 120 * WIDTH + 180].map((i) => data[4 * i]);
    expect(Math.abs(left - right)).toBeLessThan(16);
  });

  test('is left as it is where art is flat, where a picture has none, and where a person says so', () => {
    for (const flat of [drawing, drawn(120, 90, (x) => [20 + (x >> 1), 60, 140 - (x >> 2)])]) {
      const { evened, taken } = stepsOf(flat);
      expect(evened).toBe(false);
      expect(taken.data).toEqual(flat.data);
    }
    const lit = photographed(drawing, { right: 0.3, bottom: 0.1 });
    const work = new PictureWork();
    const as = (even?: boolean): boolean =>
      work.look(lit, { ...CHOICES, taken: { ...CHOICES.taken, even } }).evened;
    expect([as(), as(false), as(true)]).toEqual([true, false, true]);
    // Lightened or not, its paper is ground.
    const { ground } = work.look(lit, {
      ...CHOICES,
      taken: { ...CHOICES.taken, brightness: -0.2, contrast: 0.2 },
    });
    expect(ground[0] + ground[WIDTH * HEIGHT - 1]).toBe(2);
  });

  test('lets dust and a line along the edge of the sheet be ground, but no dot', () => {
    const sheet = drawn(WIDTH, HEIGHT, (x, y) => {
      if (y < 2) return BLUE;
      if (Math.hypot(x - 290, y - 20) < 3) return RED;
      return x === 30 && y === 200 ? INK : Math.hypot(x - 130, y - 120) < 60 ? INK : PAPER;
    });
    const is = groundAt(
      new PictureWork().look(photographed(sheet, { right: 0.3, bottom: 0.1 }), CHOICES),
      sheet,
    );
    expect([is(100, 0), is(30, 200), is(290, 20), is(130, 120)]).toEqual([1, 1, 0, 0]);
  });

  test('is of no matter to pictures of one pixel, a row, or of nothing but ink', () => {
    for (const [w, h] of [
      [1, 1],
      [300, 1],
      [1, 300],
      [60, 60],
    ])
      expect(paperLight(drawn(w, h, () => INK))).toBeNull();
    const row = paperLight(drawn(300, 1, (x) => [200 - x / 3, 200 - x / 3, 190 - x / 3]));
    expect(row?.across).toBe(38);
  });
});

describe('how a picture was made', () => {
  test('art stays drawn when its pixels are off by a little; with more grain it was scanned', () => {
    const grains = [0, 60].map((grain) => {
      const noisy = photographed(drawing, { right: 0, bottom: 0, tinge: [1, 1, 1], grain });
      return new PictureWork().look(noisy, CHOICES).made;
    });
    expect(grains).toEqual(['drawn', 'scanned']);
  });

  test('what runs from colour to colour was photographed', () => {
    const bands = drawn(400, 300, (x, y) => [x / 2, y / 1.5, 255 - x / 2]);
    expect(new PictureWork().look(bands, CHOICES).made).toBe('photographed');
  });

  test('is told once: neither what counts as ground nor light changes it', () => {
    const pictures = [
      photographed(drawing, { right: 0, bottom: 0, tinge: [1, 1, 1], grain: 60 }),
      photographed(drawing, { right: 0.3, bottom: 0.1, grain: 30 }),
      // With more contrast this has eight colours.
      drawn(400, 300, (x, y) => [x / 2, y / 1.5, 255 - x / 2]),
    ];
    for (const picture of pictures) {
      const work = new PictureWork();
      const { ground, taken } = CHOICES;
      const first = work.look(picture, CHOICES).made;
      const moved = [
        ...[0.5, 1, 8, 25].map((tolerance) => ({ ...CHOICES, ground: { ...ground, tolerance } })),
        { ...CHOICES, ground: { ...ground, from: 'clear' as const } },
        { ...CHOICES, taken: { ...taken, brightness: 0.9 } },
        { ...CHOICES, taken: { ...taken, contrast: 1 } },
      ];
      for (const choices of moved) expect(work.look(picture, choices).made).toBe(first);
    }
  });
});
