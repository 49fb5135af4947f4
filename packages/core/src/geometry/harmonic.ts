// Harmonic functions on a mesh: the temperature of a plate that is held warm at one end and cold at the other, with sides
// that let nothing through. Its level lines never cross, run from side to side, and turn evenly.
//
// Linear finite elements (the cotangent weights of Pinkall and Polthier, 1993), solved by conjugate gradients.
import { edgesOf, type Mesh } from './mesh.ts';

/** Weights are at least this: a triangle without area would part the mesh. */
const LEAST_WEIGHT = 1e-4;
const TOLERANCE = 1e-9;

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
  const edges = edgesWithWeights(mesh);
  const x = new Float64Array(n).fill(0.5);
  fixed.forEach((value, i) => (x[i] = value));
  const diagonal = new Float64Array(n);
  const right = new Float64Array(n);
  for (const { p, q, weight } of edges) {
    diagonal[p] += weight;
    diagonal[q] += weight;
    const step = rise(p, q);
    right[p] += weight * step;
    right[q] -= weight * step;
  }
  const free = Uint8Array.from({ length: n }, (_, i) => (fixed.has(i) || !diagonal[i] ? 0 : 1));
  const applied = new Float64Array(n);
  const apply = (v: Float64Array): void => {
    for (let i = 0; i < n; i++) applied[i] = diagonal[i] * v[i];
    for (const { p, q, weight } of edges) {
      applied[p] -= weight * v[q];
      applied[q] -= weight * v[p];
    }
  };
  apply(x);
  const rest = Float64Array.from(right, (b, i) => (free[i] ? b - applied[i] : 0));
  const scaled = Float64Array.from(rest, (r, i) => (free[i] ? r / diagonal[i] : 0));
  const way = Float64Array.from(scaled);
  const dot = (a: Float64Array, b: Float64Array): number => {
    let sum = 0;
    for (let i = 0; i < n; i++) sum += a[i] * b[i];
    return sum;
  };
  let size = dot(rest, scaled);
  const enough = size * TOLERANCE ** 2;
  for (let k = 0; k < 6 * n && size > enough && size > 1e-24; k++) {
    apply(way);
    const along = size / dot(way, applied);
    for (let i = 0; i < n; i++) {
      if (!free[i]) continue;
      x[i] += along * way[i];
      rest[i] -= along * applied[i];
      scaled[i] = rest[i] / diagonal[i];
    }
    const next = dot(rest, scaled);
    const keep = next / size;
    size = next;
    for (let i = 0; i < n; i++) way[i] = free[i] ? scaled[i] + keep * way[i] : 0;
  }
  return x;
}
