// Mend: single stitches of what was brought in, or set as stitches: chosen, moved, rubbed out, cut.
import {
  closedUp,
  cutRegionJob,
  flattened,
  insideRegion,
  itemBounds,
  leavesAt,
  mapMarked,
  markCount,
  marksAlong,
  nearestShare,
  needlePointAt,
  originOf,
  placeOf,
  recordsInBox,
  sideOfLine,
  stitchAt,
  stitchLength,
  translation,
  withoutMarked,
  withPoint,
  type MarkedRecords,
  type Point,
} from '@rosehip/core';
import { computed, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useView } from '../../stores/view.ts';
import { nudgeBy } from '../arrows.ts';
import { constrained } from './angles.ts';
import { drawLabel, drawLine, INK, PAPER, ROSEHIP } from './marks.ts';
import { mendMode, recordInWords, rubberSize, useMend, type MendMode } from './mend-edit.ts';
import { NOTHING, toolOf, type Marker, type Pointer, type Tool, type ToolAction } from './tool.ts';

/** How near a press must be to a needle point and to a stitch, and how far a drag must go, in CSS pixels. */
const REACH = 8;
const STITCH_REACH = 5;
const DRAG = 3;
/** Needle points are drawn once a stitch of 2 mm is so long, in CSS pixels, and there are no more than so many. */
const SEEN = 9;
const MOST_SEEN = 8000;

/** A needle point, or the stitch that arrives at it. */
interface Found {
  record: number;
  stitch: boolean;
}
/** The needle points that are meant. */
const numbersOf = ({ record, stitch }: Found): number[] => (stitch ? [record - 1, record] : [record]);

type Grab =
  { what: 'points'; at: Point } | { what: 'box' } | { what: 'lasso' } | { what: 'rub' } | { what: 'line' };

const HINTS: Record<MendMode, string> = {
  choose: 'Press or box points. Shift: more. Tab: next. Double-press: a new point.',
  lasso: 'Draw round what is to be chosen. Shift: more.',
  rub: 'Rub over needle points to take them out; what is left is joined, or cut where it is far apart.',
  cut: 'Draw a line: the stitches are parted along it. Shift: straight, in steps of 15°.',
  flatten: 'Draw a line: the chosen points are pulled on to it.',
};

/** A line that a hand drew: straight when it hardly strays from that, else with a place every so often; mm. */
const STRAYS = 0.6;
const PLACES_APART = 1.5;
function drawnLine(way: readonly Point[]): Point[] {
  const [a, b] = [way[0], way[way.length - 1]];
  const far = (p: Point): number => {
    const t = nearestShare(a.x, a.y, b.x, b.y, p.x, p.y);
    return Math.hypot(a.x + t * (b.x - a.x) - p.x, a.y + t * (b.y - a.y) - p.y);
  };
  if (way.every((p) => far(p) < STRAYS)) return [a, b];
  const out = [a];
  for (const p of way)
    if (Math.hypot(p.x - out[out.length - 1].x, p.y - out[out.length - 1].y) >= PLACES_APART) out.push(p);
  return out.length > 1 ? out : [a, b];
}

