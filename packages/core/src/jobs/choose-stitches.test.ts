import { describe, expect, it } from 'vitest';
import { applyCommand } from '../design/commands.ts';
import { findItem } from '../design/tree.ts';
import { emptyDesign, type Design, type DesignObject, type Group, type Outline } from '../design/types.ts';
import { layersOf } from '../findings/layers.ts';
import { insideRegion } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { sewDesign } from '../sewing/sew.ts';
import { drawn, group as aGroup, object as anObject } from '../../test/draw.ts';
import { chooseStitchesJob } from './choose-stitches.ts';

const object = (
  id: string,
  outline: Outline,
  thread: string,
  more: Partial<DesignObject> = {},
): DesignObject => anObject(id, outline, 'fill', {}, { thread, ...more });
/** From a corner, as art has it. */
const box = (x: number, y: number, width: number, height: number): Outline =>
  drawn(`M${x} ${y}h${width}v${height}h${-width}Z`);
const art = (...objects: DesignObject[]): Design => ({
  ...emptyDesign('Art'),
  objects: [aGroup('art', objects)],
});
const chosen = (design: Design, satin = 0.5, ids = ['art']) => {
  const done = chooseStitchesJob(design, ids, satin);
  return { ...done, design: applyCommand(design, done.job.command).design };
};
const group = (design: Design): DesignObject[] =>
  (findItem(design, 'art') as Group).objects as DesignObject[];

describe('stitches chosen for art', () => {
  const flag = art(
    object('field', box(-40, -30, 80, 60), '224'),
    object('bar', box(-40, -3, 80, 6), '163'),
    object('sun', box(-12, -12, 24, 24), '132'),
    object('star', box(25, 15, 6, 6), '132'),
  );

  it('leave no cloth between neighbours, whatever lies on what', () => {
    const { design } = chosen(flag);
    const grid = layersOf(sewDesign(design), { minX: -39, minY: -29, maxX: 39, maxY: 29 }, 0.2);
    let bare = 0;
    for (const n of grid.layers) if (!n) bare++;
    expect(bare / grid.layers.length).toBeLessThan(0.001);
  });

  it('are of the kind that suits each, each colour once', () => {
    const { design, counts } = chosen(flag);
    const kinds = Object.fromEntries(group(design).map((o) => [o.id, o.recipe.kind]));
    expect(kinds).toMatchObject({ field: 'fill', bar: 'satin', sun: 'fill', star: 'satin' });
    expect(counts).toEqual({ satin: 2, fill: 2, line: 0 });
    const threads = group(design).map((o) => o.thread);
    expect(threads.filter((t, i) => t !== threads[i - 1])).toHaveLength(3);
  });

  it('cut away what lies hidden, and leave whole shapes out of sight out', () => {
    const { design, hidden } = chosen(art(object('under', box(-5, -5, 10, 10), '163'), ...group(flag)));
    expect(hidden).toBe(1);
    expect(findItem(design, 'under')).toBeNull();
    const field = outlineRegion(group(design).find((o) => o.id === 'field')!.outline as never);
    expect(insideRegion(field, 0, 8)).toBe(false);
  });

  it('do not cut what others are made from, nor words', () => {
    const ring = object('ring', { kind: 'combine', op: 'subtract', of: ['field', 'sun'] } as Outline, '163');
    const design = { ...flag, objects: [...flag.objects, ring] };
    const { design: after } = chosen(design, 0.5, ['art', 'ring']);
    const before = group(flag);
    expect(group(after).find((o) => o.id === 'field')!.outline).toEqual(before[0].outline);
    expect((findItem(after, 'ring') as DesignObject).outline).toEqual(ring.outline);
  });

  it('keep a drawn line as it is, but where it is too thin for satin', () => {
    const line: Outline = {
      kind: 'path',
      paths: [
        {
          closed: false,
          points: [
            { x: 0, y: 0 },
            { x: 30, y: 4 },
          ],
        },
      ],
    };
    const satin = (width: number) => ({ recipe: { kind: 'satin', settings: { sides: 'line', width } } });
    const { design } = chosen(
      art(object('thick', line, '163', satin(3)), object('thin', line, '163', satin(0.6))),
    );
    const kinds = Object.fromEntries(group(design).map((o) => [o.id, o.recipe.kind]));
    expect(kinds).toEqual({ thick: 'satin', thin: 'run' });
  });

  it('are refused with a sentence where there is nothing to choose for', () => {
    expect(() => chooseStitchesJob(emptyDesign('Empty'), [], 0.5)).toThrow(/select shapes first/);
    const locked = art(object('a', box(0, 0, 9, 9), '163', { locked: true }));
    expect(() => chooseStitchesJob(locked, ['art'], 0.5)).toThrow(/locked/);
  });
});
