// Which hooping each thing is sewn in: the one chosen by hand, or the nearest that holds it whole; what lies on something
// never earlier than that.
import Flatbush from 'flatbush';
import { isLetter, visibleLeaves, type Leaf as AnyLeaf } from '../design/tree.ts';
import type { Hooping, PlainOutline, ResolvedDesign } from '../design/types.ts';
import { emptyBounds, growBounds, type Bounds } from '../geometry/points.ts';
import type { Cloth } from '../materials/cloths.ts';
import { offsetRegion } from '../geometry/clip.ts';
import { regionArea } from '../geometry/region.ts';
import { overlapOf, sewnExtent, type Extent } from '../sewing/extent.ts';
import { itemBounds } from '../shaping/bounds.ts';
import { Move } from '../sewing/moves.ts';
import type { Plan } from '../sewing/plan.ts';
import { holds } from './field.ts';
import { materialsOf } from '../materials/materials.ts';

type Leaf = AnyLeaf<PlainOutline>;

/** The hoopings of a design: one in the middle when none were laid. */
export const hoopingsOf = ({ hoopings }: Pick<ResolvedDesign, 'hoopings'>): readonly Hooping[] =>
  hoopings?.length ? hoopings : MIDDLE;
const MIDDLE: readonly Hooping[] = [{ id: 'middle', x: 0, y: 0, turn: 0 }];

/** Letters are sewn one by one, and belong to their words. */
export const wholeOf = (id: string): string =>
  isLetter(id) ? id.slice(0, id.lastIndexOf('letter.') - 1) : id;

/** What each thing's stitches reach on the cloth, in mm, by its id; what is not sewn is missing. */
export function sewnBoxes({ x, y, move, objects }: Plan): Map<string, Bounds> {
  const out = new Map<string, Bounds>();
  for (const { id, from, to } of objects) {
    const key = wholeOf(id);
    let box = out.get(key);
    for (let i = from; i < to; i++) {
      if (move[i] !== Move.stitch) continue;
      if (!box) out.set(key, (box = emptyBounds()));
      growBounds(box, x[i], y[i]);
    }
  }
  return out;
}

export interface Belonging {
  /** Index of the hooping by the id of a thing. */
  of: Map<string, number>;
  /** Ids of what no hooping holds whole. */
  cut: string[];
  /** Ids of what is sewn before something that it lies on. */
  early: string[];
}

/** `boxes` is what things reach with their stitches, by their ids; of what has none it is where it is drawn. */
export function belonging(design: ResolvedDesign, boxes: ReadonlyMap<string, Bounds>): Belonging {
  const hoopings = hoopingsOf(design);
  const of = new Map<string, number>();
  const cut: string[] = [];
  const may = new Map<string, number[]>();
  const leaves = [...visibleLeaves(design.objects)].filter((l) => l.kind === 'stitches' || !l.unsewn);
  for (const leaf of leaves) {
    const box = boxes.get(leaf.id) ?? itemBounds(leaf);
    if (!box) {
      of.set(leaf.id, 0);
      continue;
    }
    const [mx, my] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
    const away = (k: number): number => Math.hypot(hoopings[k].x - mx, hoopings[k].y - my);
    const holding = hoopings.flatMap((h, k) => (holds(h, design.hoop, box) ? [k] : []));
    const wished = hoopings.findIndex((h) => h.id === leaf.hooping);
    if (!holding.length && boxes.has(leaf.id)) cut.push(leaf.id);
    const from = holding.length ? holding : hoopings.map((_, k) => k);
    may.set(leaf.id, holding);
    of.set(leaf.id, wished >= 0 ? wished : from.reduce((a, b) => (away(b) < away(a) ? b : a)));
  }
  const sewn = leaves.filter(({ id }) => boxes.has(id));
  const early = hoopings.length > 1 ? inOrder(sewn, boxes, of, may, materialsOf(design).cloth) : [];
  return { of, cut, early };
}

/** Things that share less than this do not lie on one another, in mm². */
const TOUCH = 0.5;

/** Parts of one thing lie over each other by less, in mm: what lies on one of them does not lie on the other. */
const SEAM = 2;

/** Do two things only meet at a seam, so that neither lies on the other? */
function meetsOnly(a: Bounds, b: Bounds): boolean {
  const over = (minA: number, maxA: number, minB: number, maxB: number): boolean => {
    const shared = Math.min(maxA, maxB) - Math.max(minA, minB);
    return shared < SEAM && shared < Math.min(maxA - minA, maxB - minB) / 2;
  };
  return over(a.minX, a.maxX, b.minX, b.maxX) || over(a.minY, a.maxY, b.minY, b.maxY);
}

/** A share of either thing that is so small, and nowhere as broad as a seam, is one. */
const SLIVER = 0.05;

/** Does what one thing's stitches cover lie on what another's do, and not only meet it along a seam that may wind? */
function liesOn(a: Extent, b: Extent): boolean {
  const shared = overlapOf(a, b);
  const area = regionArea(shared);
  if (area < TOUCH) return false;
  const small = area < SLIVER * Math.min(regionArea(a.region), regionArea(b.region));
  return !small || regionArea(offsetRegion(shared, -SEAM / 2)) > 0;
}

/**
 * What lies on something goes to a later hooping, or what it lies on to an earlier one. Gives the ids of what can go to
 * neither.
 */
function inOrder(
  leaves: readonly Leaf[],
  boxes: ReadonlyMap<string, Bounds>,
  of: Map<string, number>,
  may: ReadonlyMap<string, readonly number[]>,
  cloth: Cloth,
): string[] {
  if (!leaves.length) return [];
  const index = new Flatbush(leaves.length);
  for (const { id } of leaves) {
    const { minX, minY, maxX, maxY } = boxes.get(id)!;
    index.add(minX, minY, maxX, maxY);
  }
  index.finish();
  const early = new Set<string>();
  leaves.forEach(({ id }, i) => {
    const { minX, minY, maxX, maxY } = boxes.get(id)!;
    for (const u of index.search(minX, minY, maxX, maxY, (j) => j < i).sort((a, b) => a - b)) {
      const under = leaves[u].id;
      const [mine, its] = [of.get(id)!, of.get(under)!];
      if (its <= mine || meetsOnly(boxes.get(id)!, boxes.get(under)!)) continue;
      // Boxes meet where stitches may not: what leaves room around another thing does not lie on it.
      if (!liesOn(sewnExtent(leaves[i], cloth), sewnExtent(leaves[u], cloth))) continue;
      if (may.get(id)!.includes(its)) of.set(id, its);
      else if (may.get(under)!.includes(mine)) of.set(under, mine);
      else early.add(id);
    }
  });
  return [...early];
}
