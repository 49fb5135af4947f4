// Run: a line of stitches, once, there and back, or bean.
import type { Point } from '../geometry/points.ts';
import { outlineLines } from '../outlines/flatten.ts';
import {
  lengthSetting,
  passesSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from './kind.ts';
import { inGoodOrder } from './order.ts';
import { runPoints } from './run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from './thread.ts';

/** `passes` 1: once; 2: there and back; 3 or 5: bean, every stitch sewn that often. */
export function withPasses<P extends Point>(points: P[], passes: number): P[] {
  if (passes === 2) return [...points, ...points.slice(0, -1).reverse()];
  if (passes < 3) return points;
  const out = [points[0]];
  for (let i = 1; i < points.length; i++) {
    for (let k = 0; k < passes; k++) out.push(k % 2 ? points[i - 1] : points[i]);
  }
  return out;
}

/** How often every stitch is sewn, on a thread that is already made. */
export function repeated(thread: SewnThread, passes: number): SewnThread {
  const places = withPasses(
    thread.x.map((x, i) => ({ x, y: thread.y[i], part: thread.part[i] })),
    passes,
  );
  return { x: places.map((p) => p.x), y: places.map((p) => p.y), part: places.map((p) => p.part) };
}

/** Needle points at least 0.4 mm apart on the machine's grid, both ends kept. */
export function needlePoints(points: readonly Point[]): Point[] {
  const builder = new ThreadBuilder();
  builder.addLine(points, Part.top);
  const { x, y } = builder.thread;
  return x.map((px, i) => ({ x: px, y: y[i] }));
}

const SETTINGS = [lengthSetting, passesSetting] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch({ outline, settings, entry, start, end, toward }: Input): SewnThread[] {
  const length = settings.length;
  const passes = settings.passes;
  const threads: SewnThread[] = [];
  for (const line of inGoodOrder(outlineLines(outline), start ?? entry, end ?? toward)) {
    const points = needlePoints(runPoints(line, length));
    if (points.length < 2) continue;
    const sewn = withPasses(points, passes);
    threads.push({
      x: sewn.map((p) => p.x),
      y: sewn.map((p) => p.y),
      part: sewn.map(() => Part.top),
    });
  }
  return threads;
}

export const run: KindOf<typeof SETTINGS> = {
  id: 'run',
  name: 'Run',
  summary: 'A line of single stitches: once, there and back, or bean.',
  sentence: 'Sew along this line as {kind}, stitches {length} long, sewn {passes}, in {thread}.',
  from: () => 'lines',
  crosses: true,
  unsuited: ({ passes }, { weave }) => (weave === 'pile' && passes === 1 ? 'sinks-in' : null),
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
