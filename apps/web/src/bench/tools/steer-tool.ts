// Steer: guide lines of the selected object are drawn by hand, moved by their points, and removed.
import {
  distance,
  findItem,
  fitPath,
  flattenPath,
  guidedBy,
  type DesignObject,
  type Path,
  type Point,
} from '@rosehip/core';
import { computed, reactive } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { usePicking } from '../picking.ts';
import { drawLine, LEAF } from './marks.ts';
import { useGesture } from './gesture.ts';
import { toolOf, NOTHING, type Marker, type Pointer, type Tool, type ToolPreview } from './tool.ts';

/** How near a point must be to be grabbed, in CSS pixels. */
const NEAR = 9;
/** Places nearer than this are one, in CSS pixels. */
const STEP = 2;

export function steerTool(): Tool {
  const bench = useBench();
  const view = useView();
  const gesture = useGesture();
  const { leaves } = usePicking();
  const state = reactive({
    places: [] as Point[],
    /** The point that is held or was touched last, as line and point. */
    held: null as { line: number; point: number } | null,
    holding: false,
  });

  const objectOf = (items: typeof bench.selected): DesignObject | null => {
    const [only] = items;
    return items.length === 1 && only.kind === 'object' && guidedBy(only) ? only : null;
  };
  const object = computed(() => objectOf(bench.selected));
  const lines = computed(() => object.value?.guideLines ?? []);

  function pointNear(at: Point): { line: number; point: number } | null {
    let best: { line: number; point: number } | null = null;
    let least = NEAR / view.scale;
    lines.value.forEach((path, line) =>
      path.points.forEach((p, point) => {
        const d = distance(p, at);
        if (d < least) [least, best] = [d, { line, point }];
      }),
    );
    return best;
  }

  function withLines(guideLines: Path[]): DesignObject | null {
    const committed = objectOf(bench.committedSelected);
    if (!committed) return null;
    const { guideLines: _, ...rest } = committed;
    return guideLines.length ? { ...rest, guideLines } : rest;
  }

  function drawn(): Path | null {
    const { places } = state;
    if (places.length < 2 || distance(places[0], places[places.length - 1]) < 1) return null;
    const coords = Float64Array.from(places.flatMap((p) => [p.x, p.y]));
    return fitPath({ coords, closed: false }, 0.8, Math.max(0.8, 3 / view.scale));
  }

  function movedTo(at: Point): DesignObject | null {
    const committed = objectOf(bench.committedSelected);
    const { held } = state;
    const path = held && committed?.guideLines?.[held.line];
    if (!held || !path || !committed) return null;
    const points = path.points.with(held.point, { ...path.points[held.point], x: at.x, y: at.y });
    return withLines(committed.guideLines!.with(held.line, { ...path, points }));
  }

  function removeHeld(): void {
    const committed = objectOf(bench.committedSelected);
    if (!committed?.guideLines || !state.held) return;
    const next = withLines(committed.guideLines.toSpliced(state.held.line, 1));
    state.held = null;
    if (next) bench.replace([next], 'Remove guide line');
  }

  const preview = computed<ToolPreview>(() => {
    const path = state.holding ? null : drawn();
    return path ? { ...NOTHING, paths: [path] } : NOTHING;
  });

  return toolOf({
    hint: computed(() =>
      object.value
        ? `${guidedBy(object.value)} Draw with the button held; drag points; Delete removes the line touched last.`
        : 'Draw on a fill, a sprig, or a satin between two lines: its stitches follow the line.',
    ),
    preview,
    actions: computed(() => [
      {
        label: 'Remove line',
        keys: 'Delete',
        blocked: state.held ? undefined : 'Touch a guide line’s point first.',
        run: removeHeld,
      },
    ]),
    focus: computed(() => (object.value ? [object.value.id] : null)),
    down({ at }: Pointer) {
      // A line that begins on another object that it can lead is that one's.
      const inside = (leaf: { id: string }): boolean => leaf.id === object.value?.id;
      const there = leaves(at);
      if (!there.some(inside) && !pointNear(at)) {
        const meant = there
          .map((leaf) => findItem(bench.design!, leaf.id))
          .find((item) => item && objectOf([item]));
        if (meant) bench.selection = [meant.id];
      }
      if (!object.value) return;
      const near = pointNear(at);
      state.held = near;
      state.holding = near !== null;
      state.places = near ? [] : [at];
    },
    move({ at }: Pointer) {
      if (state.holding) {
        const next = movedTo(at);
        if (next) gesture.show([next]);
        return;
      }
      const last = state.places.at(-1);
      if (last && distance(last, at) * view.scale >= STEP) state.places = [...state.places, at];
    },
    up() {
      if (state.holding) {
        gesture.commit('Move guide line');
        state.holding = false;
        return;
      }
      const path = drawn();
      state.places = [];
      const next = path && withLines([...lines.value, path]);
      if (next && bench.replace([next], 'Draw guide line'))
        state.held = { line: lines.value.length - 1, point: 0 };
    },
    key(key: string) {
      if (key !== 'Delete' && key !== 'Backspace') return false;
      if (!state.held) return false;
      removeHeld();
      return true;
    },
    cancel() {
      const was = state.places.length > 0 || state.holding;
      gesture.cancel();
      state.places = [];
      state.holding = false;
      return was;
    },
    mark({ ctx, toPx }: Marker) {
      lines.value.forEach((path, line) => {
        const flat = flatPoints(path).map(toPx);
        for (const [colour, width] of [
          ['rgb(255 253 248 / 0.8)', 4],
          [LEAF, 1.6],
        ] as const)
          flat.slice(1).forEach((p, i) => drawLine(ctx, flat[i], p, colour, width));
        path.points.map(toPx).forEach((p, point) => {
          const on = state.held?.line === line && state.held.point === point;
          ctx.beginPath();
          ctx.arc(p.x, p.y, on ? 5.5 : 4.5, 0, 7);
          ctx.fillStyle = on ? '#b3263f' : '#fbf4e6';
          ctx.fill();
          ctx.strokeStyle = LEAF;
          ctx.lineWidth = 1.5;
          ctx.stroke();
        });
      });
    },
  });
}

/** The path as points close enough together to draw. */
function flatPoints(path: Path): Point[] {
  const { coords } = flattenPath(path, 0.1);
  return Array.from({ length: coords.length / 2 }, (_, i) => ({ x: coords[2 * i], y: coords[2 * i + 1] }));
}
