<script setup lang="ts">
// Grid, guides, what was snapped to, and the handles of tools: one canvas, so that thousands of points are light.
import { computed, useTemplateRef, watchEffect } from 'vue';
import type { Point } from '@rosehip/core';
import { useAids } from '../../stores/aids.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { marked } from '../finding-mark.ts';
import { snapMarks } from '../snapping.ts';
import { drawLabel, drawLine, LEAF } from '../tools/marks.ts';
import type { Tool } from '../tools/tool.ts';

const props = defineProps<{ tool: Tool }>();
const bench = useBench();
const view = useView();
const aids = useAids();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');

/** Lines of the grid nearer than this are left out, in CSS pixels. */
const CLOSEST = 6;
const GUIDE = '#2f6f8f';
const HALO = 'rgb(255 253 248 / 0.55)';

/** On dark cloth the grid is drawn light. */
const dark = computed(() => {
  const colour = view.view === 'cloth' ? bench.design?.cloth.colour : undefined;
  if (!colour) return false;
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16));
  return 0.3 * r + 0.6 * g + 0.1 * b < 110;
});

type Context = CanvasRenderingContext2D;

function drawGrid(ctx: Context): void {
  let step = aids.gridStep;
  while (step * view.scale < CLOSEST) step *= 5;
  const from = view.toMm(0, 0);
  const to = view.toMm(view.width, view.height);
  for (const strong of [false, true]) {
    ctx.beginPath();
    for (let i = Math.ceil(from.x / step); i * step <= to.x; i++) {
      if ((i % 5 === 0) !== strong) continue;
      const { x } = view.toPx({ x: i * step, y: 0 });
      ctx.moveTo(x, 0);
      ctx.lineTo(x, view.height);
    }
    for (let i = Math.ceil(from.y / step); i * step <= to.y; i++) {
      if ((i % 5 === 0) !== strong) continue;
      const { y } = view.toPx({ x: 0, y: i * step });
      ctx.moveTo(0, y);
      ctx.lineTo(view.width, y);
    }
    const ink = dark.value ? '255 253 248' : '42 28 43';
    ctx.strokeStyle = `rgb(${ink} / ${strong ? 0.24 : 0.12})`;
    ctx.lineWidth = 1;
    ctx.stroke();
  }
}

function drawGuides(ctx: Context): void {
  for (const g of bench.design?.guides ?? []) {
    const p = view.toPx({ x: g.at, y: g.at });
    const [a, b] =
      g.axis === 'x'
        ? [
            { x: p.x, y: 0 },
            { x: p.x, y: view.height },
          ]
        : [
            { x: 0, y: p.y },
            { x: view.width, y: p.y },
          ];
    drawLine(ctx, a, b, HALO, 3);
    drawLine(ctx, a, b, GUIDE, 1, [6, 3]);
  }
}

function drawSnaps(ctx: Context): void {
  const seen: Point[] = [];
  for (const { from, to, says } of snapMarks.value) {
    const [a, b] = [view.toPx(from), view.toPx(to)];
    if (Math.hypot(b.x - a.x, b.y - a.y) < 2) {
      ctx.beginPath();
      ctx.arc(a.x, a.y, 6, 0, 7);
      ctx.strokeStyle = LEAF;
      ctx.lineWidth = 1.5;
      ctx.stroke();
    } else {
      drawLine(ctx, a, b, HALO, 2.4);
      drawLine(ctx, a, b, LEAF, 1);
    }
    // The words stand beside the line, inside the cloth, and not on each other.
    const at = {
      x: Math.min(view.width - 70, Math.max(70, (a.x + b.x) / 2)),
      y: Math.min(view.height - 14, Math.max(14, (a.y + b.y) / 2 - 16)),
    };
    while (seen.some((s) => Math.abs(s.y - at.y) < 19 && Math.abs(s.x - at.x) < 120)) at.y += 20;
    seen.push({ ...at });
    drawLabel(ctx, says, at.x, at.y);
  }
}

/** What a finding is about: a dashed ring of rosehip about the place. */
function drawMarked(ctx: Context): void {
  if (!marked.value) return;
  const a = view.toPx({ x: marked.value.minX, y: marked.value.minY });
  const b = view.toPx({ x: marked.value.maxX, y: marked.value.maxY });
  const [w, h] = [Math.max(28, b.x - a.x + 12), Math.max(28, b.y - a.y + 12)];
  for (const [colour, width] of [
    [HALO, 5],
    ['#b3263f', 2],
  ] as const) {
    ctx.beginPath();
    ctx.roundRect((a.x + b.x - w) / 2, (a.y + b.y - h) / 2, w, h, 12);
    ctx.setLineDash(width > 2 ? [] : [7, 5]);
    ctx.strokeStyle = colour;
    ctx.lineWidth = width;
    ctx.stroke();
  }
  ctx.setLineDash([]);
}

function draw(): void {
  const target = canvas.value;
  if (!target) return;
  const ratio = devicePixelRatio;
  const [w, h] = [Math.round(view.width * ratio), Math.round(view.height * ratio)];
  if (target.width !== w || target.height !== h) [target.width, target.height] = [w, h];
  const ctx = target.getContext('2d')!;
  ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
  ctx.clearRect(0, 0, view.width, view.height);
  if (aids.showGrid) drawGrid(ctx);
  drawGuides(ctx);
  // Read once: asked for every point of a large outline, the store itself would be the slowest part.
  const { scale, originX, originY } = view;
  const toPx = (p: Point): Point => ({ x: p.x * scale + originX, y: p.y * scale + originY });
  props.tool.mark?.({ ctx, toPx, scale });
  drawSnaps(ctx);
  drawMarked(ctx);
}

// `draw` runs inside the effect, so whatever it reads is watched; and a change draws it anew.
watchEffect(draw, { flush: 'post' });

/** An empty layer is not shown: every layer that is costs time at each frame. */
const shown = computed(
  () =>
    aids.showGrid ||
    !!bench.design?.guides?.length ||
    snapMarks.value.length > 0 ||
    !!props.tool.mark ||
    !!marked.value,
);
</script>

<template>
  <canvas
    v-show="shown"
    ref="canvas"
    class="pointer-events-none absolute inset-0 h-full w-full"
    aria-hidden="true"
  />
</template>
