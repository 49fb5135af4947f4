// Harmonic functions on a mesh: the temperature of a plate that is held warm at one end and cold at the other, with sides
// that let nothing through. Its level lines never cross, run from side to side, and turn evenly.
//
// Linear finite elements (the cotangent weights of Pinkall and Polthier, 1993), solved by elimination of the point with the fewest
// neighbours first (minimum degree; Tinney and Walker, 1967). All points lie on the boundary: of a shape without holes there is always
// one with no more than two, so that it takes as many steps as there are points.
import FlatQueue from 'flatqueue';
import { edgesOf, type Mesh } from './mesh.ts';

/** Weights are at least this: a triangle without area would part the mesh. */
const LEAST_WEIGHT = 1e-4;
/** What is not held anywhere has this value. */
const UNHELD = 0.5;

interface Edge {
  p: number;
  q: number;
  weight: number;
}

function edgesWithWeights(mesh: Mesh): Edge[] {
  const known = new Map<number, Edge>();
  const n = mesh.points.length;
  mesh.inside.forEach((inside, t) => {
    if (!inside) return;
    const corners = mesh.triangle(t);
    edgesOf(t).forEach((_, k) => {
      const [p, q, r] = [corners[k], corners[(k + 1) % 3], corners[(k + 2) % 3]];
      const [a, b, c] = [mesh.points[p], mesh.points[q], mesh.points[r]];
      const [ux, uy, vx, vy] = [a.x - c.x, a.y - c.y, b.x - c.x, b.y - c.y];
      const cot = (ux * vx + uy * vy) / Math.max(1e-12, Math.abs(ux * vy - uy * vx));
      const key = Math.min(p, q) * n + Math.max(p, q);
      const edge = known.get(key);
      if (edge) edge.weight += cot / 2;
      else known.set(key, { p, q, weight: cot / 2 });
    });
  });
  const edges = [...known.values()];
  for (const edge of edges) edge.weight = Math.max(LEAST_WEIGHT, edge.weight);
  return edges;
}

/**
 * Values at the mesh's points, harmonic everywhere but where they are `fixed`. `rise(p, q)` is added to the value of `q`
 * as seen from `p`: with a rise of 1 over a cut, values grow by 1 once round a ring.
 */
export function harmonic(
  mesh: Mesh,
  fixed: ReadonlyMap<number, number>,
  rise: (p: number, q: number) => number = () => 0,
): Float64Array {
  const n = mesh.points.length;
  const x = new Float64Array(n).fill(UNHELD);
  fixed.forEach((value, i) => (x[i] = value));
  const diagonal = new Float64Array(n);
  const right = new Float64Array(n);
  /** Points that are not known yet, with their weights, about each of them. */
  const about = mesh.points.map(() => new Map<number, number>());
  for (const { p, q, weight } of edgesWithWeights(mesh)) {
    diagonal[p] += weight;
    diagonal[q] += weight;
    const step = rise(p, q);
    right[p] += weight * (step + (fixed.get(q) ?? 0));
    right[q] -= weight * (step - (fixed.get(p) ?? 0));
    if (fixed.has(p) || fixed.has(q)) continue;
    about[p].set(q, weight);
    about[q].set(p, weight);
  }
  const order: number[] = [];
  const gone = new Uint8Array(n);
  const queue = new FlatQueue<number>();
  about.forEach(({ size }, v) => fixed.has(v) || queue.push(v, size));
  while (queue.length) {
    const neighbours = queue.peekValue()!;
    const v = queue.pop()!;
    // One that has others than when it was put there stands elsewhere in the queue, too.
    if (gone[v] || neighbours !== about[v].size) continue;
    gone[v] = 1;
    order.push(v);
    const own = [...about[v]];
    for (const [u, weight] of own) {
      const share = weight / diagonal[v];
      right[u] += share * right[v];
      diagonal[u] -= share * weight;
      about[u].delete(v);
      for (const [w, other] of own) if (w !== u) about[u].set(w, (about[u].get(w) ?? 0) + share * other);
    }
    for (const [u] of own) queue.push(u, about[u].size);
  }
  for (const v of order.reverse()) {
    if (diagonal[v] < LEAST_PIVOT) continue;
    let sum = right[v];
    for (const [u, weight] of about[v]) sum += weight * x[u];
    x[v] = sum / diagonal[v];
  }
  return x;
}

/** Less than this is left of what nothing holds. */
const LEAST_PIVOT = 1e-9;
