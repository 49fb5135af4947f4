import { describe, expect, test } from 'vitest';
import fc from 'fast-check';
import {
  applyCommand,
  applyMatrix,
  arcThrough,
  bendAround,
  caretAt,
  checkDesign,
  figuresOf,
  findItem,
  findingsOf,
  fixOf,
  fontOf,
  fontsWanted,
  installFont,
  intersect,
  offsetRegion,
  offsetAt,
  outlineBounds,
  outlineRegion,
  ownFontId,
  parsePathData,
  pathData,
  READY_BENDS,
  readyBendJob,
  resolveDesign,
  retyped,
  setText,
  sewDesign,
  stoodOn,
  textOf,
  textOnCloth,
  transformItems,
  type Design,
  type DesignObject,
  type SetText,
} from '@rosehip/core';
import * as hb from 'harfbuzzjs';
import { familiesWith, FONTS, fontFace, loadFonts } from '../src/index.ts';
import { readFontFile } from '../src/files.ts';
import { designWith, text } from './words.ts';

const set = async (...args: Parameters<typeof text>): Promise<SetText> =>
  textOf(await designWith(text(...args)), args[2] ?? 'words')!;
/** Letters begin on the machine's grid: each may stand half a step aside. */
const near = (value: number, wanted: number, says = ''): void =>
  expect(Math.abs(value - wanted), `${says} ${value} for ${wanted}`).toBeLessThan(0.15);
const boundsOf = ({ outline }: SetText) => outlineBounds(outline)!;
const xs = ({ letters }: SetText): number[] => letters.map((l) => l.frame[4]);

