<script setup lang="ts">
// The frame around what is selected: sized by its corners and sides, leaned, and turned about a centre.
import { computed, toRef, watch } from 'vue';
import {
  densityNote,
  multiply,
  rotation,
  skewing,
  turned,
  type Item,
  type Matrix,
  type Point,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { pivot, waiting } from '../commands/command.ts';
import { fitting, frameOf, type Frame } from '../items.ts';
import { useSnapping } from '../snapping.ts';
import { useFollow } from './follow.ts';

const props = defineProps<{ svg: SVGSVGElement | null }>();
const bench = useBench();
const view = useView();
const snap = useSnapping();
const { mmOf, pull } = useFollow(toRef(props, 'svg'));

const frame = computed<Frame | null>(() => frameOf(bench.selectedPlain));
/** Locked things keep their place. */
const reshapable = computed(() => bench.selected.every((i) => !i.locked));

/** A place of the frame, from -1 to 1 both ways, in CSS pixels, moved outwards by `out` pixels. */
function place(f: Frame, u: number, v: number, out = 0): Point {
  const px = out / view.scale;
  const p = turned(
    { x: (u * f.width) / 2 + Math.sign(u) * px, y: (v * f.height) / 2 + Math.sign(v) * px },
    f.turn,
  );
  return view.toPx({ x: f.x + p.x, y: f.y + p.y });
}

const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const;
const ALL = [...CORNERS, [0, -1], [1, 0], [0, 1], [-1, 0]] as const;
/** Handles stand this far outside the frame, in pixels, so that small objects can still be grabbed. */
const OUT = 7;

const frameLine = computed(() =>
  frame.value
    ? CORNERS.map(([u, v]) => place(frame.value!, u, v, OUT))
        .map((p) => `${p.x},${p.y}`)
        .join(' ')
    : '',
);
const handles = computed(() =>
  frame.value && reshapable.value ? ALL.map(([u, v]) => ({ u, v, p: place(frame.value!, u, v, OUT) })) : [],
);
const turnHandle = computed(() =>
  frame.value && reshapable.value ? place(frame.value, 0, -1, OUT + 26) : null,
);
const turnFoot = computed(() => (frame.value ? place(frame.value, 0, -1, OUT) : null));

/** Follows a handle that maps all that is selected; asks before stitches that are kept are scaled. */
function map(e: PointerEvent, label: string, change: (at: Point, e: PointerEvent) => Matrix): void {
  const items = bench.committedSelected;
  let last: { m: Matrix; items: Item[] } | null = null;
  pull(
    e,
    (at, ev) => {
      const m = change(at, ev);
      last = { m, items: bench.transformed(m, items) };
      bench.preview(last.items);
    },
    (done) => {
      if (!last || !done) return bench.cancelPreview();
      const { m } = last;
      const note = densityNote(items, Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3]));
      if (note) waiting.value = { items: last.items, map: m, note, label };
      else bench.replace(last.items, label);
    },
  );
}

const LEAST_SIDE = 0.2;

function size(e: PointerEvent, u: number, v: number): void {
  const from = frame.value!;
  // A side's handle with Ctrl held leans the whole instead.
  const began = mmOf(e);
  const leaning = e.ctrlKey && !(u && v);
  if (!leaning && !from.turn) snap.prepare(bench.selected);
  map(e, leaning ? 'Skew' : 'Size', (pointer, ev) => {
    if (leaning) return lean(from, u, v, { x: pointer.x - began.x, y: pointer.y - began.y });
    const at = snappedHandle(pointer, u, v, ev);
    // In the frame's own directions, from its middle; the opposite side stays unless Alt is held.
    const local = turned({ x: at.x - from.x, y: at.y - from.y }, -from.turn);
    const out = OUT / view.scale;
    const fixed = ev.altKey ? 0 : 1;
    const side = (sign: number, now: number, half: number): number =>
      sign === 0 ? 2 * half : Math.max(LEAST_SIDE, fixed ? sign * now - out + half : 2 * (sign * now - out));
    let width = side(u, local.x, from.width / 2);
    let height = side(v, local.y, from.height / 2);
    // Corners keep the proportion unless Shift is held.
    if (u && v && !ev.shiftKey) {
      const k = Math.max(width / Math.max(from.width, 0.01), height / Math.max(from.height, 0.01));
      [width, height] = [from.width * k, from.height * k];
    }
    const shift = turned(
      { x: (fixed * u * (width - from.width)) / 2, y: (fixed * v * (height - from.height)) / 2 },
      from.turn,
    );
    const to: Frame = { ...from, width, height, x: from.x + shift.x, y: from.y + shift.y };
    return fitting(from, to);
  });
}

/** Where a size handle is drawn to: the frame's corner snaps, and the handle stands beside it. */
function snappedHandle(at: Point, u: number, v: number, e: PointerEvent): Point {
  const out = OUT / view.scale;
  const corner = { x: at.x - u * out, y: at.y - v * out };
  const p = snap.point({ at: corner, free: e.ctrlKey || e.metaKey });
  return { x: p.x + u * out, y: p.y + v * out };
}

