// Where the join of a closed line shows least: under what is sewn later, else at a corner.
import type { PlainOutline } from '../design/types.ts';
import { distance, turnBetween, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, pointAt } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { placeIsCovered, type CoversNear } from './cover.ts';

/** A join reaches this far to both sides, in mm. */
const REACH = 1;
/** A line that turns by more than this hides a join, in radians. */
const CORNER = (35 * Math.PI) / 180;
/** A better place may lie this much further from where the thread comes from, in mm. */
const DETOUR = 3;
const STEP = 0.5;
const MOST_PLACES = 240;
/** The outline is looked at this roughly, in mm. */
const COARSE = 0.05;

/**
 * The place at which a single closed line is best begun, in mm; `entry` is where the thread comes from, `later` hides
 * what is sewn before it. Undefined when the outline is no single closed line, or when no place is better than others.
 */
export function joinPlace(outline: PlainOutline, later: CoversNear, entry?: Point): Point | undefined {
  const lines = outlineLines(outline, COARSE);
  if (lines.length !== 1 || !lines[0].closed) return undefined;
  const [line] = lines;
  const b = outlineBounds(outline);
  const near = b ? later(b) : [];
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  if (total < 4 * REACH) return undefined;
  const at = (s: number): Point => pointAt(line, lengths, ((s % total) + total) % total);
  const count = Math.min(MOST_PLACES, Math.ceil(total / STEP));
  // Corners lie at the line's own points.
  const places = [
    ...Array.from(lengths.slice(0, -1)),
    ...Array.from({ length: near.length ? count : 0 }, (_, k) => (total * k) / count),
  ].slice(0, 4 * MOST_PLACES);
  const away = (s: number): number => (entry ? distance(entry, at(s)) : 0);
  const least = entry ? nearestOnLine(line, lengths, entry).distance : 0;
  let best: { at: Point; rank: number; away: number } | null = null;
  for (const s of places) {
    const far = away(s);
    if (far > least + DETOUR) continue;
    const [before, here, after] = [at(s - REACH), at(s), at(s + REACH)];
    const rank = [before, here, after].every((p) => placeIsCovered(p, near))
      ? 0
      : turnBetween(before, here, after) > CORNER
        ? 1
        : 2;
    if (rank < 2 && (!best || rank < best.rank || (rank === best.rank && far < best.away - 1e-9)))
      best = { at: here, rank, away: far };
  }
  return best?.at;
}