describe('setting type', () => {
  test('capitals are as high as is said, in every family', async () => {
    for (const { faces } of FONTS) {
      const b = boundsOf(await set('H', { font: faces[0].id, height: 12 }));
      near(-b.minY, 12, faces[0].id);
    }
  });

  test('kerning draws A and V together', async () => {
    const [kerned, alone] = [await set('AV'), await set('A')];
    expect(kerned.letters[0].width).toBeLessThan(alone.letters[0].width - 0.2);
  });

  test('letters stand apart by more than thread and pull take, unless their room was set', async () => {
    const heavy = { font: 'alegreya-800', height: 10 };
    const [apart, printed] = [
      await set('minimum', heavy),
      await set('minimum', { ...heavy, letterSpace: 0 }),
    ];
    expect(apart.lines[0].length).toBeGreaterThan(printed.lines[0].length + 0.3);
    const regions = apart.letters.map(({ first, end }) =>
      outlineRegion({ kind: 'path', paths: apart.outline.paths.slice(first, end), fillRule: 'nonzero' }),
    );
    for (const [i, region] of regions.slice(1).entries())
      expect(intersect(offsetRegion(regions[i], 0.5), region)).toEqual([]);
    // Where the font leaves room already, there is only what thread takes of it.
    const roomy = { font: 'jost-500', height: 20 };
    const lengths = [await set('HOME', roomy), await set('HOME', { ...roomy, letterSpace: 0 })];
    near(lengths[0].lines[0].length, lengths[1].lines[0].length + 3 * 0.025 * 20);
  });

  test.each(['IV', 'TV', '7V', 'XV', 'CA'])('kerning draws no letters into each other: %s', async (says) => {
    // A font whose tables draw these together.
    const { outline, letters } = await set(says, { font: 'fredoka-700', height: 20 });
    const [first, second] = letters.map(({ first: from, end }) =>
      outlineRegion({ kind: 'path', paths: outline.paths.slice(from, end), fillRule: 'nonzero' }),
    );
    expect(intersect(offsetRegion(first, 0.3), second)).toEqual([]);
  });

  test('letters that stand where they stood are the very same paths, however long the text', async () => {
    const says = 'moor '.repeat(200);
    const [one, two] = [await set(says, { align: 'left' }), await set(`${says}x`, { align: 'left' })];
    expect(two.outline.paths.length).toBeGreaterThan(800);
    one.outline.paths.forEach((path, i) => expect(two.outline.paths[i]).toBe(path));
  });

  test('ligatures are one letter, unless they are not wanted', async () => {
    const change = { font: 'vollkorn-500' };
    const [one, two] = [await set('fi', change), await set('fi', { ...change, ligatures: false })];
    expect(one.letters.map((l) => l.says)).toEqual(['fi']);
    expect(two.letters.map((l) => l.says)).toEqual(['f', 'i']);
  });

  test('spaces, stretch and lines add up', async () => {
    const plain = await set('on on', { align: 'left', letterSpace: 0 });
    const wide = await set('on on', { align: 'left', letterSpace: 0.2, wordSpace: 0.5 });
    // Four spaces between five letters, and one word space; 10 mm high.
    near(xs(wide)[4] - xs(plain)[4], 4 * 2 + 5);
    const stretched = await set('on on', { align: 'left', letterSpace: 0, stretch: 2 });
    near(xs(stretched)[4], 2 * xs(plain)[4]);
    const lines = await set('on\non', { lineSpace: 2 });
    near(lines.letters[2].frame[5] - lines.letters[0].frame[5], 20);
  });

  test('letters by hand: those after a moved one follow, a lifted one does not take others along', async () => {
    const plain = await set('oooo', { align: 'left' });
    const moved = await set('oooo', {
      align: 'left',
      letters: [{ at: 1, space: 0.5, lift: 0.3, size: 2, turn: 90 }],
    });
    const width = plain.letters[1].width;
    near(xs(moved)[2] - xs(plain)[2], 5 + width);
    near(moved.letters[2].frame[5], 0);
    near(moved.letters[1].width, 2 * width);
  });

  test('on an arc every letter stands on the circle, upright to it', async () => {
    for (const radius of [40, -40]) {
      const { letters } = await set('arches', { baseline: { kind: 'arc', radius } });
      for (const { frame, width } of letters) {
        const [x, y] = [frame[0] * (width / 2) + frame[4], frame[1] * (width / 2) + frame[5]];
        near(Math.hypot(x, y - radius), 40);
      }
    }
  });

  test('around a circle the lower line stands upright in the ring of the upper one', async () => {
    const { outline, letters } = await set('HHH\nHHH', { baseline: { kind: 'circle', radius: 30 } });
    const upper = letters.filter((l) => l.line === 0)[1];
    const lower = letters.filter((l) => l.line === 1)[1];
    near(upper.frame[3], 1);
    near(lower.frame[3], 1);
    const radii = outline.paths.flatMap((p) => p.points.map((q) => Math.hypot(q.x, q.y)));
    expect(Math.min(...radii)).toBeGreaterThan(29);
    expect(Math.max(...radii)).toBeLessThan(41.5);
  });

  test('along a line of another, and it follows', async () => {
    const line = (dy: number): DesignObject => ({
      ...text('x', {}, 'line'),
      name: 'line',
      recipe: { kind: 'run', settings: {} },
      outline: {
        kind: 'path',
        paths: [
          {
            closed: false,
            points: [
              { x: -50, y: dy },
              { x: 50, y: dy },
            ],
          },
        ],
      },
    });
    const words = text('along', { of: ['line'], baseline: { kind: 'along', start: 0.5, side: 'left' } });
    const before = textOf(await designWith(line(0), words), 'words')!;
    const after = textOf(await designWith(line(20), words), 'words')!;
    near(after.letters[0].frame[5] - before.letters[0].frame[5], 20);
    expect(Math.abs(boundsOf(before).maxX + boundsOf(before).minX)).toBeLessThan(1);

    // The line runs through the middle of capitals, on either side of it.
    for (const side of ['left', 'right'] as const) {
      const through = { kind: 'along', start: 0.5, side, through: true } as const;
      const capitals = text('HIM', { of: ['line'], baseline: through });
      const { minY, maxY } = boundsOf(textOf(await designWith(line(20), capitals), 'words')!);
      expect(Math.abs((minY + maxY) / 2 - 20)).toBeLessThan(0.4);
    }
  });

  test('words too long for the way round are told of, and made so high that they come round once', async () => {
    const ring: DesignObject = {
      ...text('x', {}, 'ring'),
      name: 'ring',
      recipe: { kind: 'run', settings: {} },
    };
    ring.outline = { kind: 'path', paths: parsePathData('M18 0A18 18 0 1 1 18 -0.01Z').paths };
    for (const [outline, way] of [
      [{ of: ['ring'], baseline: { kind: 'along', start: 0.5, side: 'left' } }, 2 * Math.PI * 18],
      [{ baseline: { kind: 'arc', radius: 20 } }, 2 * Math.PI * 20],
      [{ baseline: { kind: 'circle', radius: 20 }, text: 'MOONRISE\nAND NIGHT' }, 2 * Math.PI * 20],
    ] as const) {
      const design = await designWith(ring, text('MOONRISE CLUB', { height: 15, ...outline } as never));
      const round = textOf(design, 'words')!.round!;
      expect(Math.abs(round.way - way)).toBeLessThan(0.2);
      const check = (of: typeof design) =>
        findingsOf(of, sewDesign(of)).find((f) => f.id === 'words-too-long');
      const told = check(design)!;
      expect(told.sentence).toMatch(/ its letters lie over each other\.$/);
      const mended = applyCommand(design, fixOf(design, told).command).design;
      expect(check(mended)).toBeUndefined();
      // Hardly smaller than must be.
      const after = textOf(mended, 'words')!.round!;
      expect(after.taken / after.way).toBeGreaterThan(0.8);
    }
    // The lower line of a circle stands on a longer way than the upper one.
    const both = await designWith(
      text('MOONRISE\nMOONRISE', { height: 10, baseline: { kind: 'circle', radius: 15 } }),
    );
    const { lines, round } = textOf(both, 'words')!;
    const shares = lines.map(({ length }, i) => length / (2 * Math.PI * (i ? 25 : 15)));
    expect(round!.taken / round!.way).toBeCloseTo(shares[0] + shares[1], 6);
    // What fits, or has an end, is not told of.
    for (const outline of [{ baseline: { kind: 'arc', radius: 60 } }, {}] as const) {
      const design = await designWith(text('MOONRISE CLUB', { height: 15, ...outline } as never));
      expect(findingsOf(design, sewDesign(design)).map((f) => f.id)).not.toContain('words-too-long');
    }
  });

  test('whatever the numbers, every letter has a place', async () => {
    await designWith(text('abc'));
    const size = fc.double({ min: 0.5, max: 400, noNaN: true });
    const baseline = fc.oneof(
      fc.record({
        kind: fc.constant('arc' as const),
        radius: fc.double({ min: -300, max: 300, noNaN: true }),
      }),
      fc.record({ kind: fc.constant('circle' as const), radius: size }),
      fc.record({
        kind: fc.constant('wave' as const),
        length: fc.double({ min: 1, max: 300, noNaN: true }),
        height: fc.double({ min: -80, max: 80, noNaN: true }),
      }),
      fc.constant({ kind: 'column' as const }),
    );
    fc.assert(
      fc.property(
        fc.array(fc.string({ maxLength: 6 }), { maxLength: 5 }),
        size,
        fc.double({ min: 0, max: 50, noNaN: true }),
        baseline,
        (lines, height, lineSpace, on) => {
          const { outline } = text(lines.join('\n'), { height, lineSpace, baseline: on });
          const made = setText(outline, fontOf('jost-500'));
          for (const { points } of made.outline.paths)
            for (const p of points) expect(Number.isFinite(p.x + p.y)).toBe(true);
          for (const { frame, width } of made.letters)
            expect([...frame, width].every(Number.isFinite)).toBe(true);
        },
      ),
    );
  });

  test('growing a text grows its numbers; skewing it keeps them', async () => {
    const design = await designWith(text('grow', { baseline: { kind: 'arc', radius: 50 } }));
    const [twice] = transformItems(design, design.objects, [0, 2, -2, 0, 10, 0]) as ReturnType<typeof text>[];
    near(twice.outline.height, 20);
    expect(twice.outline.baseline).toEqual({ kind: 'arc', radius: 100 });
    const region = (d: typeof design) => outlineBounds(textOf(d, 'words')!.outline)!;
    const [a, b] = [region(design), region({ ...design, objects: [twice] })];
    near(b.maxY - b.minY, 2 * (a.maxX - a.minX));
    const [leaning] = transformItems(design, design.objects, [1, 0, 0.5, 1, 0, 0]) as ReturnType<
      typeof text
    >[];
    expect(leaning.outline.height).toBe(10);
  });

  test('other scripts: the glyphs and the order that the shaping library gives', async () => {
    for (const [says, font, file] of [
      ['سماء الليل', 'lemonada-600', 'arabic'],
      ['כוכבים', 'secular-one-400', 'hebrew'],
    ]) {
      const { letters } = await set(says, { font, align: 'left' });
      const face = new hb.Face(new hb.Blob((await readFontFile(font, file))!.slice().buffer), 0);
      const buffer = new hb.Buffer();
      buffer.addText(says);
      buffer.guessSegmentProperties();
      hb.shape(new hb.Font(face), buffer);
      const clusters = [...new Set(buffer.getGlyphInfos().map((g) => g.cluster))];
      expect(letters.map((l) => l.at)).toEqual(clusters);
      expect(letters.every((l, i) => !i || l.frame[4] >= letters[i - 1].frame[4] - 1e-6)).toBe(true);
    }
  });

  test('letters with two marks, as Vietnam writes them, in every family that has them; also put together of their marks', async () => {
    for (const { faces } of FONTS.filter(({ scripts }) => scripts.includes('Vietnamese'))) {
      const font = faces[0].id;
      const [whole, apart] = [
        await set('Nguyễn Ngọc', { font }),
        await set('Nguyễn Ngọc'.normalize('NFD'), { font }),
      ];
      expect([font, whole.letters.filter((l) => l.missing)]).toEqual([font, []]);
      expect([font, apart.letters.filter((l) => l.missing)]).toEqual([font, []]);
      expect(apart.letters).toHaveLength(whole.letters.length);
    }
  });

  test('mixed directions stand as Unicode says', async () => {
    const { letters } = await set('ab כו cd', { font: 'secular-one-400' });
    expect(letters.map((l) => l.says).join('')).toBe('ab וכ cd');
  });
});

