// The outline at a distance from others: bridged, smoothed, in rings, and with the dents of a hand.
import type { CornerRule, PathOutline, PlainOutline, SurroundOutline } from '../../design/types.ts';
import { bandRegion, offsetRegion, regionFromRings, unite } from '../../geometry/clip.ts';
import { regionArea, ringsOf, type Region } from '../../geometry/region.ts';
import { outlineLines } from '../flatten.ts';
import { closedOnly } from './around.ts';
import { regionOfAll } from './combine.ts';
import { dented } from './dents.ts';
import { roundedPath } from './rounded.ts';

/** What is grown: closed outlines as what they enclose, and open lines. Inside an open line there is nothing. */
function grown(sources: readonly PlainOutline[], distance: number, corners: CornerRule): Region {
  const open = sources.flatMap((o) => outlineLines(o)).filter((line) => !line.closed);
  const region = offsetRegion(regionOfAll(sources.map(closedOnly)), distance, corners);
  if (!open.length || distance <= 0) return region;
  return unite(region, bandRegion(open, 2 * distance, corners === 'round' ? 'round' : 'square', corners));
}

/** Smoothing takes less of a radius where a shape would lose more than this share of itself. */
const MOST_LOST = 0.1;

/** Corners rounded, first those that point inwards, then those that point outwards. */
function smoothed(region: Region, radius: number): Region {
  const filled = offsetRegion(offsetRegion(region, radius), -radius);
  const area = regionArea(filled);
  for (let r = radius; r > radius / 10; r /= 2) {
    const round = offsetRegion(offsetRegion(filled, -r), r);
    if (round.length >= filled.length && regionArea(round) > (1 - MOST_LOST) * area) return round;
  }
  return filled;
}

type Around = Omit<SurroundOutline, 'kind' | 'of' | 'place' | 'from'>;
type Shaping = Pick<Around, 'corners' | 'bridge' | 'smooth' | 'fillHoles' | 'inside'>;

/** One outline, `distance` mm from the sources. */
export function surroundRegion(
  { corners, bridge = 0, smooth = 0, fillHoles, inside }: Shaping,
  distance: number,
  sources: readonly PlainOutline[],
): Region {
  // Grown by half the bridge too much and shrunk again: narrow notches stay closed.
  const far = grown(sources, distance + bridge / 2, corners);
  const bridged = bridge > 0 ? offsetRegion(far, -bridge / 2) : far;
  const round = smooth > 0 ? smoothed(bridged, smooth) : bridged;
  if (inside)
    return regionFromRings(
      round.flatMap((p) => p.holes),
      'nonzero',
    );
  return fillHoles
    ? regionFromRings(
        round.map((p) => p.outer),
        'nonzero',
      )
    : round;
}

/** Open lines are surrounded by a band, closed ones as what they enclose. Negative distances go inwards. */
export function surroundOutline(around: Around, sources: readonly PlainOutline[]): PathOutline {
  const { distance, rings = 1, gap = 0, dents } = around;
  const paths = Array.from({ length: Math.max(1, rings) }, (_, k) =>
    surroundRegion(around, distance + k * gap, sources),
  ).flatMap((region) => region.flatMap(ringsOf).map(roundedPath));
  return { kind: 'path', paths: dents?.length ? dented(paths, dents) : paths };
}
