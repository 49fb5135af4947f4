import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  applyCommand,
  fillWithWordsJob,
  monogramJob,
  findItem,
  findingsOf,
  intersect,
  letterByLetter,
  offsetRegion,
  outlineRegion,
  READY_SHAPES,
  resolveDesign,
  retyped,
  sewDesign,
  subtract,
  textOf,
  visibleLeaves,
  withoutPull,
  withPull,
  type BoxOutline,
  type Design,
  type DesignObject,
  type SetPart,
  type TextOutline,
} from '@rosehip/core';
import { monogramParts } from '../../core/src/lettering/monogram.ts';
import { partsAlong } from '../../core/src/lettering/rings.ts';
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
type Words = DesignObject & { outline: TextOutline };
const wordsIn = (design: Design): Words => findItem(design, 'words') as Words;
const put = (design: Design, words: Words): Design => ({
  ...design,
  objects: design.objects.map((o) => (o.id === words.id ? words : o)),
});
const laidAs = (design: Design, change: object): Design => {
  const words = wordsIn(design);
  const baseline = { ...words.outline.baseline, ...change } as TextOutline['baseline'];
  return put(design, { ...words, outline: { ...words.outline, baseline } });
};
/** A corner of any shape. */
const corner = fc.record({
  x: fc.double({ min: -50, max: 50, noNaN: true }),
  y: fc.double({ min: -50, max: 50, noNaN: true }),
});
const regionIn = (design: Design, id: string) => {
  const item = findItem(resolveDesign(design), id);
  return item?.kind === 'object' ? outlineRegion(item.outline) : [];
};