describe('signs behind all fonts', () => {
  test('stand among the letters of any font, beside its capitals as high as beside their own', async () => {
    // Fonts whose units differ, and one of single strokes.
    for (const font of ['jost-500', 'pacifico-400', 'lexend-700', 'line-sans-1']) {
      const design = await designWith(text('I ♥★❤\ufe0f☾', { font, height: 20 }));
      const { letters, outline } = textOf(design, 'words')!;
      // What only says in which colours a sign is printed is no letter.
      expect(letters.map((l) => l.says)).toEqual(['I', ' ', '♥', '★', '❤\ufe0f', '☾']);
      expect(letters.some((l) => l.missing)).toBe(false);
      const { first, end } = letters[2];
      const heart = outlineBounds({ ...outline, paths: outline.paths.slice(first, end) })!;
      expect(heart.maxY - heart.minY).toBeCloseTo(19.7, 0);
      const plan = sewDesign(design);
      expect(findingsOf(design, plan).map(({ id }) => id)).not.toContain('letters-missing');
      expect(plan.objects.length).toBe(5);
    }
  });

  test('come after the letters that a font has itself, and to fonts that were there before them', async () => {
    for (const font of ['jost-500', 'vollkorn-500'])
      await designWith(text('a', { font }), text('♥', { font }, 'sign'));
    for (const font of ['jost-500', 'vollkorn-500']) {
      const isSigns = fontOf(font).sources.map(({ sign }) => !!sign);
      expect(isSigns.at(-1)).toBe(true);
      expect(isSigns.indexOf(true)).toBe(isSigns.lastIndexOf(false) + 1);
    }
  });

  test('what nobody has is told once, without what is not seen of it', async () => {
    const design = await designWith(text('a\u{13000}\ufe0f', { font: 'jost-500' }));
    const [told] = findingsOf(design, sewDesign(design)).filter((f) => f.id === 'letters-missing');
    expect(told.sentence).toContain('has no “\u{13000}\ufe0f”: it is shown as a box');
  });
});

