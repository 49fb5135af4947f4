import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { emptyDesign, type DesignObject, type PathOutline, type PlainOutline } from '../../design/types.ts';
import { arcLengths, lengthOf, nearestOnLine } from '../../geometry/polyline.ts';
import { regionArea } from '../../geometry/region.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { outlineBounds } from '../../outlines/transform.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { resolveDesign } from '../../resolve/resolve.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { figuresOf } from '../../sewing/plan.ts';
import { ReadError } from '../read-error.ts';
import { readSvg } from './read.ts';
import { designFromSvg } from './to-design.ts';
import { writeSvg } from './write.ts';

const page = (inner: string, size = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${size}>${inner}</svg>`;

const only = (inner: string, size?: string) => {
  const { shapes } = readSvg(page(inner, size));
  expect(shapes).toHaveLength(1);
  return shapes[0];
};

const box = (inner: string, size?: string): number[] => {
  const b = outlineBounds(only(inner, size).outline)!;
  return [b.minX, b.minY, b.maxX, b.maxY].map((v) => Math.round(v * 1000) / 1000);
};

describe('shapes and their place', () => {
  test('the page’s centre is the origin', () => {
    expect(box('<rect x="50" y="50" width="10" height="20"/>')).toEqual([0, 0, 10, 20]);
    expect(box('<circle cx="50" cy="50" r="5"/>')).toEqual([-5, -5, 5, 5]);
    expect(box('<ellipse cx="60" cy="50" rx="5" ry="2"/>')).toEqual([5, -2, 15, 2]);
    expect(box('<polygon points="50,50 60,50 60,62"/>')).toEqual([0, 0, 10, 12]);
    expect(box('<line x1="40" y1="50" x2="60" y2="51" stroke="red"/>')).toEqual([-10, 0, 10, 1]);
    expect(box('<path d="M50 50h10v10h-10z"/>')).toEqual([0, 0, 10, 10]);
    expect(box('<path d="m40 40 l20 0 a10 10 0 0 1 0 20 z"/>')).toEqual([-10, -10, 20, 10]);
  });

  test('page sizes in mm, inches and pixels', () => {
    const rect = '<rect x="0" y="0" width="96" height="96"/>';
    expect(box(rect, 'width="2in" height="2in" viewBox="0 0 192 192"')).toEqual([-25.4, -25.4, 0, 0]);
    expect(box(rect, 'width="192" height="192"')).toEqual([-25.4, -25.4, 0, 0]);
    expect(box(rect, 'width="192px" height="192px" viewBox="0 0 192 192"')).toEqual([-25.4, -25.4, 0, 0]);
    expect(box(rect, 'width="19.2mm" height="19.2mm" viewBox="0 0 192 192"')).toEqual([-9.6, -9.6, 0, 0]);
    expect(box(rect, '')).toEqual([-12.7, -12.7, 12.7, 12.7]);
  });

  test('groups with nested transforms', () => {
    const inner =
      '<g transform="translate(50 50)"><g transform="scale(2) rotate(90)"><rect x="0" y="0" width="5" height="3"/></g></g>';
    expect(box(inner)).toEqual([-6, 0, 0, 10]);
    expect(
      box('<g transform="matrix(1 0 0 1 50 50)"><rect width="4" height="4" transform="skewX(45)"/></g>'),
    ).toEqual([0, 0, 8, 4]);
  });

  test('use, and a use that leads back to itself', () => {
    expect(box('<defs><rect id="r" width="4" height="4"/></defs><use href="#r" x="50" y="50"/>')).toEqual([
      0, 0, 4, 4,
    ]);
    const loop = readSvg(page('<g id="a"><rect width="4" height="4"/><use xlink:href="#a"/></g>'));
    expect(loop.shapes.length).toBeLessThan(5);
    expect(loop.notes.join()).toContain('leads back to itself');
  });

  test('holes by the rule that the file names', () => {
    const d = 'M10 10h40v40h-40z M20 20h20v20h-20z';
    const area = (rule: string): number =>
      regionArea(outlineRegion(only(`<path fill-rule="${rule}" d="${d}"/>`).outline));
    expect(area('evenodd')).toBeCloseTo(1200, 0);
    expect(area('nonzero')).toBeCloseTo(1600, 0);
  });
});

describe('colours and styles', () => {
  test('attributes, rules by specificity, and the style attribute', () => {
    const style = '<style>path{fill:#111111} .a{fill:#222222} #b{fill:#333333} g > .c{fill:#444444}</style>';
    const at = (attributes: string) => only(`${style}<g><path ${attributes} d="M0 0h9v9z"/></g>`).fill;
    expect(at('fill="#999999"')).toBe('#111111');
    expect(at('class="a"')).toBe('#222222');
    expect(at('class="a" id="b"')).toBe('#333333');
    expect(at('class="c"')).toBe('#444444');
    expect(at('id="b" style="fill:#555555"')).toBe('#555555');
  });

  test('what is not painted is not brought in', () => {
    const { shapes } = readSvg(
      page(
        '<g fill="none"><rect width="9" height="9"/></g><g display="none"><rect width="9" height="9"/></g>',
      ),
    );
    expect(shapes).toHaveLength(0);
  });

  test('strokes scale with their transform', () => {
    const s = only(
      '<g transform="scale(3)"><path d="M0 0h9" fill="none" stroke="#a33" stroke-width="1.5"/></g>',
    );
    expect(s.strokeWidth).toBeCloseTo(4.5);
    const recipe = designFromSvg(
      readSvg(page('<path d="M9 9h9" fill="none" stroke="#a33" stroke-width="4"/>')),
      'x',
    );
    expect(recipe.objects[0]).toMatchObject({ recipe: { kind: 'satin', settings: { width: 4 } } });
  });

  test('caps and joins of strokes are read', () => {
    const sewn = (style: string) =>
      designFromSvg(
        readSvg(page(`<path d="M9 9h9v9" fill="none" stroke="#a33" stroke-width="4" ${style}/>`)),
        'x',
      ).objects[0] as DesignObject;
    const begin = (object: DesignObject): number => (object.outline as PathOutline).paths[0].points[0].x;
    const plain = sewn('');
    expect(plain.recipe.settings).toEqual({ width: 4 });
    const round = sewn('stroke-linecap="round" style="stroke-linejoin: round"');
    expect(round.recipe.settings).toEqual({ width: 4, corners: 'round', ends: 'round' });
    expect(begin(round)).toBeCloseTo(begin(plain) - 2);
    const square = sewn('stroke-linecap="square"');
    expect(square.recipe.settings).toEqual({ width: 4 });
    expect(begin(square)).toBeCloseTo(begin(plain) - 2);
  });

  test('a filled shape that is to be satin is covered, its stroke is a band', () => {
    const satin = { kind: 'satin', settings: {} };
    const read = readSvg(page('<path d="M0 0h40v6h-40z" fill="#a33"/>'));
    const [bar] = designFromSvg(read, 'x', { fill: satin, line: satin }).objects;
    expect(bar).toMatchObject({ recipe: { kind: 'satin', settings: { sides: 'shape' } } });
  });
});

describe('what thread can’t show', () => {
  const gradient = (stops: string): string =>
    `<linearGradient id="g">${stops}</linearGradient><linearGradient id="h" xlink:href="#g"/>`;
  const filled = (id: string, stops: string) =>
    readSvg(page(`${gradient(stops)}<rect width="10" height="10" fill="url(#${id})"/>`));

  test('a gradient is taken as its middle colour, and told', () => {
    const half = '<stop offset="0" stop-color="#000000"/><stop offset="100%" style="stop-color:#ffffff"/>';
    for (const id of ['g', 'h']) {
      const { shapes, notes } = filled(id, half);
      expect(shapes[0].fill).toBe('#808080');
      expect(notes).toEqual(['Gradients are taken as their middle colour: thread has one.']);
    }
    // Each colour counts as far as it reaches.
    const mostly = '<stop offset="0.8" stop-color="#ff0000"/><stop offset="0.8" stop-color="#0000ff"/>';
    expect(filled('g', mostly).shapes[0].fill).toBe('#cc0033');
    expect(filled('g', '').shapes[0].fill).toBe('#808080');
    expect(filled('missing', half).shapes[0].fill).toBe('#808080');
  });

  test('gradients that lead to each other come to an end', () => {
    const round = '<linearGradient id="a" href="#b"/><linearGradient id="b" href="#a"/>';
    expect(readSvg(page(`${round}<rect width="9" height="9" fill="url(#a)"/>`)).shapes).toHaveLength(1);
  });

  test('colours that break off are grey, and told', () => {
    for (const broken of ['color(', 'rgb(1,2', 'hsl(']) {
      const { shapes, notes } = readSvg(page(`<rect width="9" height="9" fill="${broken}"/>`));
      expect([shapes[0].fill, ...notes]).toEqual([
        '#808080',
        `The colour "${broken}" is not known and was taken as grey.`,
      ]);
    }
  });

  test('masks, filters and patterns are told', () => {
    const { shapes, notes } = readSvg(
      page('<rect width="9" height="9" mask="url(#c)"/><rect width="9" height="9" fill="url(#p)"/>'),
    );
    expect(shapes).toHaveLength(2);
    expect(notes.join(' ')).toMatch(/Masks and filters are not followed/);
    expect(notes.join(' ')).toMatch(/Patterns are taken as one plain colour/);
  });
});

describe('bad files', () => {
  test.each([
    ['not closed', '<svg xmlns="http://www.w3.org/2000/svg"><path', /broken/],
    ['no SVG', '<html></html>', /no <svg> element/],
    [
      'entities',
      '<!DOCTYPE svg [<!ENTITY a "aa">]><svg xmlns="http://www.w3.org/2000/svg"><text>&a;</text></svg>',
      /entity/,
    ],
    ['nesting', page('<g>'.repeat(500) + '</g>'.repeat(500)), /nested more than/],
    [
      'size',
      page(
        '<rect width="90000" height="90000"/>',
        'width="100000mm" height="100000mm" viewBox="0 0 100000 100000"',
      ),
      /Make it smaller/,
    ],
  ])('%s: refused with words', (_, text, words) => {
    expect(() => readSvg(text)).toThrow(ReadError);
    expect(() => readSvg(text)).toThrow(words);
  });

  test('numbers that are none are left out and told', () => {
    const { shapes, notes } = readSvg(
      page('<path d="M10 10 L NaN 50 Z"/><circle cx="a" cy="5" r="-4"/><rect width="0" height="5"/>'),
    );
    expect(shapes).toHaveLength(0);
    expect(notes).toHaveLength(3);
  });

  test('scripts and foreign content are never taken', () => {
    const { shapes, notes } = readSvg(
      page(
        '<script>alert(1)</script><foreignObject><p xmlns="http://www.w3.org/1999/xhtml">x</p></foreignObject><rect width="5" height="5" onclick="x()"/>',
      ),
    );
    expect(shapes).toHaveLength(1);
    expect(notes).toHaveLength(2);
  });

  test('a file that multiplies itself ends soon', () => {
    let inner = '<rect id="u0" width="1" height="1"/>';
    for (let i = 1; i < 12; i++) inner += `<g id="u${i}">${`<use href="#u${i - 1}"/>`.repeat(10)}</g>`;
    expect(() => readSvg(page(inner))).toThrow(/more than 5000 shapes/);
  });

  test('random text and random markup give an error or a drawing', () => {
    const attribute = fc.tuple(
      fc.constantFrom('d', 'x', 'width', 'r', 'transform', 'style', 'fill', 'points', 'href', 'viewBox'),
      fc.oneof(
        fc.string(),
        fc.constantFrom('M0 0L9 9', 'scale(', 'translate(1e400)', '#a', '1 2 3', 'M0 0a1 1 0 0 0 5 5'),
      ),
    );
    const element = fc
      .tuple(fc.constantFrom('path', 'rect', 'g', 'use', 'polygon', 'circle', 'svg'), fc.array(attribute))
      .map(([name, attributes]) => {
        const seen = new Map(attributes.map(([k, v]) => [k, v.replace(/[&<>"]/g, '')]));
        return `<${name} ${[...seen].map(([k, v]) => `${k}="${v}"`).join(' ')}/>`;
      });
    const text = fc.oneof(
      fc.string(),
      fc.array(element).map((all) => page(all.join(''))),
    );
    fc.assert(
      fc.property(text, (t) => {
        try {
          readSvg(t);
        } catch (error) {
          expect(error).toBeInstanceOf(ReadError);
        }
      }),
      { numRuns: 300 },
    );
  });
});

test('a design goes out as SVG and comes in again with the same outlines', () => {
  const inner =
    '<path fill="#27407a" fill-rule="evenodd" d="M20 20C40 10 60 10 80 20V80H20Z M40 40H60V60H40Z"/><circle cx="50" cy="50" r="5" fill="#f2d479"/>';
  const design = designFromSvg(readSvg(page(inner)), 'Round');
  const again = readSvg(writeSvg(design, sewDesign(design)));
  expect(again.shapes).toHaveLength(2);
  again.shapes.forEach((shape, i) => {
    const object = resolveDesign(design).objects[i];
    if (object.kind !== 'object') throw new Error('an object was expected');
    expect(regionArea(outlineRegion(shape.outline))).toBeCloseTo(
      regionArea(outlineRegion(object.outline)),
      1,
    );
    expect(outlineBounds(shape.outline)!.minX).toBeCloseTo(outlineBounds(object.outline)!.minX, 2);
  });
  expect(figuresOf(sewDesign(designFromSvg(again, 'Again'))).stitches).toBeGreaterThan(1000);
});

test('a line is not taken for a filled shape', () => {
  const { shapes, notes } = readSvg(
    page('<path d="M2 2H38" stroke="#a00"/><path d="M2 5L9 12Z"/><path d="M0 0L9 9V0L0 9Z"/>'),
  );
  expect(shapes.map((s) => [s.fill, s.stroke])).toEqual([
    [null, '#aa0000'],
    ['#000000', null],
  ]);
  expect(notes).toEqual(['Line 1: <path> encloses nothing and was left out.']);
});

test('any outlines come back from SVG as they went out, point by point', () => {
  const coordinate = fc.integer({ min: -450, max: 450 }).map((v) => v / 10);
  const tangent = fc.record({ x: coordinate, y: coordinate });
  const point = fc.record(
    { x: coordinate, y: coordinate, in: tangent, out: tangent },
    { requiredKeys: ['x', 'y'] },
  );
  const path = fc.record({
    closed: fc.boolean(),
    points: fc.uniqueArray(point, { minLength: 3, maxLength: 6, selector: (p) => `${p.x} ${p.y}` }),
  });
  fc.assert(
    fc.property(path, (drawn) => {
      const design = designFromSvg(
        {
          width: 100,
          height: 100,
          notes: [],
          words: [],
          shapes: [
            {
              name: 'Any',
              outline: { kind: 'path', paths: [drawn] },
              fill: drawn.closed ? '#27407a' : null,
              stroke: drawn.closed ? null : '#27407a',
              strokeWidth: 2,
              cap: 'butt',
              join: 'miter',
            },
          ],
        },
        'Any',
      );
      const [shape] = readSvg(
        writeSvg({ ...design, hoop: { name: 'x', width: 100, height: 100 } }, sewDesign(emptyDesign('x'))),
      ).shapes;
      const line = (outline: PlainOutline) => outlineLines(outline)[0];
      const [a, b] = [line({ kind: 'path', paths: [drawn] }), line(shape.outline)];
      expect(b.closed).toBe(a.closed);
      expect(lengthOf(b)).toBeCloseTo(lengthOf(a), 0);
      const lengths = arcLengths(b);
      for (let i = 0; i < a.coords.length; i += 2)
        expect(nearestOnLine(b, lengths, { x: a.coords[i], y: a.coords[i + 1] }).distance).toBeLessThan(0.03);
      expect(shape.strokeWidth).toBeCloseTo(drawn.closed ? shape.strokeWidth : 2);
    }),
  );
});

test('what lies wholly outside the page is left out and told; what reaches in is kept whole', () => {
  const svg = (shapes: string): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm" viewBox="0 0 40 20">${shapes}</svg>`;
  const inside = '<rect x="2" y="2" width="5" height="5"/>';
  const across = '<rect x="36" y="2" width="10" height="5"/>';
  const outside = '<rect x="41" y="2" width="5" height="5"/>';
  const stroked = '<rect x="40.5" y="2" width="5" height="5" stroke="#000" stroke-width="2"/>';
  const drawing = readSvg(svg(inside + across + outside + stroked));
  expect(drawing.shapes.map((s) => outlineBounds(s.outline)!.minX)).toEqual([-18, 16, 20.5]);
  expect(outlineBounds(drawing.shapes[1].outline)!.maxX).toBe(26);
  expect(drawing.notes).toEqual([
    'A shape lies outside the page, where no viewer shows it, and was left out.',
  ]);
  expect(readSvg(svg(outside + outside + inside)).notes).toEqual([
    '2 shapes lie outside the page, where no viewer shows them, and were left out.',
  ]);
});
