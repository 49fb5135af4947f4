// Outlines at a distance, bands about lines, and the edges of shapes.
import { bandRegion, offsetRegion, regionFromRings, unite } from '../../geometry/clip.ts';
import type {
  BandOutline,
  EdgeOutline,
  PathOutline,
  PlainOutline,
  SurroundOutline,
} from '../../design/types.ts';
import { outlineLines } from '../flatten.ts';
import { regionOfAll } from './combine.ts';
import { outlineOfRegion } from './region-outline.ts';

/** Open lines are surrounded by a band, closed ones as what they enclose. Inside an open line there is nothing. */
export function surroundOutline(
  { distance, corners }: Pick<SurroundOutline, 'distance' | 'corners'>,
  sources: readonly PlainOutline[],
): PathOutline {
  const open = sources.flatMap((o) => outlineLines(o)).filter((line) => !line.closed);
  const region = offsetRegion(regionOfAll(sources.map(closedOnly)), distance, corners);
  if (!open.length || distance <= 0) return outlineOfRegion(region);
  const band = bandRegion(open, 2 * distance, corners === 'round' ? 'round' : 'square', corners);
  return outlineOfRegion(unite(region, band));
}

const closedOnly = (outline: PlainOutline): PlainOutline =>
  outline.kind === 'path' ? { ...outline, paths: outline.paths.filter((path) => path.closed) } : outline;

export const bandOutline = (
  { width, ends, corners }: Pick<BandOutline, 'width' | 'ends' | 'corners'>,
  sources: readonly PlainOutline[],
): PathOutline =>
  outlineOfRegion(
    bandRegion(
      sources.flatMap((o) => outlineLines(o)),
      width,
      ends,
      corners,
    ),
  );

export function edgeOutline(
  { which }: Pick<EdgeOutline, 'which'>,
  sources: readonly PlainOutline[],
): PathOutline {
  const region = regionOfAll(sources);
  if (which === 'all') return outlineOfRegion(region);
  if (which === 'outer')
    return outlineOfRegion(
      regionFromRings(
        region.map((p) => p.outer),
        'nonzero',
      ),
    );
  return outlineOfRegion(region.flatMap((p) => p.holes).map((outer) => ({ outer, holes: [] })));
}