describe('letters that a font lacks', () => {
  test('are boxes, never sewn, named in a finding whose fix sets the words in a font that has them', async () => {
    const design = await designWith(
      text('aж', { font: 'jost-500' }),
      text('жΩ', { font: 'cookie-400' }, 'greek'),
    );
    const findings = findingsOf(design, sewDesign(design)).filter((f) => f.id === 'letters-missing');
    expect(findings).toHaveLength(1);
    expect(findings[0].sentence).toContain('“ж”, “Ω”');
    expect(findings[0].objects).toEqual(['greek']);
    expect(familiesWith('жΩ').map((f) => f.faces[0].id)).toContain(findings[0].takes);
    const boxes = textOf(design, 'greek')!;
    expect(boxes.letters.every((l) => l.missing && l.end - l.first === 2)).toBe(true);
    const { objects } = sewDesign(design);
    expect(objects.map((o) => o.name)).toEqual(['a', 'ж']);
  });

  test('are told by the name that the list has for the font, each apart from what is written the other way', async () => {
    const design = await designWith(text('بر', { font: 'nunito-800' }));
    const [told] = findingsOf(design, sewDesign(design)).filter((f) => f.id === 'letters-missing');
    expect(told.sentence).toContain('Nunito Heavy has no “\u2068ر\u2069”, “\u2068ب\u2069”');
  });

  test('a font that is not there loses no text', async () => {
    const design = await designWith(text('lost', { font: 'own-of-somebody' }));
    expect(figuresOf(sewDesign(design)).stitches).toBe(0);
    expect(findingsOf(design, sewDesign(design)).map((f) => f.id)).toContain('letters-missing');
    expect(
      (checkDesign(JSON.parse(JSON.stringify(design))).objects[0] as ReturnType<typeof text>).outline.text,
    ).toBe('lost');
  });

  test('words are set anew when their font comes', async () => {
    // One that no other test has: fonts stay where they were loaded.
    const font = ownFontId('c'.repeat(64));
    const design = { ...(await designWith()), objects: [text('come', { font })] };
    const before = resolveDesign(design);
    expect(textOf(design, 'words')!.letters.every((l) => l.missing)).toBe(true);
    await loadFonts(design, () => readFontFile('righteous-400', 'latin'));
    expect(resolveDesign(design)).not.toBe(before);
    expect(textOf(design, 'words')!.letters.some((l) => l.missing)).toBe(false);
  });
});

