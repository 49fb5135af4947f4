// Redwork: a drawing of touching and crossing lines in one unbroken thread, every line sewn exactly twice.
import { networkOf, nodeNear, partsOf, type Network } from '../geometry/network.ts';
import { distance, type Point } from '../geometry/points.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { lengthSetting, type KindOf, type Setting, type StitchInput, type ValuesOf } from './kind.ts';
import { runPoints } from './run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from './thread.ts';

interface Way {
  edge: number;
  /** Along the edge as it is stored, or against it. */
  forward: boolean;
  to: number;
}

/** Direction in which an edge leaves its begin (or its end, when it is gone through backwards). */
function leaving(coords: Float64Array, forward: boolean): Point {
  const n = coords.length;
  const [i, j] = forward ? [0, 2] : [n - 2, n - 4];
  const [dx, dy] = [coords[j] - coords[i], coords[j + 1] - coords[i + 1]];
  const d = Math.hypot(dx, dy) || 1;
  return { x: dx / d, y: dy / d };
}

/**
 * A walk from `start` over every edge it can reach, once each way, back to `start` (Tarry, "Le problème des
 * labyrinthes", 1895: a node is left by the way it was first entered only when there is no other). Where there is a
 * choice it goes on as straight as it can.
 */
export function doubleWalk({ nodes, edges }: Network, start: number): Way[] {
  const ways: Way[][] = nodes.map(() => []);
  edges.forEach(({ from, to }, edge) => {
    ways[from].push({ edge, forward: true, to });
    ways[to].push({ edge, forward: false, to: from });
  });
  const used = new Set<string>();
  const key = (w: Way): string => `${w.edge}${w.forward ? '+' : '-'}`;
  const entered = new Map<number, string>([[start, '']]);
  const out: Way[] = [];
  let at = start;
  let heading: Point | null = null;
  // Every way once in each direction.
  for (let left = 2 * edges.length; left > 0; left--) {
    const free = ways[at].filter((w) => !used.has(key(w)));
    const first = entered.get(at);
    const others = free.filter((w) => key(w) !== first);
    const among: Way[] = others.length ? others : free;
    if (!among.length) break;
    const straight = (w: Way): number => {
      const d = leaving(edges[w.edge].coords, w.forward);
      return heading ? d.x * heading.x + d.y * heading.y : 0;
    };
    const next: Way = among.reduce((a, b) => (straight(b) > straight(a) + 1e-9 ? b : a));
    used.add(key(next));
    out.push(next);
    if (!entered.has(next.to)) entered.set(next.to, key({ ...next, forward: !next.forward }));
    const back = leaving(edges[next.edge].coords, !next.forward);
    heading = { x: -back.x, y: -back.y };
    at = next.to;
  }
  return out;
}

const only = ({ nodes, edges }: Network, part: readonly number[]): Network => ({
  nodes: [...nodes],
  edges: edges.filter((e) => part.includes(e.from)),
});

function sewPart(network: Network, start: Point, length: number): SewnThread | null {
  const walk = doubleWalk(network, nodeNear(network, start));
  // Both passes go through the same needle points, so that the second hides in the first.
  const points = network.edges.map(({ coords }) => runPoints({ coords, closed: false }, length));
  const builder = new ThreadBuilder();
  for (const { edge, forward } of walk) {
    builder.addLine(forward ? points[edge] : points[edge].toReversed(), Part.top);
  }
  return builder.length < 2 ? null : builder.thread;
}

const SETTINGS = [lengthSetting] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch({ outline, settings, entry, start }: Input): SewnThread[] {
  const network = networkOf(outlineLines(outline));
  let parts = partsOf(network).map((part) => only(network, part));
  const threads: SewnThread[] = [];
  let from = start ?? entry;
  while (parts.length) {
    const gap = ({ edges }: Network): number =>
      from ? Math.min(...edges.map((e) => distance(from!, { x: e.coords[0], y: e.coords[1] }))) : 0;
    const next = parts.reduce((a, b) => (gap(b) < gap(a) ? b : a));
    parts = parts.filter((p) => p !== next);
    const first = next.edges[0].coords;
    const thread = sewPart(next, from ?? { x: first[0], y: first[1] }, settings.length);
    if (!thread) continue;
    threads.push(thread);
    from = { x: thread.x.at(-1)!, y: thread.y.at(-1)! };
  }
  return threads;
}

export const redwork: KindOf<typeof SETTINGS> = {
  id: 'redwork',
  name: 'Redwork',
  summary: 'A whole line drawing in one thread: every line twice, ending where it began.',
  sentence: 'Sew these lines as {kind} in one thread, stitches {length} long, in {thread}.',
  from: () => 'lines',
  oneWalk: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
