import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { intersect, regionFromRings, subtract, unite } from '../geometry/clip.ts';
import { regionArea, type Region } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { threadChart } from '../materials/threads.ts';
import { bordersOf } from './borders.ts';
import { atMost, shaped, TAKEN, WHOLE, type Bitmap } from './bitmap.ts';
import { clearEdges } from './clear-edges.ts';
import { groupsFor, splitGroup } from './colours.ts';
import { fitBorder } from './fit-borders.ts';
import { GROUND, groundOf } from './ground.ts';
import { KnownCurves } from './known-curves.ts';
import { painted } from './painted.ts';
import { patchesIn, withoutSpecks } from './patches.ts';
import { fittedBorders, regionsOf } from './regions.ts';
import { NO_SHADE } from './shades.ts';
import { CHOICES, PictureWork } from './steps.ts';
import { tonesOf } from './tones.ts';

const chart = threadChart('larkmoor');
const [PAPER, BLUE, GOLD] = ['#efe6d3', '#27407a', '#f2d479'];

const circle = (x: number, y: number, r: number): Region =>
  regionFromRings([
    Float64Array.from({ length: 400 }, (_, k) =>
      k % 2
        ? y + r * Math.sin((Math.floor(k / 2) / 200) * 2 * Math.PI)
        : x + r * Math.cos((Math.floor(k / 2) / 200) * 2 * Math.PI),
    ),
  ]);
const overlap = (a: Region, b: Region): number => {
  const both = regionArea(intersect(a, b));
  return both / (regionArea(a) + regionArea(b) - both);
};

/** Patches of a few colours: blocks of 1 to 6 pixels, so that corners touch, too. */
const blocks = fc
  .record({
    width: fc.integer({ min: 3, max: 14 }),
    height: fc.integer({ min: 3, max: 14 }),
    size: fc.integer({ min: 1, max: 4 }),
    colours: fc.array(fc.constantFrom(0, 1, 2, NO_SHADE), { minLength: 196, maxLength: 196 }),
  })
  .map(({ width, height, size, colours }) => {
    const [w, h] = [width * size, height * size];
    const at = new Uint8Array(w * h);
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++)
        at[y * w + x] = colours[Math.floor(y / size) * width + Math.floor(x / size)];
    return { w, h, at };
  });

/** How many sides of pixels lie between different colours, or at the picture's edge. */
function stepsAround(w: number, at: Uint8Array): number {
  let n = 0;
  for (let i = 0; i < at.length; i++) {
    const x = i % w;
    if (at[i] !== (x < w - 1 ? at[i + 1] : NO_SHADE)) n++;
    if (at[i] !== (i < at.length - w ? at[i + w] : NO_SHADE)) n++;
    if (!x && at[i] !== NO_SHADE) n++;
    if (i < w && at[i] !== NO_SHADE) n++;
  }
  return n;
}

/** Which pixels hang together, found by spreading from each. */
function spread(w: number, h: number, at: Uint8Array): Int32Array {
  const out = new Int32Array(w * h).fill(-1);
  let n = 0;
  for (let start = 0; start < out.length; start++) {
    if (out[start] >= 0) continue;
    const open = [start];
    while (open.length) {
      const i = open.pop()!;
      if (out[i] >= 0 || at[i] !== at[start]) continue;
      out[i] = n;
      const x = i % w;
      if (x) open.push(i - 1);
      if (x < w - 1) open.push(i + 1);
      if (i >= w) open.push(i - w);
      if (i < out.length - w) open.push(i + w);
    }
    n++;
  }
  return out;
}

