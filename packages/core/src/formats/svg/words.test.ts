import { expect, test } from 'vitest';
import type { DesignObject, TextOutline } from '../../design/types.ts';
import { applyMatrix } from '../../geometry/matrix.ts';
import { readDesignFile } from '../design-file/read.ts';
import { writeDesignFile } from '../design-file/write.ts';
import { readSvg } from './read.ts';
import { designFromSvg } from './to-design.ts';

/** A page of 100 mm, in mm. */
const read = (body: string) =>
  readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${body}</svg>`,
  );
const outlines = (body: string): TextOutline[] => read(body).words.map((w) => w.outline);

test('words come as words, as high as they are drawn, where they stand, in their colour', () => {
  const { words, notes } = read(
    '<g transform="translate(10 0) scale(2)"><text x="20" y="30" font-size="10" text-anchor="middle" font-weight="700" font-family="Anything, serif" fill="#b63325">Night  sky\n club</text></g>',
  );
  expect(words).toHaveLength(1);
  const [{ outline, colour }] = words;
  expect(outline).toMatchObject({
    text: 'Night sky club',
    height: 14,
    align: 'centre',
    font: 'alegreya-800',
    of: [],
  });
  expect(colour).toBe('#b63325');
  // The baseline's middle, from the middle of the page; a mm of the words is one of the cloth.
  expect(applyMatrix(outline.place!, { x: 0, y: 0 })).toEqual({
    x: expect.closeTo(0, 9),
    y: expect.closeTo(10, 9),
  });
  expect(applyMatrix(outline.place!, { x: 1, y: 0 }).x).toBeCloseTo(1, 9);
  expect(notes).toEqual(['Words are set in a font of the shelf: their card has others.']);
});

test('parts that are put elsewhere are lines; what is written within a line goes on', () => {
  const [two, one] = outlines(
    `<text><tspan x="10" y="20">Clear skies</tspan><tspan x="10" dy="12">and <tspan fill="#f00">no</tspan> wind</tspan></text>
     <text x="5" y="50">A <tspan font-weight="bold">moor</tspan> lark</text>`,
  );
  expect(two.text).toBe('Clear skies\nand no wind');
  expect(applyMatrix(two.place!, { x: 0, y: 0 })).toEqual({ x: -40, y: -30 });
  expect(one.text).toBe('A moor lark');
});

test('they are sewn where they are drawn among shapes, and the design is a sound one', () => {
  const drawing = read(
    '<rect width="9" height="9" id="a"/><text x="5" y="30" font-size="9">Owl</text><rect x="200" width="9" height="9" id="gone"/><rect x="20" width="9" height="9" id="b"/><text x="5" y="60" font-size="9">Hare</text>',
  );
  const design = designFromSvg(drawing, 'Both');
  expect(design.objects.map((o) => o.name)).toEqual(['a', 'Owl', 'b', 'Hare']);
  expect((design.objects[1] as DesignObject).recipe).toEqual({ kind: 'lettering', settings: {} });
  expect(readDesignFile(writeDesignFile(design), []).objects).toEqual(design.objects);
});

test('what cannot be read is no word, and words along a line are told', () => {
  expect(outlines('<text fill="none">none</text><text> </text>')).toEqual([]);
  for (const size of ['0.3', '99999']) {
    const drawing = read(`<text font-size="${size}">odd</text>`);
    expect(drawing.words).toEqual([]);
    expect(drawing.notes).toEqual([
      'Line 1: words that are too small or large, or too far away, were left out.',
    ]);
  }
  expect(outlines('<text style="font-size:larger">any</text>').map((o) => o.height)).toEqual([11.2]);
  expect(outlines('<text font-size="9" style="display:none">gone</text>')).toEqual([]);
  const { words, notes } = read('<text><textPath href="#p">round</textPath></text>');
  expect(words).toEqual([]);
  expect(notes).toEqual(['Words along a line were left out: type them on the bench, along any line.']);
});
