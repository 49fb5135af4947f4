// What a kind that covers a shape promises: one thread a connected piece, and none of it outside.
import { Memo } from '../../design/memo.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { ringsOf } from '../../geometry/region.ts';
import { coverOf, placeIsCovered, type Cover } from '../../sewing/cover.ts';
import { likeRegion } from '../../sewing/like-letters.ts';
import { Move } from '../../sewing/moves.ts';
import type { Plan, PlanObject } from '../../sewing/plan.ts';
import { completeSettings } from '../../stitches/kind.ts';
import { sewnFrom, stitchKind } from '../../stitches/kinds.ts';
import { Part } from '../../stitches/thread.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';
import { clothUnder } from '../../materials/cloths.ts';

/** Thread may lie so far outside a shape beyond the compensation, in mm: rows and rungs end on the machine's grid. */
const OUTSIDE = 0.8;

/** The shape that an object's stitches are to cover, and how far from it it lies; null for lines, and for stitches that were brought in. */
function shapeOf({ leaf, share }: SewnItem): ReturnType<typeof likeRegion> | null {
  if (leaf.kind !== 'object' || share.to === share.from || sewnFrom(leaf.recipe) !== 'region') return null;
  // What follows a picture leaves its light parts, and may come apart.
  if (stitchKind(leaf.recipe.kind)?.usesTones) return null;
  return likeRegion(leaf);
}

/** How often the thread is begun within an object's share, as the records at which it is. */
function begins({ move }: Plan, { from, to }: PlanObject): number[] {
  const out: number[] = [];
  let sewing = false;
  let begun = false;
  for (let i = from; i < to; i++) {
    if (move[i] === Move.stitch) {
      if (!sewing && begun) out.push(i);
      sewing = begun = true;
    } else sewing = false;
  }
  return out;
}

export const partedCheck: Check = {
  id: 'thread-parted',
  find: ({ sewn, plan }) =>
    sewn.flatMap((item): Found[] => {
      const shape = shapeOf(item)?.region;
      const cuts = shape ? begins(plan, item.share) : [];
      if (!shape || cuts.length < shape.length) return [];
      const times = cuts.length - shape.length + 1;
      const what = shape.length === 1 ? 'one piece' : `${shape.length} pieces`;
      return [
        {
          weight: 1,
          sentence: `The thread is cut ${times === 1 ? 'once' : `${times} times`} more in ${item.leaf.name} than its ${what} would need: its lines find no way through the narrowest part.`,
          objects: [item.leaf.id],
          at: aboutRecord(plan, cuts[cuts.length - 1]),
          record: cuts[cuts.length - 1],
        },
      ];
    }),
};

const aboutRecord = ({ x, y }: Plan, i: number) => ({
  minX: x[i] - 3,
  minY: y[i] - 3,
  maxX: x[i] + 3,
  maxY: y[i] + 3,
});

function compensationOf({ leaf }: SewnItem, { materials: { cloth } }: Checked): number {
  if (leaf.kind !== 'object') return 0;
  const { compensation } = completeSettings(
    stitchKind(leaf.recipe.kind)!,
    leaf.recipe,
    clothUnder(cloth, leaf.thread),
  );
  return typeof compensation === 'number' ? compensation : 0;
}

/** The first and the last record that an object itself is sewn by: ways from and to others lead to and on from there. */
function ownRecords({ part, move }: Plan, { from, to }: PlanObject): [number, number] {
  const own = (i: number): boolean =>
    move[i] === Move.stitch && part[i] !== Part.travel && part[i] !== Part.tie;
  let [first, last] = [from, to - 1];
  while (first < last && !own(first)) first++;
  while (last > first && !own(last)) last--;
  return [first, last];
}

const indexes = new Memo<EdgeIndex>(1);

export const outsideCheck: Check = {
  id: 'outside-shape',
  find: (checked) =>
    checked.sewn.flatMap((item, place): Found[] => {
      const shape = shapeOf(item);
      if (!shape?.region.length) return [];
      const { region, dx, dy } = shape;
      const { plan } = checked;
      // A way from piece to piece may lie under what is sewn later.
      let later: Cover[] | null = null;
      const isHidden = (x: number, y: number): boolean => {
        later ??= checked.sewn
          .slice(place + 1)
          .flatMap(({ cover }) => (cover ? (coverOf(cover.region) ?? []) : []));
        return placeIsCovered({ x, y }, later);
      };
      const edges = indexes.get(region, [], () => new EdgeIndex(region.flatMap(ringsOf)));
      const allowed = OUTSIDE + compensationOf(item, checked);
      let worst = { off: allowed, record: -1 };
      const [from, to] = ownRecords(plan, item.share);
      for (let i = from + 1; i <= to; i++) {
        if (plan.move[i] !== Move.stitch) continue;
        const middle = [(plan.x[i] + plan.x[i - 1]) / 2, (plan.y[i] + plan.y[i - 1]) / 2];
        for (const [x, y] of [[plan.x[i], plan.y[i]], middle]) {
          if (edges.inside(x - dx, y - dy) || edges.nearest(x - dx, y - dy, allowed)) continue;
          if (plan.part[i] === Part.travel && isHidden(x, y)) continue;
          const off = edges.nearest(x - dx, y - dy, 1e4)?.distance ?? 0;
          if (off > worst.off) worst = { off, record: i };
        }
      }
      if (worst.record < 0) return [];
      return [
        {
          weight: 2,
          sentence: `Some thread of ${item.leaf.name} lies ${worst.off.toFixed(1)} mm outside its shape. Look at it there, or stitch it another way.`,
          objects: [item.leaf.id],
          at: aboutRecord(plan, worst.record),
          record: worst.record,
        },
      ];
    }),
};