describe('patches', () => {
  it('are the pixels of one colour that hang together', () => {
    fc.assert(
      fc.property(blocks, ({ w, h, at }) => {
        const patches = patchesIn(w, h, at);
        expect([...patches.at]).toEqual([...spread(w, h, at)]);
        expect(patches.area.reduce((a, b) => a + b, 0)).toBe(w * h);
      }),
      { numRuns: 60 },
    );
  });

  it('that are too small go to their neighbours, and nothing else changes', () => {
    fc.assert(
      fc.property(blocks, fc.integer({ min: 2, max: 20 }), ({ w, h, at }, least) => {
        const left = withoutSpecks(w, h, at, least);
        const patches = patchesIn(w, h, left);
        if (patches.area.length > 1) expect(Math.min(...patches.area)).toBeGreaterThanOrEqual(least);
        const before = patchesIn(w, h, at);
        for (let i = 0; i < at.length; i++)
          if (before.area[before.at[i]] >= least && left[i] !== at[i])
            throw new Error('A patch that is large enough was given away.');
      }),
      { numRuns: 60 },
    );
  });
});

describe('specks along a smooth edge', () => {
  // A row of pixels of a third colour, longer on the ground's side.
  const rows = ['.......', '.111...', '0000000', '0000000'];
  const at = Uint8Array.from(rows.join(''), (c) => (c === '.' ? NO_SHADE : Number(c)));

  it('go to the neighbour of nearly their own colour', () => {
    const left = withoutSpecks(7, 4, at, 5, (a, b) => a < 2 && b < 2);
    expect([...left.subarray(8, 11)]).toEqual([0, 0, 0]);
  });

  it('else to that with which they share most', () => {
    const left = withoutSpecks(7, 4, at, 5);
    expect([...left.subarray(8, 11)]).toEqual([NO_SHADE, NO_SHADE, NO_SHADE]);
  });
});

describe('borders', () => {
  it('leave neither gap nor overlap between neighbours, whatever they look like', () => {
    fc.assert(
      fc.property(blocks, fc.double({ min: 0, max: 1, noNaN: true }), ({ w, h, at }, corners) => {
        const { regions } = regionsOf(fittedBorders(patchesIn(w, h, at), null, { stray: 0.3, corners }), {
          scale: 1,
          origin: { x: 0, y: 0 },
        });
        const areas = regions.map((r) => outlineRegion(r.outline));
        const inked = at.filter((c) => c !== NO_SHADE).length;
        let all: Region = [];
        let sum = 0;
        for (const area of areas) {
          sum += regionArea(area);
          all = unite(all, area);
        }
        // Curves bulge by their tolerance; but what one has the other has not.
        expect(Math.abs(sum - regionArea(all))).toBeLessThan(0.02 * regions.length + 0.01 * sum + 0.02);
        // Nowhere farther from the pixels' own edges than half of one, or so.
        expect(Math.abs(sum - inked)).toBeLessThan(0.6 * stepsAround(w, at));
      }),
      { numRuns: 60 },
    );
  });

  it('of pixels side by side are exact when they are straight', () => {
    const at = Uint8Array.from({ length: 400 }, (_, i) => (i % 20 < 8 ? 0 : 1));
    const { regions, edges } = regionsOf(
      fittedBorders(patchesIn(20, 20, at), null, { stray: 0.3, corners: 0.7 }),
      { scale: 0.5, origin: { x: -5, y: -5 } },
    );
    expect(regions.map((r) => Math.round(regionArea(outlineRegion(r.outline)) * 100) / 100)).toEqual([
      60, 40,
    ]);
    expect(regions.every((r) => r.outline.paths[0].points.length <= 6)).toBe(true);
    // The border between them is there once.
    expect(edges.filter(({ colours }) => !colours.includes(-1) && colours[0] !== colours[1])).toHaveLength(1);
  });
});

const badge = (): Bitmap =>
  painted(220, 220, (x, y) => {
    const d = Math.hypot(x - 110, y - 110);
    return Math.hypot(x - 130, y - 96) < 30 ? GOLD : d < 90 ? BLUE : PAPER;
  });

