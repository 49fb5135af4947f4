// Plain stitches as a drawing of lines, for small pictures of them.
import { threadLines } from '../design/stretches.ts';
import type { Path, PathOutline, StitchesObject } from '../design/types.ts';

/** The lines of threads, their needle points thinned out so that there are no more than `most`; mm. */
export function threadDrawing(items: readonly StitchesObject[], most = 2000): PathOutline {
  const lines = items.flatMap(({ blocks }) => threadLines(blocks));
  const all = lines.reduce((sum, { coords }) => sum + coords.length / 2, 0);
  const every = Math.max(1, Math.ceil(all / most));
  const paths = lines.slice(0, most).map(({ coords }): Path => {
    const n = coords.length / 2;
    const points: Path['points'] = [];
    for (let i = 0; i < n; i++)
      if (i % every === 0 || i === n - 1) points.push({ x: coords[2 * i], y: coords[2 * i + 1] });
    return { closed: false, points };
  });
  return { kind: 'path', paths };
}
