// The cut lines of appliqué cloths as SVG in true size, for scissors and cutting machines.
import type { Design } from '../../design/types.ts';
import { coordsBounds } from '../../geometry/region.ts';
import { outlineLines, outlinePaths } from '../../outlines/flatten.ts';
import { inMm, pathData } from '../../outlines/path-data.ts';
import { patchesOf } from '../../painting/patch.ts';
import { escapeXml } from './write.ts';

/** Paper around the lines, in mm. */
const MARGIN = 5;

/** The placement outline of every appliqué, in mm; an empty page where there is none. */
export function writeCutLines(design: Design): string {
  const patches = patchesOf(design);
  const b = coordsBounds(patches.flatMap((o) => outlineLines(o.outline).map((l) => l.coords)));
  const { minX, minY, maxX, maxY } = b ?? { minX: 0, minY: 0, maxX: 10, maxY: 10 };
  const [x, y] = [minX - MARGIN, minY - MARGIN];
  const [w, h] = [maxX - minX + 2 * MARGIN, maxY - minY + 2 * MARGIN];
  const lines = patches.map(
    (o) =>
      `<path fill="none" stroke="#b3263f" stroke-width="0.2" aria-label="${escapeXml(o.name)}" d="${pathData(outlinePaths(o.outline))}"/>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${inMm(w)}mm" height="${inMm(h)}mm" viewBox="${inMm(x)} ${inMm(y)} ${inMm(w)} ${inMm(h)}">
<title>${escapeXml(design.name)}: cut lines</title>
${lines.join('\n')}
</svg>
`;
}
