// The axis of a polygon: the line midway between its sides, with branches where the polygon branches.
//
// After L. Prasad, "Morphological analysis of shapes" (CNLS Newsletter 139, 1997): the polygon's boundary is
// triangulated, and the middles of the chords from side to side are joined. Branches that only run into a blunt
// corner are dropped.
import { Mesh, edgesOf, triangleOf, type Chord } from './mesh.ts';
import { distance, lengthThrough, type Point } from './points.ts';
import { arcLengths, pointAt } from './polyline.ts';
import type { Polygon } from './region.ts';

export interface AxisArm {
  /** Nodes at its ends; null where it runs free into an end of the polygon. Both null for a closed arm. */
  from: number | null;
  to: number | null;
  points: Point[];
  closed: boolean;
  /** Its first and its last chord: where it is parted from a node, from side to side. */
  mouths: [Chord, Chord];
}

export interface Axis {
  /** Places where arms meet, and how far they reach. */
  nodes: { at: Point; radius: number }[];
  arms: AxisArm[];
}

/**
 * A branch is dropped when what lies beyond its chord stays within this share of the chord's own circle: corners
 * down to about 65° have no branch.
 */
const BLUNT = 1.55;
/** Nodes nearer than this share of their reach are one. */
const TOGETHER = 1.1;

const trianglesOf = (mesh: Mesh): number[] => Array.from({ length: mesh.count }, (_, t) => t);

/** Drops branches that run into blunt corners. Half-edges of what is left have `open` set. */
function pruned(mesh: Mesh): { open: boolean[]; lost: Map<number, number[]> } {
  const open = Array.from(mesh.across, (other) => other >= 0);
  const degree = (t: number): number => edgesOf(t).filter((e) => open[e]).length;
  /** Boundary points of what was dropped at a triangle. */
  const lost = new Map<number, number[]>();
  let queue = trianglesOf(mesh).filter((t) => degree(t) === 1);
  while (queue.length) {
    const later: number[] = [];
    for (const terminal of queue) {
      if (degree(terminal) !== 1) continue;
      const reached: number[] = [];
      const passed: number[] = [];
      let t = terminal;
      let enter = -1;
      // Along the branch up to where it meets others.
      for (let steps = 0; steps < mesh.across.length && degree(t) <= 2; steps++) {
        reached.push(...mesh.triangle(t), ...(lost.get(t) ?? []));
        passed.push(t);
        const out = edgesOf(t).find((e) => open[e] && e !== enter);
        if (out === undefined) break;
        enter = mesh.across[out];
        t = triangleOf(enter);
      }
      if (degree(t) !== 3) continue;
      const { middle, half } = mesh.chord(enter);
      if (reached.some((i) => distance(mesh.points[i], middle) > half * BLUNT)) continue;
      for (const gone of passed)
        for (const e of edgesOf(gone)) {
          if (open[e]) open[mesh.across[e]] = false;
          open[e] = false;
        }
      lost.set(t, [...(lost.get(t) ?? []), ...reached]);
      later.push(t);
    }
    // What became an end by that may be blunt itself.
    queue = later.flatMap((t) => (degree(t) === 1 ? [t] : endsBeyond(t)));
    function endsBeyond(from: number): number[] {
      return edgesOf(from).flatMap((first) => {
        if (!open[first]) return [];
        let enter = mesh.across[first];
        for (let guard = 0; guard < mesh.across.length; guard++) {
          const t = triangleOf(enter);
          const out = edgesOf(t).filter((e) => open[e] && e !== enter);
          if (out.length === 0) return [t];
          if (out.length > 1) return [];
          enter = mesh.across[out[0]];
        }
        return [];
      });
    }
  }
  return { open, lost };
}

/**
 * How many chords of an arm are worth keeping, counted from its other end: those that run on into a blunt end
 * lead into one of its corners. `chords` are half-edges that lead to the arm's free end.
 */
function worthKeeping(mesh: Mesh, chords: readonly number[], lost: Map<number, number[]>): number {
  const beyond: number[] = [];
  let keep = chords.length;
  for (let k = chords.length - 1; k >= 0; k--) {
    const t = triangleOf(mesh.across[chords[k]]);
    beyond.push(...mesh.triangle(t), ...(lost.get(t) ?? []));
    const { middle, half } = mesh.chord(chords[k]);
    if (beyond.some((i) => distance(mesh.points[i], middle) > half * BLUNT)) break;
    keep = k;
  }
  return Math.max(1, keep);
}

interface RawArm extends Omit<AxisArm, 'mouths'> {
  /** Half-edges that it passes. */
  chords: number[];
}