describe('the caret', () => {
  test('stands before every character, and a press beside it means that place', async () => {
    for (const [says, font] of [
      ['Night sky', 'jost-500'],
      ['fish', 'vollkorn-500'],
      ['כוכבים', 'secular-one-400'],
    ]) {
      const one = await set(says, { font });
      for (let i = 0; i < says.length; i++) {
        const [a, b] = caretAt(one, i, 10);
        const p = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
        expect(offsetAt(one, p, 10).offset, `${says} ${i}`).toBe(i);
      }
    }
  });

  test('typing keeps what was done to the letters that stay', () => {
    const { outline } = text('abc', {
      letters: [
        { at: 0, lift: 1 },
        { at: 2, turn: 5 },
      ],
    });
    expect(retyped(outline, 'aXbc').letters).toEqual([
      { at: 0, lift: 1 },
      { at: 3, turn: 5 },
    ]);
    expect(retyped(outline, 'c').letters).toEqual([{ at: 0, turn: 5 }]);
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), fc.string({ maxLength: 12 }), (a, b) => {
        const changed = retyped(
          text(a, { letters: [...a].map((_, at) => ({ at, turn: at + 1 })) }).outline,
          b,
        );
        expect(changed.text).toBe(b);
        for (const { at, turn } of changed.letters ?? []) expect(b[at]).toBe(a[turn! - 1]);
      }),
    );
  });
});