export function mendTool(): Tool {
  const bench = useBench();
  const view = useView();
  const rehearsal = useRehearsal();
  const mend = useMend();
  const preview = shallowRef(NOTHING);
  /** The needle point or stitch under the hand: a record, or -1. */
  const hover = shallowRef<Found | null>(null);
  const rubberAt = shallowRef<Point | null>(null);
  let grab: Grab | null = null;
  let from: Point = { x: 0, y: 0 };
  let began = false;
  let way: Point[] = [];
  let moved: MarkedRecords | null = null;
  /** What the rubber has touched. */
  let rubbed: Uint8Array = new Uint8Array();

  // The playhead and what is chosen are one place: a rehearsal that is stepped through chooses along.
  watch(
    () => [rehearsal.playhead, view.tool],
    () => {
      if (view.tool !== 'mend' || rehearsal.playing || rehearsal.atEnd) return;
      const at = mend.atPlayhead();
      if (at >= 0 && !(mend.count.value === 1 && mend.first.value === at)) mend.chooseOnly(at);
    },
  );

  const reach = (px: number): number => px / view.scale;
  const blocks = () => mend.item.value?.blocks ?? [];

  function found(at: Point): Found | null {
    const point = needlePointAt(blocks(), at, reach(REACH));
    if (point >= 0) return { record: point, stitch: false };
    const stitch = stitchAt(blocks(), at, reach(STITCH_REACH));
    return stitch >= 0 ? { record: stitch, stitch: true } : null;
  }

  /** Takes up other stitches that lie here; drawn ones are told about. */
  function takeUp(at: Point): boolean {
    const own = mend.item.value?.id;
    const leaves = leavesAt(bench.plain!, at, reach(REACH));
    const other = leaves.find((leaf) => leaf.kind === 'stitches' && originOf(leaf.id) !== own);
    if (other) {
      bench.selection = [originOf(other.id)];
      return true;
    }
    if (!own && leaves.length) {
      bench.selection = [originOf(leaves[0].id)];
      return true;
    }
    return false;
  }

  function chooseFound(hit: Found, more: boolean): void {
    const numbers = numbersOf(hit);
    if (!more) {
      if (!numbers.every((i) => mend.marked.value[i])) mend.chooseOnly(...numbers);
      return;
    }
    const next = mend.marked.value.slice();
    const value = numbers.every((i) => next[i]) ? 0 : 1;
    for (const i of numbers) next[i] = value;
    mend.choose(next);
  }

  function down(p: Pointer): void {
    from = p.at;
    began = false;
    moved = null;
    way = [p.at];
    grab = null;
    hover.value = null;
    if (!mend.item.value) return void takeUp(p.at);
    if (mendMode.value === 'rub') grab = { what: 'rub' };
    else if (mendMode.value === 'cut' || mendMode.value === 'flatten') grab = { what: 'line' };
    else {
      const hit = found(p.at);
      // Where stitches lie densely, a box begins on one: a drag moves needle points, and what is chosen already.
      const holds = hit && (!hit.stitch || numbersOf(hit).every((i) => mend.marked.value[i]));
      if (holds) {
        chooseFound(hit, p.shift);
        grab = { what: 'points', at: hit.stitch ? p.at : placeOf(mend.records.value!, hit.record) };
      } else grab = { what: mendMode.value === 'lasso' ? 'lasso' : 'box' };
    }
    if (grab?.what === 'rub') {
      rubbed = new Uint8Array(mend.given()?.marked.length ?? 0);
      rub(p.at);
    }
  }

  const rubber = (): number => rubberSize.value / 2;
  /** Takes out what lies on the way from where the rubber was last. */
  function rub(at: Point): void {
    const now = mend.given();
    if (!now) return;
    const touched = marksAlong(now.blocks, rubbed, way.at(-1)!, at, rubber());
    way = [at];
    if (markCount(touched) === markCount(rubbed)) return;
    rubbed = touched;
    mend.preview(closedUp({ records: now.records, marked: rubbed }));
  }

  function move(p: Pointer): void {
    rubberAt.value = mendMode.value === 'rub' ? p.at : null;
    if (!grab) {
      hover.value = mend.item.value && mendMode.value !== 'rub' ? found(p.at) : null;
      return;
    }
    if (!began && Math.hypot(p.at.x - from.x, p.at.y - from.y) * view.scale < DRAG) return;
    began = true;
    switch (grab.what) {
      case 'points': {
        const now = mend.given();
        if (!now) return;
        const to = p.shift ? constrained(grab.at, p.at) : p.at;
        moved = mapMarked(now, translation(to.x - grab.at.x, to.y - grab.at.y));
        mend.preview(moved);
        return;
      }
      case 'rub':
        rub(p.at);
        return;
      case 'box':
        preview.value = { ...NOTHING, box: [from, p.at] };
        return;
      case 'lasso':
        way.push(p.at);
        preview.value = { ...NOTHING, lasso: [...way] };
        return;
      case 'line': {
        // A cut follows the hand; with Shift, and on to what points are pulled, it is straight.
        if (mendMode.value === 'cut' && !p.shift) {
          way.push(p.at);
          preview.value = {
            ...NOTHING,
            paths: [{ closed: false, points: drawnLine(way) }],
          };
          return;
        }
        way = [from];
        const to = p.shift ? constrained(from, p.at) : p.at;
        preview.value = { ...NOTHING, paths: [{ closed: false, points: [from, to] }] };
        return;
      }
    }
  }

  /** Chooses what lies in a box, or inside a loop. */
  function chooseInside(a: Point, b: Point, more: boolean, loop?: readonly Point[]): void {
    const r = mend.records.value;
    if (!r) return;
    const xs = loop ? loop.map(({ x }) => x) : [a.x, b.x];
    const ys = loop ? loop.map(({ y }) => y) : [a.y, b.y];
    const box = {
      minX: Math.min(...xs),
      maxX: Math.max(...xs),
      minY: Math.min(...ys),
      maxY: Math.max(...ys),
    };
    const next = more ? mend.marked.value.slice() : new Uint8Array(r.x.length);
    const drawn = loop && [{ outer: Float64Array.from(loop.flatMap(({ x, y }) => [x, y])), holes: [] }];
    for (const i of recordsInBox(blocks(), box))
      if (!drawn || insideRegion(drawn, r.x[i] / 10, r.y[i] / 10)) next[i] = 1;
    mend.choose(next);
  }

  function cutAlong(line: readonly Point[]): void {
    const { item } = mend;
    const bounds = item.value && itemBounds(item.value);
    if (!bounds) return;
    const region = sideOfLine(line, bounds);
    bench.does((design) => cutRegionJob(design, [item.value!.id], region, 'both', 'Cut along a line'));
  }

  function up(p: Pointer): void {
    const held = grab;
    grab = null;
    preview.value = NOTHING;
    if (!held) return;
    if (held.what === 'rub') {
      bench.cancelPreview();
      if (markCount(rubbed)) mend.mend('Rub out', ({ records }) => closedUp({ records, marked: rubbed }));
      return;
    }
    if (!began) {
      if (held.what === 'points') {
        if (!rehearsal.atEnd) mend.showAtPlayhead();
        if (!p.shift && mend.count.value > 1) {
          const hit = found(p.at);
          if (hit) mend.chooseOnly(...numbersOf(hit));
        }
      } else {
        const hit = found(p.at);
        if (hit) chooseFound(hit, p.shift);
        else if (!takeUp(p.at) && !p.shift) mend.chooseNone();
      }
      return;
    }
    const to = p.shift ? constrained(from, p.at) : p.at;
    if (held.what === 'points' && moved) {
      const done = moved;
      moved = null;
      mend.mend('Move needle points', () => done);
    } else if (held.what === 'box') chooseInside(from, p.at, p.shift);
    else if (held.what === 'lasso') chooseInside(from, p.at, p.shift, way);
    else if (held.what === 'line') {
      if (mendMode.value === 'cut') cutAlong(p.shift || way.length < 3 ? [from, to] : drawnLine(way));
      else mend.mend('Flatten on a line', (given) => flattened(given, [from, to]));
      mendMode.value = 'choose';
    }
  }

  function doubleClick(p: Pointer): void {
    const stitch = stitchAt(blocks(), p.at, reach(REACH));
    if (stitch > 0) mend.mend('Add a needle point', (given) => withPoint(given, stitch, p.at));
  }

  function key(name: string, e: KeyboardEvent): boolean {
    if (!mend.item.value) return false;
    if (name === 'Tab') {
      mend.step(e.shiftKey ? -1 : 1);
      return true;
    }
    if (!mend.count.value) return false;
    const arrow = nudgeBy(name, e.shiftKey);
    if (arrow) {
      mend.mend('Move needle points', (given) => mapMarked(given, translation(arrow.dx, arrow.dy)));
      return true;
    }
    if (name === 'Delete' || name === 'Backspace') {
      mend.mend('Delete needle points', withoutMarked);
      return true;
    }
    return false;
  }

  function letGo(): void {
    if (grab) bench.cancelPreview();
    grab = null;
    moved = null;
    preview.value = NOTHING;
    hover.value = rubberAt.value = null;
  }

  function cancel(): boolean {
    const something = grab !== null || mend.count.value > 0 || mendMode.value !== 'choose';
    if (!grab && mendMode.value !== 'choose') mendMode.value = 'choose';
    else if (!grab && mend.count.value) mend.chooseNone();
    letGo();
    return something;
  }

  /** The stitches that can be seen, as thin lines with their needle points; what is chosen over them. */
  function mark({ ctx, toPx, scale }: Marker): void {
    const r = mend.records.value;
    if (!r) return;
    const marked = mend.marked.value;
    const close = 2 * scale >= SEEN;
    if (!close && !mend.count.value && !hover.value && !rubberAt.value) return;
    const [a, b] = [view.toMm(0, 0), view.toMm(view.width, view.height)];
    const seen = recordsInBox(blocks(), { minX: a.x, minY: a.y, maxX: b.x, maxY: b.y });
    const at = (i: number): Point => toPx(placeOf(r, i));
    const line = (i: number): void => {
      const [p, q] = [at(i - 1), at(i)];
      ctx.moveTo(p.x, p.y);
      ctx.lineTo(q.x, q.y);
    };
    if (close && seen.length <= MOST_SEEN) {
      for (const [colour, width] of [
        [PAPER, 2.5],
        [INK, 1],
      ] as const) {
        ctx.beginPath();
        for (const i of seen) {
          if (stitchLength(r, i)) line(i);
          if (i + 1 < r.x.length && stitchLength(r, i + 1)) line(i + 1);
        }
        ctx.strokeStyle = colour;
        ctx.lineWidth = width;
        ctx.globalAlpha = 0.8;
        ctx.stroke();
        ctx.globalAlpha = 1;
      }
      const size = Math.min(7, Math.max(3, scale / 4));
      ctx.fillStyle = PAPER;
      ctx.strokeStyle = INK;
      ctx.lineWidth = 1;
      for (const i of seen) {
        if (marked[i]) continue;
        const p = at(i);
        ctx.beginPath();
        ctx.rect(p.x - size / 2, p.y - size / 2, size, size);
        ctx.fill();
        ctx.stroke();
      }
    }
    if (mend.count.value && seen.length <= 10 * MOST_SEEN) {
      ctx.beginPath();
      for (const i of seen) if (marked[i] && i && marked[i - 1] && stitchLength(r, i)) line(i);
      ctx.strokeStyle = ROSEHIP;
      ctx.lineWidth = 2;
      ctx.stroke();
      ctx.fillStyle = ROSEHIP;
      ctx.strokeStyle = PAPER;
      ctx.lineWidth = 1.3;
      for (const i of seen) {
        if (!marked[i]) continue;
        const p = at(i);
        ctx.beginPath();
        ctx.arc(p.x, p.y, 4, 0, 2 * Math.PI);
        ctx.fill();
        ctx.stroke();
      }
    }
    const under = hover.value;
    if (under && under.record < r.x.length) {
      const p = at(under.record);
      if (under.stitch && under.record) drawLine(ctx, at(under.record - 1), p, ROSEHIP, 3);
      drawLabel(
        ctx,
        recordInWords(r, under.record),
        Math.min(view.width - 110, Math.max(110, p.x)),
        p.y - 18,
      );
    }
    if (rubberAt.value) {
      const p = toPx(rubberAt.value);
      ctx.beginPath();
      ctx.arc(p.x, p.y, rubber() * scale, 0, 2 * Math.PI);
      ctx.strokeStyle = ROSEHIP;
      ctx.lineWidth = 1.5;
      ctx.stroke();
    }
  }

  const mode = (value: MendMode, label: string): ToolAction => ({
    label,
    on: mendMode.value === value,
    ...(value === 'flatten' && !mend.count.value && { blocked: 'Choose needle points first.' }),
    run: () => (mendMode.value = value),
  });

  return toolOf({
    hint: computed(() =>
      mend.item.value ? HINTS[mendMode.value] : 'Press the stitches that you want to mend on the cloth.',
    ),
    preview,
    actions: computed(() =>
      mend.item.value
        ? [
            mode('choose', 'Choose'),
            mode('lasso', 'Lasso'),
            mode('rub', 'Rubber'),
            mode('cut', 'Cut along a line'),
            mode('flatten', 'Flatten on a line'),
          ]
        : [],
    ),
    numbers: computed(() =>
      mend.item.value && mendMode.value === 'rub'
        ? [
            {
              label: 'Rubber',
              value: rubberSize.value,
              unit: 'mm' as const,
              least: 0.4,
              most: 30,
              step: 0.5,
              set: (value: number) => (rubberSize.value = value),
            },
          ]
        : [],
    ),
    down,
    move,
    up,
    doubleClick,
    key,
    letGo,
    cancel,
    mark,
  });
}
