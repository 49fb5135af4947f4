// Outlines of one shape are the same object wherever they stand: what was made of one is known of all.
import { Recent } from '../design/recent.ts';
import type { PathOutline } from '../design/types.ts';
import { onMachineGrid } from '../geometry/points.ts';

/** Coordinates that differ by less than this are the same, in 1/mm. */
const FINE = 1e4;
/** So many outlines are kept, those that were asked for last. */
const MOST = 600;

/** Simple fractions of a mm lie halfway between two of these steps as often as not, and would fall to either side by chance. */
const ASIDE = 0.137;

const round = (v: number): number => Math.round(v * FINE + ASIDE);

function keyOf({ paths, fillRule }: PathOutline, dx: number, dy: number): string {
  const out: (number | string)[] = [fillRule ?? ''];
  for (const { closed, points } of paths) {
    out.push(closed ? 'c' : 'o');
    for (const p of points) {
      out.push(round(p.x - dx), round(p.y - dy));
      if (p.in) out.push('i', round(p.in.x), round(p.in.y));
      if (p.out) out.push('o', round(p.out.x), round(p.out.y));
    }
  }
  return out.join(' ');
}

const anywhere = new Recent<PathOutline>(MOST);

export interface Shifted {
  outline: PathOutline;
  /** How far the outline that was asked about lies from it, in mm; whole steps of the machine's grid. */
  dx: number;
  dy: number;
}

const shifts = new WeakMap<PathOutline, Shifted>();

/** The outline brought near to (0, 0) by whole steps of the machine's grid; the very same one wherever it was. */
export function anywhereOutline(outline: PathOutline): Shifted {
  let found = shifts.get(outline);
  if (found) return found;
  const [first] = outline.paths[0]?.points ?? [{ x: 0, y: 0 }];
  // Half a step aside, so that what lies on the grid does not fall to either side of it by chance.
  const [dx, dy] = [onMachineGrid(first.x - 0.03), onMachineGrid(first.y - 0.03)];
  const made = anywhere.get(keyOf(outline, dx, dy), () => ({
    ...outline,
    paths: outline.paths.map((path) => ({
      ...path,
      points: path.points.map((p) => ({ ...p, x: p.x - dx, y: p.y - dy })),
    })),
  }));
  found = { outline: made, dx, dy };
  shifts.set(outline, found);
  return found;
}
