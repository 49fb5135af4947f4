// Appliqué cloths: their prints, where they are laid, and the lines at which they are cut.
import { expect, test } from 'vitest';
import { emptyDesign, type Design, type DesignObject, type Outline } from '../design/types.ts';
import { readSvg } from '../formats/svg/read.ts';
import { writeCutLines } from '../formats/svg/write-cut-lines.ts';
import { PRINTS } from '../materials/prints.ts';
import { regionArea } from '../geometry/region.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { outlineRegion } from '../outlines/region.ts';
import { appliqueJob } from '../jobs/surround.ts';
import { applyCommand } from '../design/commands.ts';
import { paintPatch, paintPrint, patchesOf, printColour, type PatchCanvas } from './patch.ts';

/** A canvas that notes what is filled, in mm. */
function noting() {
  const fills: string[] = [];
  const calls: string[] = [];
  const canvas = new Proxy({} as Record<string, unknown>, {
    get: (target, name: string) => {
      if (name in target) return target[name];
      return (..._: unknown[]) => {
        calls.push(name);
        if (name === 'fill' || name === 'fillRect') fills.push(String(target.fillStyle));
      };
    },
    set: (target, name: string, value) => {
      target[name] = value;
      return true;
    },
  });
  return { canvas: canvas as unknown as PatchCanvas, fills, calls };
}

const heart: DesignObject = {
  id: 'h',
  name: 'Moon <1>',
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'ellipse', x: 3, y: 0, width: 30, height: 20, turn: 0 } satisfies Outline,
  recipe: { kind: 'fill', settings: {} },
  thread: '222',
};
const applied = (): Design => {
  const d: Design = { ...emptyDesign('Patch & co'), objects: [heart] };
  const options = { tack: 'run', cover: 'satin', patch: { print: 'stars', colour: '#3f6c8f' } } as const;
  return applyCommand(d, appliqueJob(d, ['h'], options).command).design;
};

test('every print but the plain one has marks that stand out from its cloth', () => {
  const area = { minX: 0, minY: 0, maxX: 30, maxY: 30 };
  for (const { id, marks } of PRINTS) {
    const { canvas, fills } = noting();
    paintPrint(canvas, { print: id, colour: '#3f6c8f' }, area);
    expect(fills[0]).toBe('#3f6c8f');
    expect(new Set(fills).size > 1, id).toBe(id !== 'plain');
    for (const { d, tone } of marks) {
      const { paths, problem } = parsePathData(d);
      expect(problem, id).toBeNull();
      expect(regionArea(outlineRegion({ kind: 'path', paths, fillRule: 'nonzero' })), id).toBeGreaterThan(50);
      expect(printColour('#3f6c8f', tone)).not.toBe('#3f6c8f');
    }
  }
  expect(PRINTS.length).toBeGreaterThanOrEqual(12);
});

test('a patch is clipped to its placement line; in reverse it is shaded from above', () => {
  const [patch] = patchesOf(applied());
  expect(patch.name).toBe('Moon <1>, placement');
  const over = noting();
  paintPatch(over.canvas, patch);
  expect(over.calls.indexOf('clip')).toBeGreaterThan(over.calls.indexOf('stroke'));
  const beneath = noting();
  paintPatch(beneath.canvas, { ...patch, patch: { ...patch.patch, reverse: true } });
  expect(beneath.calls.lastIndexOf('stroke')).toBeGreaterThan(beneath.calls.indexOf('clip'));
});

test('the print of a picture that is not there yet is its colour', () => {
  const { canvas, fills } = noting();
  const area = { minX: 0, minY: 0, maxX: 50, maxY: 50 };
  const own = { print: 'own', colour: '#112233', data: 'data:image/png;base64,AA==', size: 20 };
  paintPrint(canvas, own, area, () => false);
  expect(fills).toEqual(['#112233']);
  const drawn: number[] = [];
  paintPrint(canvas, own, area, (_, x, y, size) => drawn.push(x, y, size) > 0);
  expect(drawn.length / 3).toBe(9);
});

test('cut lines are true to size, and hold what was written', () => {
  const svg = writeCutLines(applied());
  expect(svg).toContain('width="40mm" height="30mm"');
  expect(svg).toContain('Patch &#38; co');
  const { shapes } = readSvg(svg);
  expect(shapes).toHaveLength(1);
  expect(writeCutLines({ ...emptyDesign('None') })).toContain('<svg');
});