describe('curves that are known', () => {
  it('are those of the border, and are fitted once as long as it stays', () => {
    fc.assert(
      fc.property(blocks, fc.integer({ min: 0, max: 195 }), ({ w, h, at }, k) => {
        const how = { stray: 0.3, corners: 0.7 };
        const known = new KnownCurves();
        known.begin();
        const before = bordersOf(patchesIn(w, h, at), null).borders.map((b) => known.fit(b, how));
        const changed = at.slice();
        changed[k % at.length] = changed[k % at.length] === 1 ? 2 : 1;
        known.begin();
        const kept = new Set(before);
        let same = 0;
        const { borders } = bordersOf(patchesIn(w, h, changed), null);
        for (const border of borders) {
          const curves = known.fit(border, how);
          expect(curves).toEqual(fitBorder(border, how));
          if (kept.has(curves)) same++;
        }
        // A pixel touches four borders at most, which may become more.
        expect(same).toBeGreaterThanOrEqual(before.length - 12);
      }),
    );
  });
});

describe('the steps', () => {
  it('find a drawing again to a part of a pixel, in its colours', () => {
    const steps = new PictureWork().run(badge(), { ...CHOICES, width: 180 }, chart);
    expect(steps.colours.map((c) => c.colour).sort()).toEqual([BLUE, GOLD].sort());
    const [blue, gold] = steps.regions.map((r) => outlineRegion(r.outline));
    expect(overlap(gold, circle(20, -14, 30))).toBeGreaterThan(0.99);
    expect(overlap(unite(blue, gold), circle(0, 0, 90))).toBeGreaterThan(0.995);
    expect(
      steps.regions.reduce((n, r) => n + r.outline.paths.reduce((m, p) => m + p.points.length, 0), 0),
    ).toBeLessThan(24);
  });

  it('leave round tips round: none becomes a point, and no curve leaps out between two places', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 6, noNaN: true }),
        fc.integer({ min: 6, max: 12 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (r, lobes, phase) => {
          const ring = 40 - 3 - r;
          const middles = Array.from({ length: lobes }, (_, k) => {
            const a = (2 * Math.PI * (k + phase)) / lobes;
            return { x: 40 + ring * Math.cos(a), y: 40 + ring * Math.sin(a) };
          });
          const picture = painted(80, 80, (x, y) =>
            Math.hypot(x - 40, y - 40) < ring - 1 || middles.some((m) => Math.hypot(x - m.x, y - m.y) < r)
              ? BLUE
              : PAPER,
          );
          const { regions, ink, scale } = new PictureWork().run(picture, { ...CHOICES, width: 80 }, chart);
          expect(regions).toHaveLength(1);
          const [{ outer }] = outlineRegion(regions[0].outline);
          const [dx, dy] = [(ink.x0 + ink.x1) / 2 - 40, (ink.y0 + ink.y1) / 2 - 40];
          for (let i = 0; i < outer.length; i += 2) {
            const [x, y] = [outer[i] / scale + dx, outer[i + 1] / scale + dy];
            expect(Math.hypot(x, y)).toBeLessThan(ring + r + 0.75);
            expect(Math.hypot(x, y)).toBeGreaterThan(ring - 1.75);
          }
        },
      ),
      { numRuns: 20 },
    );
  });

  it('find the tips of a crescent where a disc that lies over it, and the ground, come together with it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: Math.PI * 2, noNaN: true }),
        fc.double({ min: 4, max: 8, noNaN: true }),
        (turn, apart) => {
          // From far enough that the tips are thinner than pixels.
          const r = 24;
          const [bx, by] = [40, 40];
          const [gx, gy] = [bx + apart * Math.cos(turn), by + apart * Math.sin(turn)];
          const within = (x: number, y: number, cx: number, cy: number): boolean =>
            Math.hypot(x - cx, y - cy) < r;
          const picture = painted(88, 88, (x, y) =>
            within(x, y, gx, gy) ? GOLD : within(x, y, bx, by) ? BLUE : PAPER,
          );
          const { regions, colours, ink, scale } = new PictureWork().run(
            picture,
            { ...CHOICES, colours: { ...CHOICES.colours, specks: 0 } },
            chart,
          );
          const blue = regions.filter((region) => colours[region.colour].colour === BLUE);
          const [dx, dy] = [(ink.x0 + ink.x1) / 2, (ink.y0 + ink.y1) / 2];
          const read = regionFromRings(
            blue.flatMap(({ outline }) =>
              outlineRegion(outline).map(({ outer }) => outer.map((v, i) => v / scale + (i % 2 ? dy : dx))),
            ),
          );
          const wanted = subtract(circle(bx, by, r), circle(gx, gy, r));
          expect(overlap(read, wanted)).toBeGreaterThan(0.95);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('make nothing anew that does not follow from what was changed', () => {
    const work = new PictureWork();
    const choices = { ...CHOICES, width: 180 };
    const picture = badge();
    const first = work.run(picture, choices, chart);
    const steps: string[] = [];
    const second = work.run(
      picture,
      { ...choices, stitches: { ...choices.stitches, satin: 0.9 } },
      chart,
      (s) => steps.push(s),
    );
    expect(second.regions).toBe(first.regions);
    const third = work.run(picture, { ...choices, outlines: { smooth: 0.8, corners: 0 } }, chart);
    expect(third.shades).toBe(first.shades);
    expect(third.regions).not.toBe(first.regions);
    expect(steps).not.toContain('ground');
  });

  it('make the same by another way of choices as at once, and keep borders that stay as they were', () => {
    const picture = badge();
    const choices = { ...CHOICES, width: 180 };
    const changes = [
      { taken: { ...choices.taken, brightness: -0.1 } },
      { taken: { ...choices.taken, contrast: 0.15 } },
      { colours: { ...choices.colours, count: 1 } },
      { outlines: { smooth: 0.6, corners: 0.3 } },
      {},
    ];
    const work = new PictureWork();
    for (const change of changes) {
      const now = work.run(picture, { ...choices, ...change }, chart);
      const fresh = new PictureWork().run(picture, { ...choices, ...change }, chart);
      expect(now.regions).toEqual(fresh.regions);
    }
  });

  it('give no region for a picture of one colour, nor for one that is clear', () => {
    for (const colour of [BLUE, null]) {
      const { regions } = new PictureWork().run(
        painted(40, 40, () => colour),
        CHOICES,
        chart,
      );
      expect(regions).toEqual([]);
    }
  });

  it('take a picture as it is when it has no ground', () => {
    const choices = { ...CHOICES, ground: { ...GROUND, from: 'clear' as const } };
    const { regions } = new PictureWork().run(
      painted(40, 40, () => BLUE),
      choices,
      chart,
    );
    expect(regions).toHaveLength(1);
  });
});

