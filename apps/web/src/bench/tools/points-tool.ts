// Points: the points, tangents and segments of one outline, edited by hand and by numbers.
import {
  addPoint,
  dragSegment,
  findPlace,
  insideRegion,
  movePoints,
  moveTangent,
  nearestOnPaths,
  sameRef,
  type OnSegment,
  type Path,
  type Point,
  type PointRef,
} from '@rosehip/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { nudgeBy } from '../arrows.ts';
import { usePicking } from '../picking.ts';
import { writtenPress } from '../written-press.ts';
import { useSnapping } from '../snapping.ts';
import { constrained } from './angles.ts';
import { drawDisc } from './marks.ts';
import { chosenPoints, usePointEdit } from './point-edit.ts';
import { markPoints } from './point-marks.ts';
import { toolOf, NOTHING, type Marker, type Pointer, type Tool, type ToolAction } from './tool.ts';

/** How near a press must be to a handle and to a segment, and how far a drag must go, in CSS pixels. */
const REACH = 8;
const SEGMENT_REACH = 6;
const DRAG = 3;
/** Outlines with more points than this show tangents only at the chosen points. */
const ALL_TANGENTS = 12;
type Grab =
  | { what: 'points'; at: Point; refs: PointRef[] }
  | { what: 'tangent'; ref: PointRef; side: 'in' | 'out' }
  | { what: 'segment'; on: OnSegment }
  | { what: 'box'; at: Point; lasso: boolean };

/** Points are chosen by a box or by a line drawn round them. */
const lassoing = ref(false);

