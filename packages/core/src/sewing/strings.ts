// Copies of a repeat that hang on one thread like beads on a string: a run leads from one to the next.
import type { Item, PlainOutline } from '../design/types.ts';
import { everyLeaf, type Leaf } from '../design/tree.ts';
import { distance, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, pointAt, type Line } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';

/** Which bead of which string an object is. */
export interface Bead {
  string: string;
  copy: number;
  /** The string closes: from the last bead a run leads back to the first. */
  ring: boolean;
}

/** The beads among the items of a resolved design, by the ids of their objects; of strings in strings the inner ones. */
export function beadsOf(
  items: readonly Item<PlainOutline>[],
  out = new Map<string, Bead>(),
): Map<string, Bead> {
  for (const item of items) {
    if (item.kind !== 'group') continue;
    const { repeat } = item;
    if (repeat?.joined) {
      const { layout } = repeat;
      const ring =
        layout.kind === 'circle' && Math.abs(layout.sweep) >= 360 - 1e-9 && !repeat.without?.length;
      for (const inner of item.objects)
        for (const { id } of everyLeaf([inner])) {
          const copy = (inner.kind === 'group' && inner.copy) || 0;
          out.set(id, { string: item.id, copy, ring });
        }
    }
    beadsOf(item.objects, out);
  }
  return out;
}

/** Outlines are looked at this roughly, at places this far apart, in mm. */
const COARSE = 0.1;
const STEP = 0.5;
const MOST = 400;

/** Places of two outlines that are nearest to each other; null when one has no line. */
function nearestPlaces(a: PlainOutline, b: PlainOutline): [Point, Point] | null {
  const [ours, theirs] = [a, b].map((outline) =>
    outlineLines(outline, COARSE).map((line) => ({ line, lengths: arcLengths(line) })),
  );
  let best: { places: [Point, Point]; gap: number } | null = null;
  for (const { line, lengths } of ours)
    for (const p of placesOn(line, lengths))
      for (const other of theirs) {
        const near = nearestOnLine(other.line, other.lengths, p);
        if (!best || near.distance < best.gap)
          best = { places: [p, pointAt(other.line, other.lengths, near.s)], gap: near.distance };
      }
  return best && best.places;
}

function placesOn(line: Line, lengths: Float64Array): Point[] {
  const total = lengths.at(-1)!;
  const count = Math.min(MOST, Math.ceil(total / STEP));
  const even = Array.from({ length: count + 1 }, (_, k) => pointAt(line, lengths, (total * k) / count));
  const corners = Array.from({ length: line.coords.length / 2 }, (_, i) => ({
    x: line.coords[2 * i],
    y: line.coords[2 * i + 1],
  }));
  return [...even, ...corners.slice(0, MOST)];
}

/** Beads farther from each other than this are not strung, in mm. */
const LONGEST_STRING = 60;

/** Where the thread leaves an object and comes into the next one on its string; null when they are too far apart. */
function stringBetween(a: PlainOutline, b: PlainOutline): [Point, Point] | null {
  const places = nearestPlaces(a, b);
  return places && distance(...places) <= LONGEST_STRING ? places : null;
}

type Sewn = Leaf<PlainOutline>;

/** What is sewn, with strings drawn through it. */
export interface Strung {
  leaves: Sewn[];
  /** Objects that a run leads to. */
  runTo: ReadonlySet<number>;
  /** Objects after which a run leads back to the begin of their string: to where. */
  runOn: ReadonlyMap<number, Point>;
}

/**
 * Sets where beads begin and end so that the runs between them are short: at the places that are nearest to each other.
 * A begin or an end that was fixed by hand stays.
 */
export function drawStrings(leaves: readonly Sewn[], beads: ReadonlyMap<string, Bead>): Strung {
  const out = [...leaves];
  const runTo = new Set<number>();
  const runOn = new Map<number, Point>();
  const beadOf = (i: number): Bead | undefined => beads.get(out[i]?.id);
  const strung = (i: number, j: number): boolean => {
    const [a, b] = [beadOf(i), beadOf(j)];
    return !!a && a.string === b?.string && a.copy !== b.copy && out[i].thread === out[j].thread;
  };
  /** Where the thread goes from one to the other; null for stitches that were brought in, which stay as they are. */
  const between = (i: number, j: number): [Point, Point] | null => {
    const [a, b] = [out[i], out[j]];
    return a.kind === 'object' && b.kind === 'object' ? stringBetween(a.outline, b.outline) : null;
  };
  const fix = (i: number, change: { start?: Point; end?: Point }): void => {
    const leaf = out[i];
    if (leaf.kind !== 'object') return;
    out[i] = { ...leaf, start: leaf.start ?? change.start, end: leaf.end ?? change.end };
  };
  let first = 0;
  for (let i = 0; i < out.length; i++) {
    if (!i || !strung(i - 1, i)) first = i;
    if (strung(i, i + 1)) {
      const places = out[i].stopAfter === undefined ? between(i, i + 1) : null;
      if (!places) continue;
      fix(i, { end: places[0] });
      fix(i + 1, { start: places[1] });
      runTo.add(i + 1);
    } else if (i > first + 1 && beadOf(i)?.ring) {
      const places = between(i, first);
      if (!places) continue;
      fix(i, { end: places[0] });
      runOn.set(i, places[1]);
    }
  }
  return { leaves: out, runTo, runOn };
}