describe('ground', () => {
  const ring = painted(60, 60, (x, y) => {
    const d = Math.hypot(x - 30, y - 30);
    return d < 26 && d > 12 ? BLUE : PAPER;
  });
  const count = (islands: boolean): number =>
    groundOf(ring, tonesOf(ring), { ...GROUND, islands }).filter(Boolean).length;

  it('has its islands or not', () => {
    const [outer, all] = [count(false), count(true)];
    expect(all - outer).toBeGreaterThan(0.9 * Math.PI * 144 - 60);
    expect(outer).toBeGreaterThan(3600 - Math.PI * 27 * 27);
  });

  it('is found where it is shown', () => {
    const inside = groundOf(ring, tonesOf(ring), {
      ...GROUND,
      from: 'places',
      places: [{ x: 0.5, y: 0.5 }],
      islands: false,
    });
    expect(inside[30 * 60 + 30]).toBe(1);
    expect(inside[0]).toBe(0);
  });

  it('is all that hangs together with the place, and as large islands of its colour', () => {
    fc.assert(
      fc.property(blocks, fc.nat(), fc.boolean(), ({ w, h, at }, k, islands) => {
        const paint = [PAPER, BLUE, GOLD];
        const picture = painted(w, h, (x, y) => paint[at[Math.floor(y) * w + Math.floor(x)] % 3]);
        const seed = k % (w * h);
        const place = { x: ((seed % w) + 0.5) / w, y: (Math.floor(seed / w) + 0.5) / h };
        const found = groundOf(picture, tonesOf(picture), {
          ...GROUND,
          from: 'places',
          places: [place],
          islands,
        });
        // Pixel by pixel, from each to those beside it.
        const alike = (i: number): boolean => at[i] % 3 === at[seed] % 3;
        const expected = new Uint8Array(w * h);
        const seen = new Uint8Array(w * h);
        for (let from = 0; from < w * h; from++) {
          if (!alike(from) || seen[from]) continue;
          const part = [from];
          seen[from] = 1;
          for (const i of part)
            for (const [dx, dy] of [
              [1, 0],
              [-1, 0],
              [0, 1],
              [0, -1],
            ]) {
              const [x, y] = [(i % w) + dx, Math.floor(i / w) + dy];
              const j = y * w + x;
              if (x < 0 || y < 0 || x >= w || y >= h || seen[j] || !alike(j)) continue;
              seen[j] = 1;
              part.push(j);
            }
          const inPart = new Set(part);
          const broad = part.some((i) => {
            const inside = i % w > 0 && i % w < w - 1;
            return inside && [-w, 0, w].every((d) => [-1, 0, 1].every((e) => inPart.has(i + d + e)));
          });
          if (part.includes(seed) || (islands && (part.length >= 30 || broad)))
            for (const i of part) expected[i] = 1;
        }
        expect(found).toEqual(expected);
      }),
    );
  });

  it('shines through a small opening, too: it takes no colour of what is drawn', () => {
    // A triangle of the paper between shapes, of 24 pixels.
    const picture = painted(200, 160, (x, y) => {
      if (Math.hypot(x - 100, y - 80) > 60) return PAPER;
      const [u, v] = [x - 100, y - 70];
      if (v > 0 && v < 7 && Math.abs(u) < (7 - v) * 0.5) return PAPER;
      return y > 80 && x < 95 ? GOLD : BLUE;
    });
    const { regions, colours } = new PictureWork().run(picture, { ...CHOICES, width: 20 }, chart);
    expect(regions.map((r) => colours[r.colour].colour).sort()).toEqual([BLUE, GOLD].sort());
    const blue = regions.find((r) => colours[r.colour].colour === BLUE)!;
    expect(outlineRegion(blue.outline)[0].holes).toHaveLength(1);
  });

  it('is nothing when the corners differ', () => {
    const four = painted(40, 40, (x, y) =>
      x < 20 ? (y < 20 ? BLUE : GOLD) : y < 20 ? '#b63325' : '#3f7a4f',
    );
    expect(groundOf(four, tonesOf(four), GROUND).some(Boolean)).toBe(false);
  });
});

