// Path data (the d of an SVG path) to our paths and back. Read: absolute, arcs as cubics, quadratics raised to cubics.
import svgpath from 'svgpath';
import type { Path, PathPoint } from '../design/types.ts';

export interface ParsedPath {
  paths: Path[];
  /** What was wrong; the part before it is kept. */
  problem: string | null;
}

const near = (a: PathPoint, b: PathPoint): boolean => Math.hypot(a.x - b.x, a.y - b.y) < 1e-9;

export function parsePathData(d: string): ParsedPath {
  const parsed = svgpath(d) as ReturnType<typeof svgpath> & { err?: string };
  const problem = parsed.err ? parsed.err.replace(/^SvgPath: /, '') : null;
  const paths: Path[] = [];
  let points: PathPoint[] = [];
  const finish = (closed: boolean): void => {
    if (closed && points.length > 2 && near(points[0], points[points.length - 1])) {
      const end = points.pop()!; // the closing point repeats the first: keep its tangent
      if (end.in) points[0] = { ...points[0], in: end.in };
    }
    if (points.length > 1) paths.push({ closed, points });
    points = [];
  };
  let start = { x: 0, y: 0 };
  const cubic = (x1: number, y1: number, x2: number, y2: number, x: number, y: number): void => {
    const last = points[points.length - 1];
    last.out = { x: x1 - last.x, y: y1 - last.y };
    points.push({ x, y, in: { x: x2 - x, y: y2 - y } });
  };
  parsed
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const s = segment as unknown as [string, ...number[]];
      const [command, ...v] = s;
      if (command !== 'M' && command !== 'Z' && !points.length) points = [{ x, y }];
      if (command === 'M') {
        finish(false);
        start = { x: v[0], y: v[1] };
        points = [{ ...start }];
      } else if (command === 'L') points.push({ x: v[0], y: v[1] });
      else if (command === 'H') points.push({ x: v[0], y });
      else if (command === 'V') points.push({ x, y: v[0] });
      else if (command === 'C') cubic(v[0], v[1], v[2], v[3], v[4], v[5]);
      else if (command === 'Q')
        cubic(
          x + (2 / 3) * (v[0] - x),
          y + (2 / 3) * (v[1] - y),
          v[2] + (2 / 3) * (v[0] - v[2]),
          v[3] + (2 / 3) * (v[1] - v[3]),
          v[2],
          v[3],
        );
      else if (command === 'Z' || command === 'z') finish(true);
    });
  finish(false);
  return { paths, problem };
}

/** A coordinate in mm, to a thousandth. */
export const inMm = (v: number): string => String(Math.round(v * 1000) / 1000);

/** The d of an SVG path, in mm; or in other units, as `num` writes them. */
export function pathData(paths: readonly Path[], num: (v: number) => string = inMm): string {
  return paths
    .map(({ points, closed }) => {
      const parts = [`M${num(points[0].x)} ${num(points[0].y)}`];
      const count = closed ? points.length : points.length - 1;
      for (let i = 0; i < count; i++) {
        const a = points[i];
        const b = points[(i + 1) % points.length];
        if (!a.out && !b.in) {
          if (!(closed && i === count - 1)) parts.push(`L${num(b.x)} ${num(b.y)}`);
          continue;
        }
        const [ox, oy] = [a.out?.x ?? 0, a.out?.y ?? 0];
        const [ix, iy] = [b.in?.x ?? 0, b.in?.y ?? 0];
        parts.push(
          `C${num(a.x + ox)} ${num(a.y + oy)} ${num(b.x + ix)} ${num(b.y + iy)} ${num(b.x)} ${num(b.y)}`,
        );
      }
      return parts.join('') + (closed ? 'Z' : '');
    })
    .join('');
}
