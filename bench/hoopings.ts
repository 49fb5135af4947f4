// How fast hoopings are laid and designs moved to another thread chart: `npx tsx bench/hoopings.ts`.
import {
  emptyDesign,
  hoopingPlans,
  layHoopingsJob,
  applyCommand,
  resolveDesign,
  sewDesign,
  sewnBoxes,
  threadChart,
  threadMoves,
  type Bounds,
  type Design,
  type DesignObject,
} from '../packages/core/src/index.ts';
import { seeded } from '../packages/core/src/geometry/random.ts';

const median = (times: number[]): number => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
function timed(what: () => unknown, rounds = 5): number {
  const times = Array.from({ length: rounds }, () => {
    const from = performance.now();
    what();
    return performance.now() - from;
  });
  return median(times);
}

const random = seeded(3);
const hoop = { name: '130 × 180', width: 130, height: 180 };
/** Squares scattered over a piece. */
function scattered(count: number, width: number, height: number): Design {
  const { threads } = threadChart('larkmoor');
  const objects = Array.from({ length: count }, (_, i): DesignObject => {
    const [w, h] = [4 + 30 * random(), 4 + 30 * random()];
    const [x, y] = [(random() - 0.5) * (width - w), (random() - 0.5) * (height - h)];
    const corner = (px: number, py: number): { x: number; y: number } => ({ x: px, y: py });
    const points = [corner(x, y), corner(x + w, y), corner(x + w, y + h), corner(x, y + h)];
    return {
      id: `o${i}`,
      name: `Square ${i}`,
      kind: 'object',
      visible: true,
      locked: false,
      outline: { kind: 'path', paths: [{ closed: true, points }] },
      recipe: { kind: 'run', settings: {} },
      thread: threads[i % 40].code,
    };
  });
  return { ...emptyDesign('Scattered', hoop), objects };
}

console.log('hoopings of 130 × 180 mm: objects, piece, hoopings, laid in ms, sewn by hooping in ms');
for (const [count, width, height] of [
  [50, 850, 150],
  [200, 600, 500],
  [200, 850, 150],
] as const) {
  const design = scattered(count, width, height);
  const boxes: ReadonlyMap<string, Bounds> = sewnBoxes(sewDesign(design));
  const lay = () => layHoopingsJob(design, boxes);
  const laid = applyCommand(design, lay().job.command).design;
  const resolved = resolveDesign(laid);
  const ms = [timed(lay), timed(() => hoopingPlans(resolved, {}, boxes), 3)].map((v) => v.toFixed(0));
  console.log(`  ${count}  ${width} × ${height}  ${lay().count}  ${ms.join('  ')}`);
}

const forty = scattered(40, 100, 100);
const moves = () => threadMoves(forty, threadChart('tarn'));
console.log(`40 threads to a chart of 396: ${timed(moves).toFixed(1)} ms`);
