// Bands about lines, and the edges of shapes.
import { bandRegion, regionFromRings } from '../../geometry/clip.ts';
import type { BandOutline, EdgeOutline, PathOutline, PlainOutline } from '../../design/types.ts';
import { outlineLines } from '../flatten.ts';
import { regionOfAll } from './combine.ts';
import { outlineOfRegion } from './region-outline.ts';

/** Only what encloses something. */
export const closedOnly = (outline: PlainOutline): PlainOutline =>
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
