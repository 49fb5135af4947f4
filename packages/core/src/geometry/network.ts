// Lines that touch and cross as a network: places where they meet, and the pieces of line between them.
import { DisjointSets } from './disjoint-sets.ts';
import { distance, type Point } from './points.ts';
import { arcLengths, nearestOnLine, pointAt, segmentAt, withoutRepeats, type Line } from './polyline.ts';

export interface Edge {
  from: number;
  to: number;
  /** From one node to the other, ends included. */
  coords: Float64Array;
}

export interface Network {
  nodes: Point[];
  edges: Edge[];
}

/** Ends this near to another line touch it; places this near to each other are one, in mm. */
const TOUCH = 0.3;

interface Piece {
  line: number;
  /** Arc length at its begin. */
  at: number;
  length: number;
  ax: number;
  ay: number;
  bx: number;
  by: number;
}

function piecesOf(lines: readonly Line[]): Piece[] {
  return lines.flatMap((line, k) => {
    const lengths = arcLengths(line);
    const n = line.coords.length / 2;
    return Array.from({ length: lengths.length - 1 }, (_, i) => {
      const j = (i + 1) % n;
      const [ax, ay, bx, by] = [
        line.coords[2 * i],
        line.coords[2 * i + 1],
        line.coords[2 * j],
        line.coords[2 * j + 1],
      ];
      return { line: k, at: lengths[i], length: lengths[i + 1] - lengths[i], ax, ay, bx, by };
    });
  });
}

/** Cuts of every line, as arc lengths, where it crosses itself or others. */
function crossings(lines: readonly Line[]): number[][] {
  const cuts: number[][] = lines.map(() => []);
  const pieces = piecesOf(lines).sort((a, b) => Math.min(a.ax, a.bx) - Math.min(b.ax, b.bx));
  let active: Piece[] = [];
  for (const p of pieces) {
    const left = Math.min(p.ax, p.bx);
    active = active.filter((q) => Math.max(q.ax, q.bx) >= left);
    for (const q of active) {
      if (Math.max(p.ay, p.by) < Math.min(q.ay, q.by) || Math.max(q.ay, q.by) < Math.min(p.ay, p.by))
        continue;
      const [ux, uy, vx, vy] = [p.bx - p.ax, p.by - p.ay, q.bx - q.ax, q.by - q.ay];
      const cross = ux * vy - uy * vx;
      if (Math.abs(cross) < 1e-12) continue;
      const t = ((q.ax - p.ax) * vy - (q.ay - p.ay) * vx) / cross;
      const s = ((q.ax - p.ax) * uy - (q.ay - p.ay) * ux) / cross;
      if (t < 0 || t > 1 || s < 0 || s > 1) continue;
      const [a, b] = [p.at + t * p.length, q.at + s * q.length];
      // Neighbouring pieces of one line always meet.
      if (p.line === q.line && Math.abs(a - b) < 1e-6) continue;
      cuts[p.line].push(a);
      cuts[q.line].push(b);
    }
    active.push(p);
  }
  return cuts;
}

/** Adds cuts where an end of one line touches another without crossing it. */
function touches(lines: readonly Line[], cuts: number[][]): void {
  lines.forEach((line, i) => {
    if (line.closed) return;
    const c = line.coords;
    const ends = [
      { x: c[0], y: c[1] },
      { x: c[c.length - 2], y: c[c.length - 1] },
    ];
    lines.forEach((other, j) => {
      if (i === j) return;
      const lengths = arcLengths(other);
      for (const end of ends) {
        const near = nearestOnLine(other, lengths, end);
        if (near.distance <= TOUCH) cuts[j].push(near.s);
      }
    });
  });
}

