// Measure: the distance and the angle between two places. Nothing is drawn into the design.
import { distance, type Point } from '@rosehip/core';
import { reactive } from 'vue';
import { showNumber } from '../../fields/arithmetic.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSnapping } from '../snapping.ts';
import { constrained } from './angles.ts';
import { drawLabel, INK, PAPER, ROSEHIP } from './marks.ts';
import { toolOf, NOTHING, type Marker, type Pointer, type Tool } from './tool.ts';

const HINT = 'Drag from one place to another. Shift: steps of 15°.';

export function measureTool(): Tool {
  const settings = useSettings();
  const snap = useSnapping();
  const state = reactive({ from: null as Point | null, to: null as Point | null, pressed: false });

  /** The angle as it is drawn on paper: level to the right is 0°, upwards counts up. */
  function told(): string {
    const { from, to } = state;
    if (!from || !to) return HINT;
    const say = (v: number): string => `${showNumber(v, settings.units, 2)} ${settings.units}`;
    const angle = ((-Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI + 360) % 360;
    return `${say(distance(from, to))} at ${showNumber(angle, 'plain', 1)}° · ${say(Math.abs(to.x - from.x))} across, ${say(Math.abs(to.y - from.y))} down`;
  }

  const tool = toolOf({
    hint: HINT,
    preview: NOTHING,
    actions: [],
    down(p: Pointer) {
      snap.prepare();
      const at = snap.point(p);
      state.from = at;
      state.to = at;
      state.pressed = true;
    },
    move(p: Pointer) {
      if (!snap.active()) snap.prepare();
      if (!state.pressed || !state.from) {
        snap.point(p);
        return;
      }
      state.to = p.shift ? constrained(state.from, p.at) : snap.point(p);
      tool.hint = told();
    },
    up() {
      state.pressed = false;
      if (state.from && state.to && distance(state.from, state.to) < 1e-6) tool.cancel();
      snap.end();
    },
    key: () => false,
    cancel() {
      const was = state.from !== null;
      state.from = state.to = null;
      state.pressed = false;
      tool.hint = HINT;
      snap.end();
      return was;
    },
    mark({ ctx, toPx }: Marker) {
      if (!state.from || !state.to) return;
      const [a, b] = [toPx(state.from), toPx(state.to)];
      for (const [colour, width] of [
        [PAPER, 4],
        [ROSEHIP, 1.5],
      ] as const) {
        ctx.strokeStyle = colour;
        ctx.lineWidth = width;
        ctx.beginPath();
        ctx.moveTo(a.x, a.y);
        ctx.lineTo(b.x, b.y);
        ctx.stroke();
      }
      for (const p of [a, b]) {
        ctx.beginPath();
        ctx.arc(p.x, p.y, 3.5, 0, 7);
        ctx.fillStyle = PAPER;
        ctx.fill();
        ctx.strokeStyle = INK;
        ctx.lineWidth = 1.3;
        ctx.stroke();
      }
      const say = `${showNumber(distance(state.from, state.to), settings.units, 2)} ${settings.units}`;
      drawLabel(ctx, say, (a.x + b.x) / 2, (a.y + b.y) / 2 - 14);
    },
  });
  return tool;
}