describe('colours', () => {
  const stripes = painted(120, 40, (x) => ['#27407a', '#2f4a86', '#f2d479', '#b63325'][Math.floor(x / 30)]);
  const all = new PictureWork().run(
    stripes,
    { ...CHOICES, ground: { ...GROUND, from: 'clear' } },
    chart,
  ).shades;

  it('are joined by what would be missed least', () => {
    const three = groupsFor(all, 3).map((g) => [...g.shades].sort());
    expect(three).toContainEqual(['#27407a', '#2f4a86']);
    expect(groupsFor(all, 1)).toHaveLength(1);
    expect(groupsFor(all, 4)).toHaveLength(4);
  });

  it('are split where they were joined', () => {
    const both = groupsFor(all, 3).find((g) => g.shades.length === 2)!;
    expect(splitGroup(all, both)!.map((g) => g.shades.length)).toEqual([1, 1]);
    expect(splitGroup(all, { shades: ['#f2d479'] })).toBeNull();
  });

  it('that are taken out become ground, or their neighbours', () => {
    const groups = groupsFor(all, 4);
    const out = (how: 'ground' | 'neighbours') =>
      new PictureWork().run(
        stripes,
        {
          ...CHOICES,
          ground: { ...GROUND, from: 'clear' },
          colours: {
            ...CHOICES.colours,
            groups: groups.map((g) => (g.shades[0] === '#f2d479' ? { ...g, out: how } : g)),
          },
        },
        chart,
      );
    expect(out('ground').regions).toHaveLength(3);
    const given = out('neighbours');
    expect(given.regions.reduce((sum, r) => sum + r.area, 0) / given.scale ** 2).toBeCloseTo(4800, 0);
  });
});

