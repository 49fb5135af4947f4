// How far a design's needle points reach, without sewing all of it.
import { visibleLeaves, type Leaf } from '../design/tree.ts';
import type { PlainOutline, ResolvedDesign } from '../design/types.ts';
import { grownBounds, uniteBounds, type Bounds } from '../geometry/points.ts';
import type { Cloth } from '../materials/cloths.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewResolved } from '../sewing/sew.ts';
import { itemBounds } from '../shaping/bounds.ts';
import { completeSettings, numberOf } from '../stitches/kind.ts';
import { reachOf, sewnFrom, stitchKind } from '../stitches/kinds.ts';
import { materialsOf } from '../materials/materials.ts';

/** How far an object's stitches are lengthened against the cloth's pull, in mm; 0 for open kinds. */
function pulled(leaf: Leaf<PlainOutline>, cloth: Cloth): number {
  const kind = leaf.kind === 'object' && stitchKind(leaf.recipe.kind);
  return kind ? numberOf(completeSettings(kind, leaf.recipe, cloth), 'compensation', 0) : 0;
}

/**
 * Rows end short of some sides of a shape and go beyond others: how far is only known once they are sewn. Of letters, which
 * are many, it is taken as if they went beyond all.
 */
const mustBeSewn = (leaf: Leaf<PlainOutline>, cloth: Cloth): boolean =>
  leaf.kind === 'object' && !leaf.letters && sewnFrom(leaf.recipe) === 'region' && pulled(leaf, cloth) > 0;

/** What lies farther inside than this does not say how large the whole is, in mm. */
const OUTER = 2;

/** Where a design's needle points reach, in mm; null when nothing is sewn. */
export function sewnBounds(design: ResolvedDesign): Bounds | null {
  const cloth = materialsOf(design).cloth;
  const rough = [...visibleLeaves(design.objects)].flatMap((leaf) => {
    const b = leaf.kind === 'object' && leaf.unsewn ? null : itemBounds(leaf);
    const reach = leaf.kind === 'object' ? reachOf(leaf) + pulled(leaf, cloth) : 0;
    return b ? [{ leaf, b: grownBounds(b, reach) }] : [];
  });
  const all = uniteBounds(rough.map(({ b }) => b));
  if (!all) return null;
  const outer = rough.filter(
    ({ b }) =>
      b.minX < all.minX + OUTER ||
      b.minY < all.minY + OUTER ||
      b.maxX > all.maxX - OUTER ||
      b.maxY > all.maxY - OUTER,
  );
  const sewn = outer.filter(({ leaf }) => mustBeSewn(leaf, cloth));
  const known = outer.filter((o) => !sewn.includes(o)).map(({ b }) => b);
  const plan = sewResolved({ ...design, objects: sewn.map(({ leaf }) => leaf) });
  return uniteBounds([...known, sewn.length ? figuresOf(plan).bounds : null]);
}

export const widthOf = (b: Bounds): number => b.maxX - b.minX;
export const heightOf = (b: Bounds): number => b.maxY - b.minY;
