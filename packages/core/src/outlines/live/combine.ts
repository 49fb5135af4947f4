// Shapes united, taken from one another, cut along a line; lines cropped by shapes.
import { cropLines, intersect, regionFromRings, subtract, unite } from '../../geometry/clip.ts';
import type { Line } from '../../geometry/polyline.ts';
import { ringsOf, type Region } from '../../geometry/region.ts';
import type { CombineOutline, CutOutline, PathOutline, PlainOutline } from '../../design/types.ts';
import { outlineLines } from '../flatten.ts';
import { outlineRegion } from '../region.ts';
import { outlineOfLines, outlineOfRegion } from './region-outline.ts';

/** Everything that several outlines enclose. Outer rings and holes turn opposite ways, so one union does for all. */
export function regionOfAll(outlines: readonly PlainOutline[]): Region {
  const regions = outlines.map(outlineRegion).filter((region) => region.length);
  return regions.length > 1
    ? regionFromRings(regions.flat().flatMap(ringsOf), 'nonzero')
    : (regions[0] ?? []);
}

const OPS = { unite, subtract, intersect };

/** `sources` has one entry a source, each with the outlines that stand inside it. */
export function combineOutlines(
  { op, lines }: Pick<CombineOutline, 'op' | 'lines'>,
  sources: readonly (readonly PlainOutline[])[],
): PathOutline {
  const [first = [], ...others] = sources;
  if (lines) {
    const given = first.flatMap((o) => outlineLines(o));
    const region = regionOfAll(others.flat());
    return outlineOfLines(cropLines(given, region, op === 'intersect' ? 'inside' : 'outside'));
  }
  const regions = others.map(regionOfAll);
  return outlineOfRegion(regions.reduce(OPS[op], regionOfAll(first)));
}

/** How far a knife line goes on beyond its ends, in mm: beyond anything a machine can reach. */
const FAR = 10_000;
/** The line's end direction is measured over this length, in mm, so that a trembling hand doesn't turn it. */
const STEADY = 2;

/** The point FAR beyond the end of a line; `step` is 1 for its beginning, -1 for its end. */
function beyond(coords: Float64Array, step: 1 | -1): [number, number] {
  const n = coords.length / 2;
  const end = step > 0 ? 0 : n - 1;
  const [x, y] = [coords[2 * end], coords[2 * end + 1]];
  let k = end + step;
  while (k + step >= 0 && k + step < n && Math.hypot(coords[2 * k] - x, coords[2 * k + 1] - y) < STEADY)
    k += step;
  const [dx, dy] = [x - coords[2 * k], y - coords[2 * k + 1]];
  const length = Math.hypot(dx, dy) || 1;
  return [x + (dx / length) * FAR, y + (dy / length) * FAR];
}

/** All that lies to the left of a line, as one faces along it on screen; its ends go on straight. */
export function leftOf(line: Line): Region {
  if (line.closed) return regionFromRings([line.coords]);
  const from = beyond(line.coords, 1);
  const to = beyond(line.coords, -1);
  // From the far end back to the beginning, round outside everything, anticlockwise on screen.
  const a = Math.atan2(to[1], to[0]);
  let sweep = Math.atan2(from[1], from[0]) - a;
  if (sweep >= 0) sweep -= 2 * Math.PI * (Math.floor(sweep / (2 * Math.PI)) + 1);
  const steps = Math.max(2, Math.ceil(-sweep / 0.2));
  const round: number[] = [];
  for (let i = 0; i <= steps; i++) {
    const angle = a + (sweep * i) / steps;
    round.push(4 * FAR * Math.cos(angle), 4 * FAR * Math.sin(angle));
  }
  return regionFromRings([[...from, ...line.coords, ...to, ...round]], 'nonzero');
}

/** What lies on one side of a knife line; lines are cropped, shapes are cut. */
export function cutOutline(
  { side, lines }: Pick<CutOutline, 'side' | 'lines'>,
  shape: readonly PlainOutline[],
  knife: readonly PlainOutline[],
): PathOutline {
  const left = knife.flatMap((o) => outlineLines(o)).map(leftOf);
  const region = left.reduce<Region>((all, next) => (all.length ? unite(all, next) : next), []);
  if (lines)
    return outlineOfLines(
      cropLines(
        shape.flatMap((o) => outlineLines(o)),
        region,
        side === 'left' ? 'inside' : 'outside',
      ),
    );
  const whole = regionOfAll(shape);
  return outlineOfRegion(side === 'left' ? intersect(whole, region) : subtract(whole, region));
}
