import { expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { LETTERS } from '../../test/gallery.ts';
import { roughly } from '../design/rough.ts';
import { emptyDesign, type Design, type PathOutline } from '../design/types.ts';
import { anywhereOutline } from '../outlines/same.ts';
import { transformOutline } from '../outlines/transform.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import type { Plan } from './plan.ts';
import { sewDesign, sewResolved } from './sew.ts';

const NAMES = ['sans S 25', 'serif s 12', 'script L 25', 'bold serif R 40', 'serif k 10', 'sans K 20'];

/** Letters beside each other, and a last one that others were sewn like before. */
const rowOf = (kind: string): Design => ({
  ...emptyDesign('Row', { name: 'any', width: 1000, height: 1000 }),
  objects: NAMES.map((name, i) =>
    draw.object(`l${i}`, transformOutline(LETTERS[name], [1, 0, 0, 1, 26 * i, 0]), kind, {}),
  ),
});

/** Nothing is known any more of shapes that were sewn before. */
function forgetShapes(): void {
  for (let k = 0; k < 700; k++)
    anywhereOutline({
      kind: 'path',
      paths: [
        {
          closed: true,
          points: [
            { x: 0, y: 0 },
            { x: 1 + k, y: 0 },
            { x: 0, y: 1 },
          ],
        },
      ],
    } as PathOutline);
}

const needles = ({ x, y, move, part }: Plan) => ({ x: [...x], y: [...y], move: [...move], part: [...part] });

test.each(['lettering', 'satin'])(
  '%s: what is sewn after a rough version is what is sewn without one',
  (kind) => {
    const fresh = needles(sewDesign(rowOf(kind)));
    forgetShapes();
    const row = resolveDesign(rowOf(kind));
    let asked = 0;
    // Late at once, late after some letters, never.
    const passes = [0, 3, Infinity].map((most) => {
      asked = 0;
      return roughly(
        () => ++asked > most,
        () => sewResolved(row),
      );
    });
    expect(passes.map(({ isRough }) => isRough)).toEqual([true, true, false]);
    const [first, second, whole] = passes.map(({ made }) => needles(made));
    // A rough version lacks something, and with every pass less.
    expect(first).not.toEqual(fresh);
    expect(second).not.toEqual(first);
    expect(whole).toEqual(fresh);
    expect(needles(sewResolved(row))).toEqual(fresh);
  },
);