/** Chords that turn round one place of the boundary by more than this are cut there, in radians. */
const SWING = 1.8;
/** How far a place may move while chords turn round it, as a share of half a chord. */
const STEADY = 0.4;

/** Where an arm turns round one place of the boundary the most: from which of its chords to which. */
function widestSwing(mesh: Mesh, chords: readonly number[]): [number, number] | null {
  const ends = chords.map((e) => mesh.ends(e).map((i) => mesh.points[i]));
  let best: [number, number] | null = null;
  let most = SWING;
  for (const side of [0, 1])
    for (let i = 0; i < ends.length; i++) {
      let turn = 0;
      for (let j = i + 1; j < ends.length; j++) {
        if (distance(ends[i][side], ends[j][side]) > STEADY * (distance(ends[i][0], ends[i][1]) / 2)) break;
        const [a, b] = [ends[j - 1], ends[j]];
        const [ux, uy] = [a[1].x - a[0].x, a[1].y - a[0].y];
        const [vx, vy] = [b[1].x - b[0].x, b[1].y - b[0].y];
        turn += Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
        if (Math.abs(turn) > most) [most, best] = [Math.abs(turn), [i, j]];
      }
    }
  return best;
}

/** A way from one node to another, how long it is in mm, and which arm leads there. */
interface Link {
  from: number;
  to: number;
  length: number;
  arm: RawArm;
}

/**
 * Joins nodes that lie within each other's reach; gives each node's new number, and the arms that are gone with it: those that joined
 * them, the shortest first, and those that lead round an opening on a way so short that most of it is gone already.
 */
function joined(nodes: number, reach: number[], links: Link[]): { group: Int32Array; gone: Set<RawArm> } {
  const parent = Int32Array.from({ length: nodes }, (_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i])));
  const joins: Link[] = [];
  const others: Link[] = [];
  for (const link of links.toSorted((a, b) => a.length - b.length)) {
    const { from, to, length } = link;
    const near = length < TOGETHER * Math.max(reach[from], reach[to]);
    if (near && root(from) !== root(to)) {
      parent[root(from)] = root(to);
      joins.push(link);
    } else others.push(link);
  }
  const far = lengthsOver(joins, nodes);
  const round = others.filter(({ from, to, length }) => root(from) === root(to) && length < far(from, to));
  const gone = new Set([...joins, ...round].map(({ arm }) => arm));
  return { group: Int32Array.from({ length: nodes }, (_, i) => root(i)), gone };
}

/** How long the only way is from one node to another over links without a circle, in mm. */
function lengthsOver(links: readonly Link[], nodes: number): (from: number, to: number) => number {
  const about = Array.from({ length: nodes }, (): { node: number; length: number }[] => []);
  for (const { from, to, length } of links) {
    about[from].push({ node: to, length });
    about[to].push({ node: from, length });
  }
  return (from, to) => {
    const far = new Map([[from, 0]]);
    for (const [at, gone] of far)
      for (const { node, length } of about[at]) if (!far.has(node)) far.set(node, gone + length);
    return far.get(to) ?? Infinity;
  };
}

/**
 * The axis of a polygon. `step` is how close together its boundary is looked at, in mm: a third of the narrowest
 * width that matters. Points of arms are as they come from the triangles; smooth them before use.
 */