describe('the catalogue', () => {
  test('has thirty families, each with its licence and a smallest height', () => {
    expect(FONTS.length).toBeGreaterThanOrEqual(30);
    for (const { licence, by, faces, id } of FONTS) {
      expect(licence && by, id).toBeTruthy();
      for (const { smallest } of faces) expect(smallest).toBeGreaterThan(2);
    }
    const smallest = (id: string): number => fontFace(id)!.face.smallest;
    expect(smallest('nunito-800')).toBeLessThan(smallest('sacramento-400'));
    // Bolder is not always better for small letters: their counters close.
    expect(smallest('nunito-800')).toBeLessThan(smallest('nunito-600'));
    expect(smallest('fredoka-700')).toBeGreaterThan(smallest('fredoka-500'));
    expect(smallest('sniglet-800')).toBeGreaterThan(10);
  });

  test('families that are told as joined are: most neighbours touch in them, and in no others', async () => {
    const abc = [...'abcdefghjklmnoqrstuvwxyz'];
    const pieces = async (says: string, font: string): Promise<number> =>
      outlineRegion((await set(says, { font, height: 20 })).outline).length;
    for (const { joined, use, faces } of FONTS) {
      if (use === 'line') continue;
      const [{ id }] = faces;
      const alone = (await Promise.all(abc.map((letter) => pieces(letter, id)))).reduce((a, b) => a + b);
      const touching = (alone - (await pieces(abc.join(''), id))) / (abc.length - 1);
      if (joined) expect(touching, id).toBeGreaterThan(0.6);
      else expect(touching, id).toBeLessThan(0.2);
    }
  });

  test('a design tells which fonts it needs', async () => {
    const design = await designWith(
      text('one'),
      text('two', { font: 'rye-400' }, 'b'),
      text('more', {}, 'c'),
    );
    expect([...fontsWanted(design)]).toEqual([
      ['jost-500', 'onemore'],
      ['rye-400', 'two'],
    ]);
  });

  test('overlapping contours of a glyph are one shape', async () => {
    const { outline } = await set('k', { font: 'nunito-800' });
    expect(outlineRegion(outline)).toHaveLength(outline.paths.length);
    expect(pathData(outline.paths)).not.toContain('NaN');
  });
});

describe('words that fill an angle', () => {
  const spanOf = ({ letters }: SetText): number => {
    // Seen from the middle of the circle, from where the first letter begins to where the last one ends.
    const angles = [letters[0], letters.at(-1)!].map(({ frame: [a, b, , , e, f], width }, i) => {
      const [x, y] = [e + (i ? width * a : 0), f + (i ? width * b : 0) - 30];
      return (Math.atan2(x, -y) * 180) / Math.PI;
    });
    return angles[1] - angles[0];
  };
  test.each([120, 200])('%i°, with letters as they are', async (fills) => {
    const baseline = { kind: 'arc' as const, radius: 30 };
    const [filled, loose] = [
      await set('LOOK UP', { height: 8, baseline: { ...baseline, fills } }),
      await set('LOOK UP', { height: 8, baseline }),
    ];
    expect(Math.abs(spanOf(filled) - fills)).toBeLessThan(2.5);
    expect(filled.letters.map((l) => l.width)).toEqual(loose.letters.map((l) => l.width));
  });

  test('too many letters for it are drawn together only as far as they bear', async () => {
    const baseline = { kind: 'arc' as const, radius: 30, fills: 20 };
    const { letters } = await set('LOOK UP', { height: 8, baseline });
    expect(letters[1].frame[4]).toBeGreaterThan(letters[0].frame[4]);
    expect(spanOf({ letters } as SetText)).toBeGreaterThan(60);
  });
});

