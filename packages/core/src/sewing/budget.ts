// What stitching may take: an object or a design that asks for more is not sewn, and the findings say so.
import { recordCount } from '../design/stitch-blocks.ts';
import { originOf, type Leaf } from '../design/tree.ts';
import type { DesignObject, PlainOutline, SettingValue } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { ringArea } from '../geometry/region.ts';
import { isTangle } from '../geometry/tangle.ts';
import { clothUnder, type Cloth } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { completeSettings, numberOf, type StitchKind } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { likeLetters } from './like-letters.ts';

/** Most stitches, estimated. */
export interface Budget {
  object: number;
  design: number;
}

export const BUDGET: Readonly<Budget> = { object: 400_000, design: 2_000_000 };
let budget: Budget = BUDGET;

/** Sets what stitching may take from now on in this process or worker. */
export function setBudget(most: Budget): void {
  budget = most;
}

/** Nothing is sewn farther from the middle than this, in mm. */
const REACH = 10_000;
/** Outlines are measured this roughly, in mm. */
const ROUGH = 0.5;
/** More points than these take long to follow, whatever is sewn. */
const MOST_POINTS = 100_000;

/** Why an object is not sewn: it alone takes too much, all before it took what there is, or a person stopped it. */
export type Excess =
  | { why: 'stitches'; stitches: number; most: number }
  | { why: 'tangle' }
  | { why: 'far' }
  | { why: 'points'; points: number }
  | { why: 'design'; most: number }
  | { why: 'stopped' };

interface Measure {
  /** mm² that the outline could enclose at most. */
  area: number;
  /** mm */
  length: number;
  points: number;
  excess: Excess | null;
}

const isFar = (b: Bounds | null): boolean => !!b && !(Math.max(-b.minX, b.maxX, -b.minY, b.maxY) <= REACH);

const measures = new WeakMap<PlainOutline, Measure>();

/** Of an outline that is not too far away. */
function measureOf(outline: PlainOutline): Measure {
  const known = measures.get(outline);
  if (known) return known;
  const out: Measure = { area: 0, length: 0, points: 0, excess: null };
  const b = outlineBounds(outline);
  if (b) {
    const lines = outlineLines(outline, ROUGH);
    for (const line of lines) {
      out.length += lengthOf(line);
      out.area += Math.abs(ringArea(line.coords));
      out.points += line.coords.length / 2;
    }
    // What crosses itself can enclose more than its turning sense adds up to, but never more than its box.
    const box = (b.maxX - b.minX) * (b.maxY - b.minY);
    out.area = Math.min(box, Math.max(out.area, Math.min(box, out.length ** 2 / 50)));
    if (out.points > MOST_POINTS) out.excess = { why: 'points', points: out.points };
    else if (isTangle(lines.map((l) => l.coords))) out.excess = { why: 'tangle' };
  }
  measures.set(outline, out);
  return out;
}

/**
 * About how many stitches an outline takes with these settings (all of them filled in): area over what one stitch
 * covers, length over its length. Right within a few times; it is only to tell thousands from millions.
 */
export function stitchesWanted(
  outline: PlainOutline,
  kind: StitchKind,
  settings: Record<string, SettingValue>,
): number {
  const { area, length } = measureOf(outline);
  if (kind.estimate) return kind.estimate({ area, length }, settings);
  const n = (name: string, otherwise: number): number => numberOf(settings, name, otherwise);
  const stitch = n('length', 4);
  const passes = n('passes', 1);
  const spacing = Math.min(n('spacing', Infinity), n('spacingEnd', Infinity)) / n('density', 1);
  if (kind.from(settings) === 'lines')
    return Number.isFinite(spacing) ? (2 * length) / spacing : (length / stitch) * Math.max(2, passes);
  return (area / (spacing * stitch) + length / Math.max(spacing, stitch / 2)) * Math.max(1, passes);
}

/** What keeps an object by itself from being sewn; null when nothing does. */
export function excessOf(
  object: DesignObject<PlainOutline>,
  kind: StitchKind,
  settings: Record<string, SettingValue>,
): Excess | null {
  if (isFar(outlineBounds(object.outline))) return { why: 'far' };
  const { outline } = likeLetters(object);
  const { excess } = measureOf(outline);
  if (excess && !(kind.crosses && excess.why === 'tangle')) return excess;
  const stitches = stitchesWanted(outline, kind, settings);
  const most = budget.object;
  return stitches > most ? { why: 'stitches', stitches, most } : null;
}

/** What an object is let take. */
export interface Share {
  /** Stitches, estimated; 0 when it is not sewn. */
  stitches: number;
  /** What keeps it from being sewn; null when nothing does. */
  excess: Excess | null;
}

/**
 * What each of these is let take, in sewing order. `stopped` are ids of objects whose stitching a person has stopped.
 */
export function sharesOf(
  leaves: readonly Leaf<PlainOutline>[],
  cloth: Cloth,
  stopped: ReadonlySet<string> = new Set(),
): Share[] {
  let left = budget.design;
  const without = (excess: Excess): Share => ({ stitches: 0, excess });
  return leaves.map((leaf) => {
    let stitches = 0;
    if (leaf.kind === 'stitches') stitches = recordCount(leaf.blocks);
    else {
      const kind = stitchKind(leaf.recipe.kind);
      if (!kind) return { stitches, excess: null };
      if (stopped.has(originOf(leaf.id))) return without({ why: 'stopped' });
      const settings = completeSettings(kind, leaf.recipe, clothUnder(cloth, leaf.thread));
      const excess = excessOf(leaf, kind, settings);
      if (excess) return without(excess);
      stitches = stitchesWanted(likeLetters(leaf).outline, kind, settings);
    }
    if (stitches > left) return without({ why: 'design', most: budget.design });
    left -= stitches;
    return { stitches, excess: null };
  });
}