export function pointsTool(): Tool {
  const bench = useBench();
  const view = useView();
  const snap = useSnapping();
  const edit = usePointEdit();
  const { leaves } = usePicking();
  let grab: Grab | null = null;
  let from: Point = { x: 0, y: 0 };
  let began = false;
  let last: Path[] | null = null;
  const preview = shallowRef(NOTHING);
  const hover = shallowRef<OnSegment | null>(null);

  // What is chosen stays within the points that there are.
  watch(
    () => edit.paths.value,
    (paths) => {
      const kept = chosenPoints.value.filter((r) => r.point < (paths[r.path]?.points.length ?? 0));
      if (kept.length < chosenPoints.value.length) chosenPoints.value = kept;
    },
  );
  watch(
    () => edit.object.value?.id,
    () => (chosenPoints.value = []),
  );

  const isChosen = (r: PointRef): boolean => chosenPoints.value.some((c) => sameRef(c, r));
  const reach = (px = REACH): number => px / view.scale;

  /** Does the object stand in a group that is bent? */
  function isOnBentSheet(id: string): boolean {
    const objects = bench.design?.objects ?? [];
    for (let place = findPlace(objects, id); place?.parent; place = findPlace(objects, place.parent.id))
      if (place.parent.bend) return true;
    return false;
  }

  /** Tangents are shown at the chosen points and their neighbours; everywhere when points are few. */
  function withTangents(): PointRef[] {
    const paths = edit.paths.value;
    const count = paths.reduce((n, p) => n + p.points.length, 0);
    if (count <= ALL_TANGENTS)
      return paths.flatMap((p, path) => p.points.map((_, point) => ({ path, point })));
    const shown = new Map<string, PointRef>();
    for (const { path, point } of chosenPoints.value) {
      const n = paths[path]?.points.length ?? 0;
      for (const k of [point, (point + 1) % n, (point + n - 1) % n])
        shown.set(`${path} ${k}`, { path, point: k });
    }
    return [...shown.values()];
  }

  function tangentAt(at: Point): { ref: PointRef; side: 'in' | 'out' } | null {
    let best: { ref: PointRef; side: 'in' | 'out' } | null = null;
    let least = reach();
    for (const r of withTangents()) {
      const p = edit.paths.value[r.path].points[r.point];
      for (const side of ['out', 'in'] as const) {
        const t = p[side];
        const d = t ? Math.hypot(p.x + t.x - at.x, p.y + t.y - at.y) : Infinity;
        if (d < least) [least, best] = [d, { ref: r, side }];
      }
    }
    return best;
  }

  function pointNear(at: Point): PointRef | null {
    let best: PointRef | null = null;
    let least = reach();
    edit.paths.value.forEach((path, i) =>
      path.points.forEach((p, k) => {
        const d = Math.hypot(p.x - at.x, p.y - at.y);
        if (d < least) [least, best] = [d, { path: i, point: k }];
      }),
    );
    return best;
  }

  const segmentNear = (at: Point): OnSegment | null => {
    const on = nearestOnPaths(edit.paths.value, at);
    return on && on.distance <= reach(SEGMENT_REACH) ? on : null;
  };

  function down(p: Pointer): void {
    from = p.at;
    began = false;
    last = null;
    const tangent = tangentAt(p.at);
    const near = pointNear(p.at);
    if (near) {
      if (p.shift)
        chosenPoints.value = isChosen(near)
          ? chosenPoints.value.filter((c) => !sameRef(c, near))
          : [...chosenPoints.value, near];
      else if (!isChosen(near)) chosenPoints.value = [near];
      const at = edit.paths.value[near.path].points[near.point];
      grab = { what: 'points', at: { x: at.x, y: at.y }, refs: chosenPoints.value };
      return;
    }
    if (tangent) {
      grab = { what: 'tangent', ...tangent };
      return;
    }
    const on = segmentNear(p.at);
    if (on) {
      grab = { what: 'segment', on };
      return;
    }
    // Another object is taken up by pressing on it.
    const [leaf] = edit.object.value ? [] : leaves(p.at, REACH);
    if (leaf?.kind === 'object') {
      bench.selection = [leaf.id];
      grab = null;
      return;
    }
    if (!p.shift) chosenPoints.value = [];
    grab = { what: 'box', at: p.at, lasso: lassoing.value };
  }

  function move(p: Pointer): void {
    if (!grab) {
      const on = pointNear(p.at) || tangentAt(p.at) ? null : segmentNear(p.at);
      if (on || hover.value) hover.value = on;
      return;
    }
    if (!began) {
      if (Math.hypot(p.at.x - from.x, p.at.y - from.y) * view.scale < DRAG) return;
      if (grab.what === 'points') {
        const moving = grab.refs;
        const own = edit.paths.value.flatMap((path, i) =>
          path.points
            .filter((_, k) => !moving.some((r) => r.path === i && r.point === k))
            .map((q) => ({ x: q.x, y: q.y, says: 'point' })),
        );
        snap.prepare(bench.selected, own.slice(0, 4000));
      }
      hover.value = null;
      began = true;
    }
    const given = edit.given();
    switch (grab.what) {
      case 'points': {
        const to = p.shift ? constrained(grab.at, p.at) : snap.point(p);
        last = movePoints(given, grab.refs, to.x - grab.at.x, to.y - grab.at.y);
        break;
      }
      case 'tangent': {
        const at = given[grab.ref.path].points[grab.ref.point];
        const to = p.shift ? constrained(at, p.at) : p.at;
        last = moveTangent(given, grab.ref, grab.side, { x: to.x - at.x, y: to.y - at.y }, p.alt);
        break;
      }
      case 'segment':
        last = dragSegment(given, grab.on.ref, grab.on.t, p.at);
        break;
      case 'box':
        preview.value = grab.lasso
          ? { ...NOTHING, lasso: [...(preview.value.lasso ?? [grab.at]), p.at] }
          : { ...NOTHING, box: [grab.at, p.at] };
        return;
    }
    edit.preview(last);
  }

  const LABELS = { points: 'Move points', tangent: 'Move tangent', segment: 'Bend segment' };

  function up(p: Pointer): void {
    const held = grab;
    grab = null;
    snap.end();
    if (held?.what === 'box') {
      choose(held.at, p);
      return;
    }
    if (!held) return;
    if (last && began) edit.commit(last, LABELS[held.what]);
    else if (held.what === 'segment' && !began) {
      // A click on a segment chooses its two ends.
      const { ref: r } = held.on;
      const n = edit.paths.value[r.path].points.length;
      const both = [r, { path: r.path, point: (r.point + 1) % n }];
      chosenPoints.value = p.shift ? [...chosenPoints.value, ...both.filter((b) => !isChosen(b))] : both;
    } else if (held.what === 'points' && !p.shift && held.refs.length > 1) {
      const near = pointNear(p.at);
      if (near) chosenPoints.value = [near];
    }
    last = null;
  }

  function choose(at: Point, p: Pointer): void {
    const { box, lasso } = preview.value;
    preview.value = NOTHING;
    if (!began) {
      const [leaf] = leaves(at, REACH);
      if (leaf?.kind === 'object' && leaf.id !== edit.object.value?.id) bench.selection = [leaf.id];
      return;
    }
    const drawn = lasso && [{ outer: Float64Array.from(lasso.flatMap(({ x, y }) => [x, y])), holes: [] }];
    const inside = (q: Point): boolean =>
      drawn
        ? insideRegion(drawn, q.x, q.y)
        : !!box &&
          q.x >= Math.min(box[0].x, box[1].x) &&
          q.x <= Math.max(box[0].x, box[1].x) &&
          q.y >= Math.min(box[0].y, box[1].y) &&
          q.y <= Math.max(box[0].y, box[1].y);
    const found = edit.paths.value.flatMap((path, i) =>
      path.points.flatMap((q, k) => (inside(q) ? [{ path: i, point: k }] : [])),
    );
    chosenPoints.value = p.shift ? [...chosenPoints.value, ...found.filter((r) => !isChosen(r))] : found;
  }

  /** Tab walks from point to point. */
  function walk(step: number): void {
    const all = edit.paths.value.flatMap((path, i) => path.points.map((_, k) => ({ path: i, point: k })));
    if (!all.length) return;
    const at = chosenPoints.value.length
      ? all.findIndex((r) => sameRef(r, chosenPoints.value[0]))
      : step > 0
        ? -1
        : 0;
    chosenPoints.value = [all[(at + step + all.length) % all.length]];
  }

  function key(pressed: string, e: KeyboardEvent): boolean {
    const arrow = nudgeBy(pressed, e.shiftKey);
    if (arrow && chosenPoints.value.length) {
      edit.commit(movePoints(edit.given(), chosenPoints.value, arrow.dx, arrow.dy), 'Nudge points');
      return true;
    }
    if (
      pressed === 'Tab' &&
      edit.paths.value.length &&
      e.target instanceof HTMLElement &&
      e.target.closest('[role=application]')
    ) {
      walk(e.shiftKey ? -1 : 1);
      return true;
    }
    const wanted = writtenPress(e);
    const action = edit.actions.value.find((a) => a.keys === wanted);
    if (!action || !edit.object.value || edit.live.value) return false;
    if (action.blocked) bench.message = action.blocked;
    else action.run();
    return true;
  }

  function letGo(): void {
    if (grab && began) bench.cancelPreview();
    grab = null;
    began = false;
    last = null;
    preview.value = NOTHING;
    snap.end();
  }

  return toolOf({
    hint: computed(() => {
      const [first] = bench.selected;
      if (first?.locked) return `${first.name} is locked: unlock it first (Shift L).`;
      if (!edit.object.value) return 'Click the shape whose points you want to edit.';
      if (isOnBentSheet(edit.object.value.id))
        return 'This stands on a bent sheet: its points are shown and edited flat.';
      if (edit.live.value)
        return `${edit.live.value.name} is made from other shapes: edit those, or make it plain first.`;
      return 'Drag points, tangents or the line; double-click the line to add a point.';
    }),
    preview,
    actions: computed<ToolAction[]>(() =>
      edit.live.value
        ? [{ label: 'Make plain', run: edit.makePlain }]
        : [
            { label: 'Box', on: !lassoing.value, run: () => (lassoing.value = false) },
            { label: 'Lasso', on: lassoing.value, run: () => (lassoing.value = true) },
          ],
    ),
    down,
    move,
    up,
    doubleClick(p: Pointer) {
      const on = segmentNear(p.at);
      if (!on || pointNear(p.at)) return;
      edit.commit(addPoint(edit.given(), on.ref, on.t), 'Add point', [
        { path: on.ref.path, point: on.ref.point + 1 },
      ]);
    },
    key,
    letGo,
    cancel() {
      const was = grab !== null || chosenPoints.value.length > 0;
      letGo();
      chosenPoints.value = [];
      return was;
    },
    mark(marker: Marker) {
      markPoints(marker, edit.paths.value, chosenPoints.value, withTangents());
      if (hover.value) drawDisc(marker.ctx, marker.toPx(hover.value.point), 2.5, true);
    },
    focus: computed(() => (edit.object.value ? [edit.object.value.id] : null)),
  });
}
