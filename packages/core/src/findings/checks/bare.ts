// Open fills that left a part of their shape bare: behind a neck, in teeth that are too narrow, in a sliver.
import type { DesignObject, PlainOutline } from '../../design/types.ts';
import type { Bounds } from '../../geometry/points.ts';
import { eachInside } from '../../geometry/squares-inside.ts';
import { regionBounds } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { Move } from '../../sewing/moves.ts';
import type { Plan, PlanObject } from '../../sewing/plan.ts';
import { completeSettings } from '../../stitches/kind.ts';
import { apartOf, sewnFrom, stitchKind } from '../../stitches/kinds.ts';
import type { Check } from '../finding.ts';
import { distances, type LayerGrid } from '../layers.ts';
import { clothUnder, type Cloth } from '../../materials/cloths.ts';

/** Squares on which thread is looked for, in mm; larger ones for shapes that would need too many. */
const CELL = 0.5;
const MOST_CELLS = 400_000;
/** A place is bare when it is farther from thread than so many spacings, and so many mm at least. */
const FAR = 1.6;
const LEAST_FAR = 3;
/** So large a share of the shape must be bare before it is told. */
const SHARE = 0.08;

/** How far its lines lie apart, in mm. */
function spacingOf(object: DesignObject<PlainOutline>, cloth: Cloth): number {
  const kind = stitchKind(object.recipe.kind)!;
  const { spacing, rows, density } = completeSettings(kind, object.recipe, clothUnder(cloth, object.thread));
  return [spacing, rows, density].reduce<number>(
    (most, v) => (typeof v === 'number' ? Math.max(most, v) : most),
    0,
  );
}

/** Where an object's own thread lies, on a grid over its shape and the room around it. */
function ownThread({ x, y, move }: Plan, { from, to }: PlanObject, b: Bounds): LayerGrid {
  const size = (b.maxX - b.minX + 2) * (b.maxY - b.minY + 2);
  const cell = Math.max(CELL, Math.sqrt(size / MOST_CELLS));
  const [x0, y0] = [b.minX - 1, b.minY - 1];
  const width = Math.ceil((b.maxX + 1 - x0) / cell);
  const height = Math.ceil((b.maxY + 1 - y0) / cell);
  const layers = new Uint8Array(width * height);
  for (let i = Math.max(1, from); i < to; i++) {
    if (move[i] !== Move.stitch) continue;
    const steps = Math.max(1, Math.ceil(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) / cell));
    for (let s = 0; s <= steps; s++) {
      const c = Math.floor((x[i - 1] + ((x[i] - x[i - 1]) * s) / steps - x0) / cell);
      const r = Math.floor((y[i - 1] + ((y[i] - y[i - 1]) * s) / steps - y0) / cell);
      if (c >= 0 && r >= 0 && c < width && r < height) layers[r * width + c] = 1;
    }
  }
  return { x0, y0, cell, width, height, layers };
}

export const bareCheck: Check = {
  id: 'bare-part',
  find: ({ sewn, plan, materials: { cloth } }) =>
    sewn.flatMap(({ leaf, share, cover }) => {
      if (leaf.kind !== 'object' || cover || share.to === share.from) return [];
      if (sewnFrom(leaf.recipe) !== 'region') return [];
      // A part of a sprig leaves room for the others; what follows a picture leaves its light parts.
      const kind = stitchKind(leaf.recipe.kind);
      if (kind?.usesTones || (kind?.apart && !apartOf(leaf))) return [];
      const region = outlineRegion(leaf.outline);
      const box = regionBounds(region);
      if (!box) return [];
      const grid = ownThread(plan, share, box);
      const { cell, width, x0, y0 } = grid;
      const toThread = distances((i) => grid.layers[i] > 0, width, grid.height);
      const far = Math.max(LEAST_FAR, FAR * spacingOf(leaf, cloth)) / cell;
      let [all, bare] = [0, 0];
      const at: Bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
      eachInside(region, grid, (from, to) => {
        all += to - from;
        for (let i = from; i < to; i++) {
          if (toThread[i] <= far) continue;
          bare++;
          const [x, y] = [x0 + ((i % width) + 0.5) * cell, y0 + (Math.floor(i / width) + 0.5) * cell];
          at.minX = Math.min(at.minX, x);
          at.maxX = Math.max(at.maxX, x);
          at.minY = Math.min(at.minY, y);
          at.maxY = Math.max(at.maxY, y);
        }
      });
      if (!all || bare / all < SHARE) return [];
      return [
        {
          weight: 2 as const,
          sentence: `Part of ${leaf.name} stays bare, about ${Math.round((100 * bare) / all)} %: its lines find no way there. Bring them closer, stitch it another way, or cut that part off.`,
          objects: [leaf.id],
          at,
          record: share.from,
        },
      ];
    }),
};