/** Skews in the frame's own directions, the opposite side held. */
function lean(f: Frame, u: number, v: number, by: Point): Matrix {
  const local = turned(by, -f.turn);
  const degrees = (shift: number, size: number): number =>
    (Math.atan2(shift, Math.max(size, 0.1)) * 180) / Math.PI;
  const fixed = { x: (-u * f.width) / 2, y: (-v * f.height) / 2 };
  const m = v
    ? skewing(degrees(v * local.x, f.height), 0, fixed)
    : skewing(0, degrees(u * local.y, f.width), fixed);
  const to = multiply(rotation(f.turn), m);
  return multiply(
    [1, 0, 0, 1, f.x, f.y],
    multiply(multiply(to, rotation(-f.turn)), [1, 0, 0, 1, -f.x, -f.y]),
  );
}

/** The point about which things are turned: the middle, or where it was dragged. */
const centre = computed<Point | null>(() =>
  frame.value ? (pivot.value ?? { x: frame.value.x, y: frame.value.y }) : null,
);
/** Until it is dragged on to the cloth its handle waits beside the turn handle, out of the way of the shape. */
const centrePx = computed<Point | null>(() => {
  if (!reshapable.value || !turnHandle.value) return null;
  return pivot.value ? view.toPx(pivot.value) : { x: turnHandle.value.x + 22, y: turnHandle.value.y };
});
watch(
  () => bench.selection.join(),
  () => (pivot.value = null),
);

function dragCentre(e: PointerEvent): void {
  const f = frame.value!;
  const reach = 8 / view.scale;
  pull(
    e,
    (at) => {
      // It holds at the middle and at the corners and sides of the frame.
      const places = [[0, 0], ...ALL].map(([u, v]) => {
        const p = turned({ x: (u * f.width) / 2, y: (v * f.height) / 2 }, f.turn);
        return { x: f.x + p.x, y: f.y + p.y };
      });
      const near = places.find((p) => Math.hypot(p.x - at.x, p.y - at.y) < reach);
      pivot.value = near ?? at;
    },
    () => {
      if (pivot.value && Math.hypot(pivot.value.x - f.x, pivot.value.y - f.y) < 1e-9) pivot.value = null;
    },
  );
}

function turn(e: PointerEvent): void {
  const from = centre.value!;
  const angleAt = (p: Point): number => (Math.atan2(p.y - from.y, p.x - from.x) * 180) / Math.PI;
  const start = angleAt(mmOf(e));
  map(e, 'Turn', (at, ev) => {
    let degrees = angleAt(at) - start;
    if (ev.shiftKey) degrees = Math.round(degrees / 15) * 15;
    return rotation(Math.round(degrees * 10) / 10, from);
  });
}
</script>

<template>
  <g v-if="frame">
    <polygon :points="frameLine" fill="none" stroke="#2a1c2b" stroke-opacity="0.45" stroke-dasharray="2 4" />
    <template v-if="turnHandle && turnFoot">
      <line
        :x1="turnFoot.x"
        :y1="turnFoot.y"
        :x2="turnHandle.x"
        :y2="turnHandle.y"
        stroke="#2a1c2b"
        stroke-opacity="0.45"
      />
      <g class="grab" data-testid="turn-handle" @pointerdown="turn">
        <circle :cx="turnHandle.x" :cy="turnHandle.y" r="12" fill="transparent" />
        <circle :cx="turnHandle.x" :cy="turnHandle.y" r="6" class="disc" />
        <path
          :d="`M${turnHandle.x - 2.6} ${turnHandle.y + 1} a2.8 2.8 0 1 1 2 1.6`"
          fill="none"
          stroke="#2a1c2b"
          stroke-width="1.2"
        />
      </g>
    </template>
    <g
      v-for="{ u, v, p } in handles"
      :key="`${u} ${v}`"
      class="grab"
      :data-testid="`size-handle-${u}-${v}`"
      @pointerdown="size($event, u, v)"
    >
      <circle :cx="p.x" :cy="p.y" r="12" fill="transparent" />
      <circle :cx="p.x" :cy="p.y" :r="u && v ? 5 : 4" class="disc" />
    </g>
    <g v-if="centrePx" class="grab" data-testid="centre-handle" @pointerdown="dragCentre">
      <circle :cx="centrePx.x" :cy="centrePx.y" r="12" fill="transparent" />
      <circle :cx="centrePx.x" :cy="centrePx.y" r="2.5" class="disc" />
      <circle :cx="centrePx.x" :cy="centrePx.y" r="5.5" fill="none" stroke="#2a1c2b" stroke-opacity="0.5" />
    </g>
  </g>
</template>

<style scoped src="./handles.css"></style>
