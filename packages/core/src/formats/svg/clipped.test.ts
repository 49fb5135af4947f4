import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { lengthOf } from '../../geometry/polyline.ts';
import { insideRegion, regionArea, regionBounds } from '../../geometry/region.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { readSvg, type SvgShape } from './read.ts';

/** A page of 100 mm, in mm from its upper left corner; shapes come about its middle. */
const read = (body: string) =>
  readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${body}</svg>`,
  );
const area = ({ outline }: SvgShape): number => regionArea(outlineRegion(outline));
const clip = (inner: string, more = ''): string => `<defs><clipPath id="c"${more}>${inner}</clipPath></defs>`;

describe('what is clipped', () => {
  test('keeps what lies within the clip, by few points', () => {
    const { shapes, notes } = read(
      `${clip('<circle cx="50" cy="50" r="40"/>')}<rect width="100" height="100" fill="#204060" clip-path="url(#c)"/>`,
    );
    expect(shapes).toHaveLength(1);
    expect(area(shapes[0]) / (Math.PI * 1600)).toBeCloseTo(1, 2);
    const { outline } = shapes[0];
    expect(outline.kind === 'path' && outline.paths[0].points.length).toBeLessThan(20);
    expect(notes).toEqual([]);
  });

  test('is as large as what a shape and its clips have in common, wherever groups put them', () => {
    const side = fc.integer({ min: 5, max: 60 });
    const place = fc.integer({ min: 0, max: 40 });
    fc.assert(
      fc.property(fc.tuple(place, place, side, side, place, place, side, side, place), (v) => {
        const [x, y, w, h, cx, cy, cw, ch, by] = v;
        const { shapes } = read(
          `${clip(`<rect x="${cx}" y="${cy}" width="${cw}" height="${ch}"/>`)}
           <g clip-path="url(#c)" transform="translate(${by / 4} 3)"><g transform="translate(1 2)">
           <rect x="${x - 1}" y="${y - 2}" width="${w}" height="${h}"/></g></g>`,
        );
        const across = Math.max(0, Math.min(x + w, cx + cw) - Math.max(x, cx));
        const down = Math.max(0, Math.min(y + h, cy + ch) - Math.max(y, cy));
        expect(shapes.reduce((sum, s) => sum + area(s), 0)).toBeCloseTo(across * down, 1);
      }),
      { numRuns: 60 },
    );
  });

  test('follows the clip’s own transform, rule and uses, and clips within clips', () => {
    const ring = '<path d="M10 10h80v80h-80zM30 30h40v40h-40z" clip-rule="evenodd"/>';
    const [framed] = read(`${clip(ring)}<rect width="100" height="100" style="clip-path:url(#c)"/>`).shapes;
    expect(area(framed)).toBeCloseTo(4800, 0);
    const [used] = read(
      `<defs><rect id="r" width="20" height="10"/></defs>
       ${clip('<use href="#r" x="5" y="5" transform="scale(2)"/>', ' transform="translate(10 0)"')}
       <rect width="100" height="100" clip-path="url(#c)"/>`,
    ).shapes;
    expect(regionBounds(outlineRegion(used.outline))).toEqual({
      minX: expect.closeTo(-30, 2),
      minY: expect.closeTo(-40, 2),
      maxX: expect.closeTo(10, 2),
      maxY: expect.closeTo(-20, 2),
    });
    const [both] = read(
      `${clip('<rect width="60" height="60"/>')}<clipPath id="d"><rect x="40" y="40" width="60" height="60"/></clipPath>
       <g clip-path="url(#c)"><circle cx="50" cy="50" r="45" clip-path="url(#d)"/></g>`,
    ).shapes;
    expect(area(both)).toBeCloseTo(400, 0);
    expect(insideRegion(outlineRegion(both.outline), 0, 0)).toBe(true);
  });

  test('of a line what is seen stays a line; an edge along the clip is seen, and a cut is none', () => {
    const inCircle = (inner: string): SvgShape[] =>
      read(`${clip('<circle cx="50" cy="50" r="40"/>')}<g clip-path="url(#c)">${inner}</g>`).shapes;
    const [line] = inCircle('<path d="M0 50H100" stroke="#000" stroke-width="2"/>');
    expect(line.fill).toBeNull();
    expect(outlineLines(line.outline).reduce((sum, l) => sum + lengthOf(l), 0)).toBeCloseTo(80, 0);
    const whole = '<circle cx="50" cy="50" r="40" fill="#fff" stroke="#000" stroke-width="2"/>';
    expect(inCircle(whole)).toEqual([expect.objectContaining({ fill: '#ffffff', stroke: '#000000' })]);
    // The band's cut ends are not stroked.
    const shapes = inCircle(
      '<rect y="40" width="100" height="20" fill="#fff" stroke="#000" stroke-width="2"/>',
    );
    expect(shapes.map(({ fill, stroke }) => [fill, stroke])).toEqual([
      ['#ffffff', null],
      [null, '#000000'],
    ]);
    expect(outlineLines(shapes[1].outline)).toHaveLength(2);
    expect(inCircle('<rect width="9" height="9"/>')).toEqual([]);
  });

  test('of what cannot be followed it is told, and nothing is lost', () => {
    for (const [defs, by] of [
      [clip('<rect width="1" height="1"/>', ' clipPathUnits="objectBoundingBox"'), 'url(#c)'],
      ['', 'url(#gone)'],
      ['', 'circle(40%)'],
    ]) {
      const { shapes, notes } = read(`${defs}<rect width="30" height="20" clip-path="${by}"/>`);
      expect(shapes.map(area)).toEqual([expect.closeTo(600, 3)]);
      expect(notes).toEqual(['A clip could not be followed: shapes come as they are drawn beneath it.']);
    }
  });
});