export function chordalAxis(polygon: Polygon, step: number): Axis {
  const mesh = new Mesh(polygon, step);
  const { open, lost } = pruned(mesh);
  const degree = (t: number): number => edgesOf(t).filter((e) => open[e]).length;
  const seen = new Set<number>();
  const meeting = new Map<number, number>();
  for (const t of trianglesOf(mesh)) if (degree(t) === 3) meeting.set(t, meeting.size);
  const raw: RawArm[] = [];
  const walk = (first: number, from: number | null): void => {
    const chords: number[] = [];
    let e = first;
    const end = (to: number | null, closed: boolean): void => {
      const last = to === null && !closed ? worthKeeping(mesh, chords, lost) : chords.length;
      const back = chords.map((c) => mesh.across[c]).reverse();
      const begin = from === null && !closed ? chords.length - worthKeeping(mesh, back, lost) : 0;
      const kept = chords.slice(Math.min(begin, last - 1), Math.max(last, begin + 1));
      raw.push({ from, to, chords: kept, points: kept.map((c) => mesh.chord(c).middle), closed });
    };
    // No edge is walked twice.
    for (let steps = 0; steps < mesh.across.length; steps++) {
      seen.add(e);
      seen.add(mesh.across[e]);
      chords.push(e);
      const enter = mesh.across[e];
      const t = triangleOf(enter);
      const out = edgesOf(t).filter((k) => open[k] && k !== enter);
      if (out.length !== 1) {
        end(out.length ? meeting.get(t)! : null, false);
        return;
      }
      if (out[0] === first) {
        end(null, true);
        return;
      }
      e = out[0];
    }
  };
  for (const [t, node] of meeting) for (const e of edgesOf(t)) if (open[e] && !seen.has(e)) walk(e, node);
  for (const t of trianglesOf(mesh)) {
    const e = degree(t) === 1 ? edgesOf(t).find((k) => open[k]) : undefined;
    if (e !== undefined && !seen.has(e)) walk(e, null);
  }
  // What is left is rings without an end.
  open.forEach((isOpen, e) => isOpen && !seen.has(e) && walk(e, null));

  const triangles = [...meeting.keys()];
  const at = triangles.map((t) => {
    const [a, b, c] = mesh.triangle(t).map((i) => mesh.points[i]);
    return { x: (a.x + b.x + c.x) / 3, y: (a.y + b.y + c.y) / 3 };
  });
  const reach = triangles.map((t) => Math.max(...edgesOf(t).map((e) => mesh.chord(e).half)));
  // Arms that swing round a place are cut there: a node of their own, which no other joins.
  const cuts: { at: Point; radius: number }[] = [];
  const pieces = raw.flatMap((arm): RawArm[] => {
    const swing = arm.closed ? null : widestSwing(mesh, arm.chords);
    if (!swing) return [arm];
    const [i, j] = swing;
    const { middle, half } = mesh.chord(arm.chords[(i + j) >> 1]);
    const node = -cuts.push({ at: middle, radius: half });
    const part = (a: number, b: number): Pick<RawArm, 'chords' | 'points'> => ({
      chords: arm.chords.slice(a, b),
      points: arm.points.slice(a, b),
    });
    return [
      { ...part(0, i + 1), from: arm.from, to: node, closed: false },
      { ...part(j, arm.chords.length), from: node, to: arm.to, closed: false },
    ];
  });
  const links = raw.flatMap((arm): Link[] => {
    const { from, to, points } = arm;
    return from !== null && to !== null ? [{ from, to, length: lengthThrough(points), arm }] : [];
  });
  const { group, gone } = joined(at.length, reach, links);
  const roots = [...new Set(group)];
  const number = (i: number | null): number | null =>
    i === null ? null : i < 0 ? roots.length - i - 1 : roots.indexOf(group[i]);
  const nodes = roots.map((r) => {
    const members = at.flatMap((p, i) => (group[i] === r ? [{ p, reach: reach[i] }] : []));
    const middle = {
      x: members.reduce((sum, m) => sum + m.p.x, 0) / members.length,
      y: members.reduce((sum, m) => sum + m.p.y, 0) / members.length,
    };
    return { at: middle, radius: Math.max(...members.map((m) => m.reach + distance(m.p, middle))) };
  });
  nodes.push(...cuts);
  const arms = pieces.flatMap((arm): AxisArm[] => {
    const { points, closed, chords } = arm;
    const [from, to] = [number(arm.from), number(arm.to)];
    if (gone.has(arm) && lengthThrough(points) <= 3 * nodes[from!].radius) return [];
    return [
      { points, closed, from, to, mouths: [mesh.sides(chords[0]), mesh.sides(chords[chords.length - 1])] },
    ];
  });
  return { nodes, arms };
}

/** A line with points `step` mm apart, each the weighted middle of what lies within `window(i)` mm around it. */
export function smoothed(points: Point[], closed: boolean, step: number, window: number): Point[] {
  const line = {
    coords: Float64Array.from(points.flatMap((p) => [p.x, p.y])),
    closed,
  };
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const count = Math.max(2, Math.round(total / step));
  const even = Array.from({ length: closed ? count : count + 1 }, (_, k) =>
    pointAt(line, lengths, (total * k) / count),
  );
  const reach = Math.round(window / (total / count));
  if (reach < 1) return even;
  const n = even.length;
  return even.map((p, i) => {
    // Towards free ends the window shrinks, so that the ends stay where they are.
    const r = closed ? Math.min(reach, n >> 1) : Math.min(reach, i, n - 1 - i);
    let [x, y, sum] = [p.x * (r + 1), p.y * (r + 1), r + 1];
    for (let d = 1; d <= r; d++)
      for (const j of [i - d, i + d]) {
        const q = even[(j + n) % n];
        const w = r + 1 - d;
        x += q.x * w;
        y += q.y * w;
        sum += w;
      }
    return { x: x / sum, y: y / sum };
  });
}
