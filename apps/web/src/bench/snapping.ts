// Snapping while a tool drags: prepared once at the beginning, asked at every move.
import {
  everyItem,
  freeLeaves,
  itemBounds,
  nearestOnPaths,
  outlinePaths,
  snapBox,
  snapPoint,
  snapTargets,
  type Bounds,
  type Item,
  type Path,
  type PlainOutline,
  type Point,
  type SnapMark,
  type SnapTargets,
} from '@rosehip/core';
import { shallowRef } from 'vue';
import { showNumber } from '../fields/arithmetic.ts';
import { useAids } from '../stores/aids.ts';
import { useBench } from '../stores/bench/bench.ts';
import { useSettings } from '../stores/settings.ts';
import { useView } from '../stores/view.ts';
import type { Pointer } from './tools/tool.ts';

/** What was snapped to just now; the cloth shows it. */
export const snapMarks = shallowRef<SnapMark[]>([]);

/** How near, in CSS pixels. */
const REACH = 7;
/** More points than this are no help to anyone. */
const MOST_POINTS = 4000;

interface Edge {
  name: string;
  bounds: Bounds;
  paths: Path[];
}

export function useSnapping() {
  const bench = useBench();
  const view = useView();
  const aids = useAids();
  const settings = useSettings();
  let targets: SnapTargets | null = null;
  let edges: Edge[] = [];

  const say = (mm: number): string => `${showNumber(mm, settings.units, 1)} ${settings.units}`;

  /** Collects what can be snapped to, but for these items and what they hold. */
  function prepare(
    except: readonly Item[] = [],
    morePoints: { x: number; y: number; says: string }[] = [],
  ): void {
    targets = null;
    edges = [];
    const { plain } = bench;
    if (!plain || !aids.snapping) return;
    const left = new Set([...everyItem(except)].map((i) => i.id));
    const { snapTo } = aids;
    const hoop = {
      minX: -plain.hoop.width / 2,
      minY: -plain.hoop.height / 2,
      maxX: plain.hoop.width / 2,
      maxY: plain.hoop.height / 2,
    };
    const leaves = [...freeLeaves(plain.objects)].filter((l) => !left.has(l.id));
    const boxes = boxesOf(plain.objects, left);
    const points = [...morePoints];
    for (const leaf of leaves) {
      if (leaf.kind !== 'object') continue;
      const paths = outlinePaths(leaf.outline);
      const bounds = itemBounds(leaf);
      if (bounds) edges.push({ name: leaf.name, bounds, paths });
      for (const path of paths)
        for (const p of path.points)
          if (points.length < MOST_POINTS) points.push({ x: p.x, y: p.y, says: `point of ${leaf.name}` });
    }
    if (!snapTo.edges) edges = [];
    targets = snapTargets({
      boxes: snapTo.boxes ? boxes : [],
      points: snapTo.points ? points : morePoints,
      guides: snapTo.guides ? (plain.guides ?? []) : [],
      hoop,
      grid: snapTo.grid && aids.showGrid ? aids.gridStep : 0,
      gaps: snapTo.gaps ? boxes.map((b) => b.bounds) : [],
    });
  }

  /** Whole groups are one box, and so is every object outside of them. */
  function boxesOf(
    items: readonly Item<PlainOutline>[],
    left: ReadonlySet<string>,
  ): { bounds: Bounds; name: string }[] {
    return items.flatMap((item) => {
      if (left.has(item.id) || !item.visible) return [];
      if (item.kind === 'group' && item.objects.some((o) => left.has(o.id)))
        return boxesOf(item.objects, left);
      const bounds = itemBounds(item);
      return bounds ? [{ bounds, name: item.name }] : [];
    });
  }

  function onOutline(p: Point): { point: Point; distance: number; name: string } | null {
    const reach = REACH / view.scale;
    let best: { point: Point; distance: number; name: string } | null = null;
    for (const { bounds: b, paths, name } of edges) {
      if (p.x < b.minX - reach || p.x > b.maxX + reach || p.y < b.minY - reach || p.y > b.maxY + reach)
        continue;
      const found = nearestOnPaths(paths, p);
      if (found && (!best || found.distance < best.distance))
        best = { point: found.point, distance: found.distance, name };
    }
    return best;
  }

  /** Where the pointer is drawn to. */
  function point({ at, free }: Pick<Pointer, 'at' | 'free'>): Point {
    if (!targets || free) {
      snapMarks.value = [];
      return at;
    }
    const { dx, dy, marks } = snapPoint(at, targets, REACH / view.scale, onOutline);
    snapMarks.value = marks;
    return { x: at.x + dx, y: at.y + dy };
  }

  /** How far a box that has been moved is drawn on. */
  function box(bounds: Bounds, free: boolean): { dx: number; dy: number } {
    if (!targets || free) {
      snapMarks.value = [];
      return { dx: 0, dy: 0 };
    }
    const { dx, dy, marks } = snapBox(bounds, targets, REACH / view.scale, say);
    snapMarks.value = marks;
    return { dx, dy };
  }

  function end(): void {
    targets = null;
    snapMarks.value = [];
  }

  return { prepare, point, box, end, active: () => targets !== null };
}
