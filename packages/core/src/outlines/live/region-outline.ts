// Between outlines and what live outlines are computed with.
import type { Line } from '../../geometry/polyline.ts';
import { ringsOf, type Region } from '../../geometry/region.ts';
import type { Path, PathOutline } from '../../design/types.ts';

function path(coords: ArrayLike<number>, closed: boolean): Path {
  const points = [];
  for (let i = 0; i < coords.length; i += 2) points.push({ x: coords[i], y: coords[i + 1] });
  return { closed, points };
}

export const outlineOfRegion = (region: Region): PathOutline => ({
  kind: 'path',
  paths: region.flatMap(ringsOf).map((ring) => path(ring, true)),
});

export const outlineOfLines = (lines: readonly Line[]): PathOutline => ({
  kind: 'path',
  paths: lines.map((line) => path(line.coords, line.closed)),
});
