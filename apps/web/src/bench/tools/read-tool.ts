// Read as objects: what plain stitches were sewn from, in colours over the cloth; a press takes it or leaves it as stitches.
import { insideRegion, leavesAt, nearestOnLine, originOf, type Point } from '@rosehip/core';
import { computed, shallowRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { colourOf, READ_KINDS, useReading, type Seen } from '../reading/read-edit.ts';
import { drawLabel, PAPER } from './marks.ts';
import { NOTHING, toolOf, type Marker, type Pointer, type Tool } from './tool.ts';

/** How near a press must be to a line, in CSS pixels. */
const REACH = 7;

export function readTool(): Tool {
  const bench = useBench();
  const view = useView();
  const reading = useReading();
  const hover = shallowRef<Seen | null>(null);

  const distanceTo = ({ lines }: Seen, p: Point): number =>
    Math.min(...lines.map(({ line, lengths }) => nearestOnLine(line, lengths, p).distance));

  /** What lies here: lines before what covers, and what was sewn last before what lies beneath. */
  function at(p: Point): Seen | null {
    const reach = REACH / view.scale;
    const near = reading.seen.value.filter(
      ({ bounds: b }) =>
        b && p.x >= b.minX - reach && p.x <= b.maxX + reach && p.y >= b.minY - reach && p.y <= b.maxY + reach,
    );
    return (
      near.findLast((s) => !s.object.cover.length && distanceTo(s, p) <= reach) ??
      near.findLast(({ object }) => insideRegion(object.cover, p.x, p.y)) ??
      null
    );
  }

  function down(p: Pointer): void {
    const hit = at(p.at);
    if (hit) return reading.flip(hit.object);
    // Other stitches are taken up by a press on them.
    const other = leavesAt(bench.plain!, p.at, REACH / view.scale).find((leaf) => leaf.kind === 'stitches');
    bench.selection = other ? [originOf(other.id)] : [];
  }

  function mark({ ctx, toPx, scale }: Marker): void {
    for (const s of reading.seen.value) {
      const { object, lines } = s;
      const on = reading.takes(object);
      const colour = colourOf(object.as);
      if (object.cover.length && on) {
        ctx.beginPath();
        for (const { outer, holes } of object.cover)
          for (const ring of [outer, ...holes]) {
            for (let i = 0; i < ring.length; i += 2) {
              const p = toPx({ x: ring[i], y: ring[i + 1] });
              if (i) ctx.lineTo(p.x, p.y);
              else ctx.moveTo(p.x, p.y);
            }
            ctx.closePath();
          }
        // The thread's own colour must not mix with the kind's.
        ctx.globalAlpha = 0.8;
        ctx.fillStyle = PAPER;
        ctx.fill('evenodd');
        ctx.globalAlpha = s === hover.value ? 0.85 : 0.6;
        ctx.fillStyle = colour;
        ctx.fill('evenodd');
        ctx.globalAlpha = 1;
      }
      ctx.beginPath();
      for (const {
        line: { coords: c, closed },
      } of lines) {
        for (let i = 0; i < c.length; i += 2) {
          const p = toPx({ x: c[i], y: c[i + 1] });
          if (i) ctx.lineTo(p.x, p.y);
          else ctx.moveTo(p.x, p.y);
        }
        if (closed) ctx.closePath();
      }
      const thick = object.cover.length ? 1.5 : Math.max(2, Math.min(4, 0.4 * scale));
      ctx.setLineDash(on ? [] : [3, 4]);
      ctx.strokeStyle = PAPER;
      ctx.lineWidth = thick + 1.5;
      ctx.stroke();
      ctx.strokeStyle = colour;
      ctx.lineWidth = s === hover.value ? thick + 1 : thick;
      ctx.stroke();
      ctx.setLineDash([]);
    }
    const under = hover.value;
    if (!under) return;
    const [first] = under.lines;
    if (!first) return;
    const p = toPx({ x: first.line.coords[0], y: first.line.coords[1] });
    const name = READ_KINDS.find((k) => k.as === under.object.as)!.name;
    const { spacing, angle } = under.object.recipe.settings;
    const more = [
      spacing !== undefined && `${Number(spacing).toFixed(2)} mm apart`,
      angle !== undefined && `${Number(angle).toFixed(0)}°`,
      `${Math.round(100 * under.object.sure)} % sure`,
    ].filter(Boolean);
    drawLabel(
      ctx,
      `${name.replace(/s$/, '')} · ${more.join(' · ')}`,
      Math.min(view.width - 150, Math.max(150, p.x)),
      Math.max(20, p.y - 16),
    );
  }

  return toolOf({
    hint: computed(() =>
      reading.seen.value.length
        ? 'Press what is to stay stitches, or to be taken after all. Dashed lines are not taken.'
        : 'Press plain stitches on the cloth to have them read.',
    ),
    preview: NOTHING,
    actions: computed(() =>
      reading.seen.value.length ? [{ label: 'Make objects', run: () => reading.take() }] : [],
    ),
    down,
    move(p) {
      hover.value = at(p.at);
    },
    up() {},
    key(name) {
      if (name !== 'Enter' || !reading.seen.value.length) return false;
      reading.take();
      return true;
    },
    cancel() {
      hover.value = null;
      return false;
    },
    mark,
  });
}