describe('words that fill a shape', () => {
  test('each word is sewn in its own way, by how wide its strokes have become', async () => {
    const MANY = 'MOOR stars night clear quiet heather';
    const design = laidAs(
      await filled({ kind: 'rectangle', radius: 8, ...box, width: 110, height: 90 }, MANY),
      {
        lay: 'importance',
      },
    );
    const words = textOf(design, 'words')!.letters;
    const letters = [...visibleLeaves(resolveDesign(design).objects)].flatMap((leaf) =>
      leaf.id === 'words' ? letterByLetter(leaf) : [],
    );
    expect(letters).toHaveLength(words.length);
    const wide = letters.map((letter) => letter.kind === 'object' && !!letter.broad);
    const among = (line: number): boolean[] => wide.filter((_, i) => words[i].line === line);
    const ways = [0, 1, 2, 3, 4, 5].map((line) => new Set(among(line)));
    expect(ways.map((way) => way.size)).toEqual([1, 1, 1, 1, 1, 1]);
    expect(new Set(wide).size).toBe(2);
  });

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

  test.each([
    ['shield', { kind: 'ready', shape: 'shield', ...box }],
    ['star', { kind: 'star', corners: 5, inner: 0.55, ...box }],
    ['ellipse', { kind: 'ellipse', ...box }],
  ] as [string, BoxOutline][])(
    '%s: letters of a word stand apart, and no farther than words',
    async (_, outline) => {
      const design = await filled(outline, 'five calm owls');
      const { outline: drawn, letters } = textOf(design, 'words')!;
      const regions = letters.map(({ first, end }) =>
        outlineRegion({ kind: 'path', paths: drawn.paths.slice(first, end), fillRule: 'nonzero' }),
      );
      // Nobody is told that cloth shows between letters.
      expect(findingsOf(design, sewDesign(design)).map((f) => f.id)).not.toContain('bare-between');
      letters.forEach(({ line }, i) => {
        if (letters[i + 1]?.line !== line) return;
        const meets = (distance: number): boolean =>
          intersect(offsetRegion(regions[i], distance), regions[i + 1]).length > 0;
        expect(meets(0.5)).toBe(false);
        expect(meets(1.3)).toBe(true);
      });
    },
  );

  test('a row below a pointed top follows its sides: no letter has a spike', async () => {
    // The lower arm of the E once reached up along the shield’s side.
    const design = await filled(
      { kind: 'ready', shape: 'shield', ...box, width: 90, height: 84 },
      'five words',
    );
    const { outline, letters } = textOf(design, 'words')!;
    const e = letters.find(({ says }) => says === 'e')!;
    const [{ outer }] = outlineRegion({
      kind: 'path',
      paths: outline.paths.slice(e.first, e.end),
      fillRule: 'nonzero',
    });
    // Opened by a millimetre it keeps all but its corners.
    const letter = [{ outer, holes: [] }];
    const opened = offsetRegion(offsetRegion(letter, -1), 1);
    expect(regionArea(subtract(letter, opened))).toBeLessThan(0.01 * regionArea(letter));
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

  test.each([
    [120, 100, 'stars moor night clear quiet'],
    [88, 84, 'stars owls heath quiet moor'],
    [100, 95, 'walk softly the hills are listening'],
  ])('both lobes of a heart of %i × %i mm have words: %s', async (width, height, says) => {
    const heart = { kind: 'ready' as const, shape: 'heart', ...box, width, height };
    const design = laidAs(await filled(heart, says), { edge: 2.5, gap: 1.2 });
    const { parts } = textOf(design, 'words')!;
    const [left, right] = [parts![0], parts![1]].map(({ edge }) => edge.map((p) => p.x));
    expect(Math.max(...left)).toBeLessThan(0);
    expect(Math.min(...right)).toBeGreaterThan(0);
  });

  test('by importance, the first words are the largest', async () => {
    const design = laidAs(await filled({ kind: 'rectangle', radius: 0, ...box }, 'moor night clear quiet'), {
      lay: 'importance',
    });
    const heights = textOf(design, 'words')!.parts!.map(({ corners }) => corners[3].y - corners[0].y);
    expect(heights[0]).toBeGreaterThan(1.25 * heights.at(-1)!);
    expect(heights[0]).toBe(Math.max(...heights));
  });

  test.each(['ellipse', 'rectangle'] as const)('along the edge of a %s, ring by ring', async (kind) => {
    const outline = (kind === 'ellipse' ? { kind, ...box } : { kind, radius: 20, ...box }) as BoxOutline;
    const design = laidAs(await filled(outline, 'stars over larkmoor keep the quiet night'), {
      lay: 'rings',
    });
    const [all, letters] = [regionIn(design, 'shape'), regionIn(design, 'words')];
    expect(regionArea(subtract(letters, all))).toBeLessThan(0.3);
    const { parts, letters: set } = textOf(design, 'words')!;
    expect(parts).toHaveLength(7);
    expect(set.map((l) => l.says).join('')).toBe('starsoverlarkmoorkeepthequietnight');
    const rings = parts!.map(({ edge }) => edge.flatMap((p) => [p.x, p.y]));
    const each = rings.reduce((sum, ring) => sum + regionArea(regionFromRings([ring], 'nonzero')), 0);
    expect(regionArea(regionFromRings(rings, 'nonzero'))).toBeGreaterThan(0.985 * each);
    expect(each / regionArea(all)).toBeGreaterThan(0.5);
  });

  test('a part that was drawn by hand stays drawn when the shape changes, and goes with its word', async () => {
    const design = await filled({ kind: 'ellipse', ...box });
    const words = wordsIn(design);
    const second = textOf(design, 'words')!.parts![1];
    const pulled = withPull(words.outline, second.at, { of: 'sides', place: 0 }, { x: 0, y: -0.1 });
    const drawn = put(design, { ...words, outline: pulled });
    const top = (d: Design): number =>
      textOf(d, 'words')!.parts!.find(({ at }) => at === second.at)!.sides[0].y;
    expect(top(drawn)).toBeCloseTo(top(design) - 10, 1);
    // The shape grows: so does what was drawn.
    const grown = (d: Design): Design => ({
      ...d,
      objects: d.objects.map((o) => (o.id === 'shape' ? shape({ kind: 'ellipse', ...box, height: 200 }) : o)),
    });
    expect(top(grown(drawn))).toBeCloseTo(top(grown(design)) - 20, 1);
    // A word before it goes: it is still the same word that is drawn.
    const shorter = retyped(pulled, pulled.text.replace('stars ', ''));
    expect(shorter.baseline).toMatchObject({ pulls: [{ at: second.at - 6 }] });
    const without = withoutPull(pulled, second.at);
    expect(without.baseline).toEqual(words.outline.baseline);
  });

  test('a letter that the font lacks is a box, and told', async () => {
    const design = await filled({ kind: 'ellipse', ...box }, 'moon ж');
    const missing = textOf(design, 'words')!.letters.filter((l) => l.missing);
    expect(missing.map((l) => l.says)).toEqual(['ж']);
    expect(findingsOf(design, sewDesign(design)).map((f) => f.id)).toContain('letters-missing');
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
    fc.assert(
      fc.property(
        fc.array(corner, { maxLength: 9 }),
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

describe('a monogram', () => {
  const framed = async (outline: BoxOutline, says: string): Promise<Design> => {
    const design = await designWith(shape(outline), text(says, { font: 'vollkorn-700' }));
    return applyCommand(design, monogramJob(design, ['shape', 'words']).command).design;
  };
  const frames: [string, BoxOutline][] = [
    ['round', { kind: 'ellipse', ...box }],
    ['diamond', { kind: 'polygon', corners: 4, ...box }],
    ['shield', { kind: 'ready', shape: 'shield', ...box }],
    ['square', { kind: 'rectangle', radius: 0, ...box }],
  ];
  const widthOf = ({ corners }: SetPart): number => Math.abs(corners[1].x - corners[0].x);
  const heightOf = ({ sides }: SetPart): number => sides[2].y - sides[0].y;

  for (const [name, outline] of frames)
    for (const says of ['L', 'LR', 'LMR'])
      test(`${says} in a ${name} frame: inside it, side by side, the middle one largest`, async () => {
        const design = await framed(outline, says);
        const [frame, letters] = [regionIn(design, 'shape'), regionIn(design, 'words')];
        expect(regionArea(subtract(letters, frame))).toBeLessThan(0.05);
        const { parts } = textOf(design, 'words')!;
        expect(parts).toHaveLength(says.length);
        const rings = parts!.map(({ edge }) => edge.flatMap((p) => [p.x, p.y]));
        const each = rings.reduce((sum, ring) => sum + regionArea(regionFromRings([ring], 'nonzero')), 0);
        expect(regionArea(regionFromRings(rings, 'nonzero'))).toBeCloseTo(each, 0);
        expect(each / regionArea(frame)).toBeGreaterThan(0.42);
        if (says.length < 3) return;
        const [first, middle, last] = parts!;
        expect(heightOf(middle)).toBeGreaterThan(1.1 * Math.max(heightOf(first), heightOf(last)));
        expect(widthOf(middle)).toBeGreaterThan(1);
      });

  test('more than three letters are no monogram: the others are left out', async () => {
    const design = await framed(frames[0][1], 'LMRO');
    expect(textOf(design, 'words')!.letters.map((l) => l.says)).toEqual(['L', 'M', 'R']);
  });

  test('without words, the initials of the design’s name; its frame stays sewn', async () => {
    const design = { ...(await designWith(shape(frames[0][1]))), name: 'Lena Rowan Moor' };
    const made = applyCommand(design, monogramJob(design, ['shape']).command).design;
    expect(made.objects[0]).toEqual(design.objects[0]);
    expect(made.objects[1]).toMatchObject({ outline: { text: 'LMR' } });
    expect(() => monogramJob(design, [])).toThrow('select one shape');
  });

  test('whatever the frame, it never throws', () => {
    fc.assert(
      fc.property(
        fc.array(corner, { maxLength: 9 }),
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom('rings', 'monogram'),
        (points, count, lay) => {
          const region = regionFromRings([points.flatMap((p) => [p.x, p.y])], 'nonzero');
          const words = Array.from({ length: count }, (_, i) => ({ width: i + 1, height: 1 }));
          const parts =
            lay === 'rings' ? partsAlong(region, words, 1, 1) : monogramParts(region, words, 1, 1);
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