describe('edges', () => {
  const seam = (x: number, y: number): number => Math.hypot(x - 20, y - 20) - 12;
  const mixed = (x: number, y: number): number =>
    Math.round(200 - 160 * Math.min(1, Math.max(0, 0.5 - seam(x, y))));
  const grey = (v: number): string => `#${v.toString(16).padStart(2, '0').repeat(3)}`;
  const shadesIn = ({ data }: Bitmap): number => new Set(data.filter((_, i) => i % 4 === 0)).size;

  it('of what was drawn become hard', () => {
    const drawn = painted(40, 40, (x, y) => grey(mixed(x, y)));
    expect(shadesIn(drawn)).toBeGreaterThan(10);
    expect(shadesIn(clearEdges(drawn))).toBe(2);
  });

  it('stay where there is grain all over: no pixel is between two others by more than chance', () => {
    const grainy = painted(40, 40, (x, y) => grey(mixed(x, y) + ((x * 7 + y * 13 + x * y) % 23)));
    expect(clearEdges(grainy)).toEqual(grainy);
  });
});

describe('a picture as it is taken', () => {
  it('is turned by quarters without loss', () => {
    const picture = painted(30, 20, (x, y) => (x < 10 ? BLUE : y < 10 ? GOLD : PAPER));
    let turned = picture;
    for (let k = 0; k < 4; k++) turned = shaped(turned, { ...TAKEN, quarters: 1 });
    expect(turned).toEqual(picture);
    expect(shaped(picture, { ...TAKEN, quarters: 1 }).width).toBe(20);
  });

  it('is straightened by its four corners', () => {
    // A square seen askew becomes all of the picture.
    const corners = [
      { x: 0.2, y: 0.1 },
      { x: 0.9, y: 0.2 },
      { x: 0.8, y: 0.9 },
      { x: 0.1, y: 0.7 },
    ] as const;
    const inside = (x: number, y: number): boolean =>
      corners.every((a, i) => {
        const b = corners[(i + 1) % 4];
        return (b.x - a.x) * (y / 100 - a.y) - (b.y - a.y) * (x / 100 - a.x) > 0;
      });
    const picture = painted(100, 100, (x, y) => (inside(x, y) ? BLUE : PAPER));
    const { width, height, data } = shaped(picture, { ...TAKEN, corners: [...corners] });
    let blue = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i] < 80) blue++;
    expect(blue).toBeGreaterThan(0.95 * width * height);
    expect(shaped(picture, { ...TAKEN, corners: WHOLE })).toBe(picture);
  });

  it('keeps its mean when it is made smaller', () => {
    const picture = painted(90, 60, (x, y) =>
      (Math.floor(x / 3) + Math.floor(y / 3)) % 2 ? '#000000' : '#ffffff',
    );
    const { width, height, data } = atMost(picture, 30);
    expect([width, height]).toEqual([30, 20]);
    let sum = 0;
    for (let i = 0; i < data.length; i += 4) sum += data[i];
    expect(sum / (width * height)).toBeCloseTo(127.5, 0);
  });
});
