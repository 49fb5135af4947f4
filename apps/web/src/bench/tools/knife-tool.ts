// Knife: a straight or freehand line through what is selected, or through whatever it meets.
import {
  cropLines,
  fitPath,
  freeLeaves,
  itemBounds,
  knifeJob,
  lengthOf,
  outlineLines,
  outlineRegion,
  type Path,
  type Point,
} from '@rosehip/core';
import { computed, reactive } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { frameOf } from '../items.ts';
import { constrained } from './angles.ts';
import { toolOf, NOTHING, type Pointer, type Tool, type ToolPreview } from './tool.ts';

/** Places of a drawn line nearer than this are one, in CSS pixels. */
const STEP = 2;

export function knifeTool(): Tool {
  const bench = useBench();
  const view = useView();
  const state = reactive({ places: [] as Point[], straight: true });

  function line(): Path | null {
    const { places, straight } = state;
    if (places.length < 2) return null;
    const [first, last] = [places[0], places[places.length - 1]];
    if (Math.hypot(last.x - first.x, last.y - first.y) * view.scale < 4) return null;
    if (straight) return { closed: false, points: [{ ...first }, { ...last }] };
    return fitPath({ coords: Float64Array.from(places.flatMap((p) => [p.x, p.y])), closed: false }, 0.4, 1);
  }

  /** What the knife goes through: what is selected, or everything that the line meets. */
  function targets(path: Path): string[] {
    if (bench.selection.length) return [...bench.selection];
    const knife = outlineLines({ kind: 'path', paths: [path] });
    const met = [...freeLeaves(bench.plain!.objects)].filter((leaf) => {
      if (leaf.kind !== 'object' || leaf.unsewn || !itemBounds(leaf)) return false;
      const inside = cropLines(knife, outlineRegion(leaf.outline), 'inside');
      return inside.some((l) => lengthOf(l) > 0.2) || crosses(knife, outlineLines(leaf.outline));
    });
    return met.map((l) => l.id);
  }

  const preview = computed<ToolPreview>(() => {
    const path = line();
    return path ? { ...NOTHING, paths: [path] } : NOTHING;
  });

  function cut(path: Path): void {
    const ids = targets(path);
    if (!ids.length) {
      bench.message = 'The line doesn’t meet any shape.';
      return;
    }
    if (bench.does((design) => knifeJob(design, ids, { kind: 'path', paths: [path] }))) view.tool = 'select';
  }

  return toolOf({
    hint: 'Drag through what is selected, or through anything, to cut it. Shift: steps of 15°. Enter: upright through the middle.',
    preview,
    actions: computed(() => [
      { label: 'Straight', on: state.straight, run: () => (state.straight = true) },
      { label: 'Freehand', on: !state.straight, run: () => (state.straight = false) },
    ]),
    down({ at }: Pointer) {
      state.places = [at];
    },
    move({ at, shift }: Pointer) {
      const { places, straight } = state;
      if (!places.length) return;
      const to = shift ? constrained(places[0], at) : at;
      const last = places[places.length - 1];
      if (straight) state.places = [places[0], to];
      else if (Math.hypot(last.x - at.x, last.y - at.y) * view.scale >= STEP) state.places = [...places, at];
    },
    up() {
      const path = line();
      state.places = [];
      if (path) cut(path);
    },
    // Without a mouse: an upright cut through the middle of what is selected; its line can be moved and turned.
    key(key: string) {
      const frame = key === 'Enter' ? frameOf(bench.selectedPlain) : null;
      if (!frame) return false;
      const reach = Math.hypot(frame.width, frame.height) / 2 + 5;
      cut({
        closed: false,
        points: [
          { x: frame.x, y: frame.y - reach },
          { x: frame.x, y: frame.y + reach },
        ],
      });
      return true;
    },
    cancel() {
      const was = state.places.length > 0;
      state.places = [];
      return was;
    },
  });
}

type Lines = ReturnType<typeof outlineLines>;

/** Do any two segments of two drawings cross? */
function crosses(a: Lines, b: Lines): boolean {
  const side = (px: number, py: number, qx: number, qy: number, x: number, y: number): number =>
    Math.sign((qx - px) * (y - py) - (qy - py) * (x - px));
  const segments = function* (lines: Lines): Generator<[number, number, number, number]> {
    for (const { coords, closed } of lines) {
      const n = coords.length / 2;
      for (let i = 0; i < (closed ? n : n - 1); i++) {
        const j = (i + 1) % n;
        yield [coords[2 * i], coords[2 * i + 1], coords[2 * j], coords[2 * j + 1]];
      }
    }
  };
  for (const [ax, ay, bx, by] of segments(a))
    for (const [cx, cy, dx, dy] of segments(b))
      if (
        side(ax, ay, bx, by, cx, cy) !== side(ax, ay, bx, by, dx, dy) &&
        side(cx, cy, dx, dy, ax, ay) !== side(cx, cy, dx, dy, bx, by)
      )
        return true;
  return false;
}