describe('ready bends', () => {
  test.each(READY_BENDS.map(({ id }) => id))(
    '%s: words are bent, stay words, and lie flat again',
    async (id) => {
      const design = await designWith(text('NIGHT', { height: 12 }));
      const bounds = (d: Design) => {
        const item = findItem(resolveDesign(d), 'words');
        return item?.kind === 'object' ? outlineBounds(item.outline)! : null;
      };
      const job = readyBendJob(design, 'words', id);
      expect(job.select).toEqual(['words']);
      const bent = applyCommand(design, job.command).design;
      expect(checkDesign(structuredClone(bent))).toEqual(bent);
      expect(bounds(bent)).not.toEqual(bounds(design));
      expect(figuresOf(sewDesign(bent)).stitches).toBeGreaterThan(300);
      // The caret and the handles of its letters are where they are seen.
      const [b, { letters }] = [bounds(bent)!, textOnCloth(bent, 'words')!];
      for (const letter of letters) {
        const top = applyMatrix(letter.frame, { x: letter.width / 2, y: -6 });
        expect(top.x > b.minX && top.x < b.maxX && top.y > b.minY && top.y < b.maxY).toBe(true);
      }
      // Another form takes the place of the first: there is one sheet still.
      const other = applyCommand(bent, readyBendJob(bent, 'words', 'bulge').command).design;
      expect(other.objects).toHaveLength(1);
      expect(bendAround(other, 'words')).not.toBeNull();
      const flat = applyCommand(other, readyBendJob(other, 'words', null).command).design;
      expect(flat.objects).toEqual(design.objects);
      expect(() => readyBendJob(design, 'words', null)).toThrow('lies flat');
      expect(() => readyBendJob(design, 'words', 'nosuch')).toThrow('no ready bend');
    },
  );
});

describe('an arc drawn by its end', () => {
  test('has the radius whose arc ends there, over and under; level is straight', () => {
    for (const radius of [25, 60, -40, -200]) {
      const angle = 50 / radius;
      const [x, y] = [radius * Math.sin(angle), radius - radius * Math.cos(angle)];
      const found = arcThrough(100, x, y)!;
      expect(Math.abs(found - radius) / Math.abs(radius)).toBeLessThan(0.03);
    }
    expect(arcThrough(100, 50, 0.5)).toBeNull();
  });

  test('words keep the middle of their first line', async () => {
    const design = await designWith(text('Larkmoor', { align: 'left', place: [1, 0, 0, 1, -20, 5] }));
    const [words] = design.objects as ReturnType<typeof text>[];
    const before = textOf(design, 'words')!;
    const arched = stoodOn(words.outline, before, { kind: 'arc', radius: 40 });
    near(arched.place![4], -20 + before.lines[0].length / 2);
    near(arched.place![5], 5);
  });
});

describe('small letters', () => {
  test('are told, with a height or a font that serves', async () => {
    const design = await designWith(
      text('small', { font: 'vollkorn-500', height: 8 }),
      text('tiny', { font: 'vollkorn-500', height: 3.5 }, 'b'),
    );
    const found = findingsOf(design, sewDesign(design)).filter((f) => f.id === 'letters-small');
    expect(found.map((f) => [f.objects[0], f.fix])).toEqual([
      ['b', 'Set it in One Line Plain'],
      ['words', 'Make it 11 mm high'],
    ]);
    const fixed = fixOf(design, found[0]).command;
    const after = applyCommand(design, fixed).design.objects[1] as ReturnType<typeof text>;
    expect(after.outline).toMatchObject({ font: 'line-sans-1', height: 3.5 });
  });
});

describe('letters of single strokes', () => {
  test('are lines, with the accents of Europe, each letter sewn in one walk', async () => {
    const says = 'Zażółć Ünï ñandú øre Straße';
    const design = await designWith(text(says, { font: 'line-sans-1', height: 5 }));
    const { letters, outline } = textOf(design, 'words')!;
    expect(letters.some((l) => l.missing)).toBe(false);
    expect(outline.paths.some((p) => !p.closed)).toBe(true);
    const plan = sewDesign(design);
    expect(findingsOf(design, plan).filter((f) => f.weight > 1)).toEqual([]);
    // A mark or a dot is a piece of its own: no letter is more than three.
    expect(figuresOf(plan).trims).toBeLessThan(3 * [...says].filter((c) => c.trim()).length);
  });

  test('what is no such file is told', async () => {
    const bytes = new TextEncoder().encode('{"glyphs": ');
    await expect(installFont('broken', 'strokes', bytes)).rejects.toThrow('can be read');
    await expect(installFont('broken', 'font', new Uint8Array([1, 2, 3, 4]))).rejects.toThrow('no letters');
  });
});