/** Points along a line from one arc length to another; for a closed line `to` may lie beyond its length. */
function stretch(line: Line, lengths: Float64Array, from: number, to: number): Float64Array {
  const total = lengths.at(-1)!;
  const n = line.coords.length / 2;
  const at = (s: number): Point => pointAt(line, lengths, line.closed && s > total ? s - total : s);
  const out: number[] = [];
  const push = (p: Point): void => void out.push(p.x, p.y);
  push(at(from));
  const first = segmentAt(lengths, from) + 1;
  for (let k = first; k < first + n; k++) {
    const i = k % n;
    const s = lengths[i] + (k >= n && line.closed ? total : 0);
    if ((k >= n && !line.closed) || s >= to - 1e-9) break;
    if (s > from + 1e-9) push({ x: line.coords[2 * i], y: line.coords[2 * i + 1] });
  }
  push(at(to));
  return Float64Array.from(out);
}

/** The network of lines. Places nearer than 0.3 mm to each other become one; pieces shorter than that are left out. */
export function networkOf(given: readonly Line[]): Network {
  const lines = given
    .map((l) => ({ ...l, coords: withoutRepeats(l.coords, l.closed, 1e-4) }))
    .filter((l) => l.coords.length >= 4);
  const cuts = crossings(lines);
  touches(lines, cuts);
  const nodes: Point[] = [];
  const node = (p: Point): number => {
    const known = nodes.findIndex((q) => distance(p, q) <= TOUCH);
    return known >= 0 ? known : nodes.push(p) - 1;
  };
  const edges: Edge[] = [];
  lines.forEach((line, i) => {
    const lengths = arcLengths(line);
    const total = lengths.at(-1)!;
    const all = line.closed ? cuts[i] : [0, ...cuts[i], total];
    const sorted = (all.length ? all : [0]).sort((a, b) => a - b);
    // Cuts nearer than a touch are one; the line's own ends stay.
    const places = sorted.filter(
      (s, k) => k === 0 || s - sorted[k - 1] > TOUCH || (k === sorted.length - 1 && !line.closed),
    );
    if (line.closed && places.length > 1 && places[0] + total - places[places.length - 1] <= TOUCH)
      places.pop();
    const stops = line.closed ? [...places, places[0] + total] : places;
    for (let k = 1; k < stops.length; k++) {
      const coords = stretch(line, lengths, stops[k - 1], stops[k]);
      const [from, to] = [
        node({ x: coords[0], y: coords[1] }),
        node({ x: coords[coords.length - 2], y: coords[coords.length - 1] }),
      ];
      if (from === to && stops[k] - stops[k - 1] <= 2 * TOUCH) continue;
      [coords[0], coords[1]] = [nodes[from].x, nodes[from].y];
      [coords[coords.length - 2], coords[coords.length - 1]] = [nodes[to].x, nodes[to].y];
      edges.push({ from, to, coords });
    }
  });
  return { nodes, edges };
}

/** The network with a node at the place of its lines that is nearest to `p`; gives that node. */
export function nodeNear({ nodes, edges }: Network, p: Point): number {
  let best = { edge: 0, s: 0, distance: Infinity };
  edges.forEach(({ coords }, edge) => {
    const line: Line = { coords, closed: false };
    const near = nearestOnLine(line, arcLengths(line), p);
    if (near.distance < best.distance) best = { edge, ...near };
  });
  const { from, to, coords } = edges[best.edge];
  const line: Line = { coords, closed: false };
  const lengths = arcLengths(line);
  if (best.s < 2 * TOUCH) return from;
  if (best.s > lengths.at(-1)! - 2 * TOUCH) return to;
  const middle = nodes.push(pointAt(line, lengths, best.s)) - 1;
  edges[best.edge] = { from, to: middle, coords: stretch(line, lengths, 0, best.s) };
  edges.push({ from: middle, to, coords: stretch(line, lengths, best.s, lengths.at(-1)!) });
  return middle;
}

/** Connected parts of a network, as the nodes of each. */
export function partsOf({ nodes, edges }: Network): number[][] {
  const sets = new DisjointSets(nodes.length);
  for (const { from, to } of edges) sets.join(from, to);
  const parts = new Map<number, number[]>();
  for (const { from, to } of edges)
    for (const n of [from, to]) {
      const r = sets.root(n);
      parts.set(r, parts.get(r) ?? []);
      if (!parts.get(r)!.includes(n)) parts.get(r)!.push(n);
    }
  return [...parts.values()];
}
