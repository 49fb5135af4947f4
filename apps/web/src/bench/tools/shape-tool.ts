// Ready shapes: dragged from corner to corner, or out from the centre.
import { primitivePaths, readyShape, READY_SHAPES, type BoxOutline, type Point } from '@rosehip/core';
import { useKept } from '../../parts/kept.ts';
import { computed, reactive, ref, type Ref } from 'vue';
import { useView } from '../../stores/view.ts';
import { useSnapping } from '../snapping.ts';
import { addObject } from './make.ts';
import { shapeChoice, shapesAs } from './sewn-as.ts';
import {
  toolOf,
  NOTHING,
  type Pointer,
  type Tool,
  type ToolAction,
  type ToolNumber,
  type ToolPreview,
} from './tool.ts';

/** A drag shorter than this draws nothing, in mm. */
const LEAST = 0.5;

/** A kind of shape: what it is called, its own numbers, and how it is made in a box. */
interface Form {
  label: string;
  /** Width over height when it has no size of its own. */
  proportion: number;
  recipe: 'fill' | 'run';
  numbers: ToolNumber[];
  make(box: { x: number; y: number; width: number; height: number; turn: number }): BoxOutline;
}

/** A number of the tool that stays as it was left. */
function number(key: string, value: number, n: Omit<ToolNumber, 'value' | 'set'>): ToolNumber {
  const kept: Ref<number> = useKept(`rosehip-shape-${key}`, value);
  return reactive({ ...n, value: kept, set: (v: number) => (kept.value = v) }) as ToolNumber;
}

function dragTool(form: () => Form, extra: () => ToolAction[], hint: string): Tool {
  const view = useView();
  const snap = useSnapping();
  const state = reactive({ drawn: null as BoxOutline | null });
  let from: Point | null = null;

  function outline({ shift, alt }: Pointer, at: Point): BoxOutline {
    const { proportion, make } = form();
    let [w, h] = [at.x - from!.x, at.y - from!.y];
    if (shift) {
      const side = Math.max(Math.abs(w) / proportion, Math.abs(h));
      [w, h] = [Math.sign(w || 1) * side * proportion, Math.sign(h || 1) * side];
    }
    const centre = alt ? from! : { x: from!.x + w / 2, y: from!.y + h / 2 };
    const k = alt ? 2 : 1;
    return make({ ...centre, width: Math.abs(k * w), height: Math.abs(k * h), turn: 0 });
  }

  /** Closed shapes are sewn as was chosen; an open one can only be a line. */
  const recipe = (): string => (form().recipe === 'fill' ? shapesAs.value : form().recipe);
  const add = (drawn: BoxOutline): void => addObject({ ...drawn }, recipe(), form().label);

  const preview = computed<ToolPreview>(() =>
    state.drawn ? { ...NOTHING, paths: primitivePaths(state.drawn) } : NOTHING,
  );
  const tool = toolOf({
    hint,
    preview,
    actions: computed(extra),
    choices: computed(() => (form().recipe === 'fill' ? [shapeChoice] : [])),
    numbers: computed(() => form().numbers),
    down(p: Pointer) {
      snap.prepare();
      from = snap.point(p);
    },
    move(p: Pointer) {
      if (!from) {
        if (!snap.active()) snap.prepare();
        snap.point(p);
        return;
      }
      state.drawn = outline(p, snap.point(p));
    },
    up(p: Pointer) {
      if (!from) return;
      const drawn = outline(p, snap.point(p));
      tool.cancel();
      if (drawn.width >= LEAST && drawn.height >= LEAST) add(drawn);
    },
    // Without a mouse: one in the middle of what is seen, to be sized by numbers.
    key(key: string) {
      if (key !== 'Enter' || from) return false;
      const side = Math.max(5, Math.round(Math.min(view.width, view.height) / view.scale / 4));
      const { proportion, make } = form();
      const round = (v: number): number => Math.round(v * 10) / 10;
      const [width, height] = proportion > 1 ? [side, side / proportion] : [side * proportion, side];
      add(make({ ...view.centre, width: round(width), height: round(height), turn: 0 }));
      return true;
    },
    cancel() {
      const was = from !== null;
      from = null;
      state.drawn = null;
      snap.end();
      return was;
    },
  });
  return tool;
}

const DRAG_HINT = 'Drag to draw. Shift: even. Alt: from the centre. Enter: one in the middle.';

export function rectangleTool(): Tool {
  const radius = number('radius', 0, { label: 'Corner radius', unit: 'mm', least: 0, most: 100, step: 0.5 });
  const form: Form = {
    label: 'Rectangle',
    proportion: 1,
    recipe: 'fill',
    numbers: [radius],
    make: (box) => ({ kind: 'rectangle', ...box, radius: radius.value }),
  };
  return dragTool(
    () => form,
    () => [],
    DRAG_HINT,
  );
}

export function ellipseTool(): Tool {
  const form: Form = {
    label: 'Ellipse',
    proportion: 1,
    recipe: 'fill',
    numbers: [],
    make: (box) => ({ kind: 'ellipse', ...box }),
  };
  return dragTool(
    () => form,
    () => [],
    DRAG_HINT,
  );
}

/** What the shapes tool draws next; the shapes panel shows and sets it. */
export const chosenShape = ref('polygon');

export const SHAPE_CHOICES: { id: string; label: string }[] = [
  { id: 'polygon', label: 'Polygon' },
  { id: 'star', label: 'Star' },
  { id: 'spiral', label: 'Spiral' },
  { id: 'arc', label: 'Arc' },
  ...READY_SHAPES.map((s) => ({ id: s.id, label: s.name })),
];

export function shapesTool(): Tool {
  const count = { unit: '' as const, least: 3, most: 60, step: 1 };
  const share = { unit: '' as const, least: 0, most: 0.95, step: 0.05 };
  const degrees = { unit: '°' as const, step: 5 };
  const corners = number('corners', 6, { label: 'Corners', ...count });
  const points = number('points', 5, { label: 'Points', ...count });
  const depth = number('inner', 0.5, { label: 'Inner', ...share, least: 0.05 });
  const rounds = number('rounds', 4, { label: 'Rounds', unit: '', least: 0.25, most: 40, step: 0.5 });
  const core = number('core', 0, { label: 'Inner', ...share });
  const start = number('from', 0, { label: 'From', ...degrees, least: -360, most: 360 });
  const sweep = number('sweep', 270, { label: 'Sweep', ...degrees, least: 1, most: 360 });
  const ends = useKept<'open' | 'chord' | 'slice'>('rosehip-shape-ends', 'slice');

  const even = { proportion: 1, recipe: 'fill' as const };
  const forms: Record<string, Form> = {
    polygon: {
      ...even,
      label: 'Polygon',
      numbers: [corners],
      make: (b) => ({ kind: 'polygon', ...b, corners: Math.round(corners.value) }),
    },
    star: {
      ...even,
      label: 'Star',
      numbers: [points, depth],
      make: (b) => ({ kind: 'star', ...b, corners: Math.round(points.value), inner: depth.value }),
    },
    spiral: {
      ...even,
      label: 'Spiral',
      recipe: 'run',
      numbers: [rounds, core],
      make: (b) => ({ kind: 'spiral', ...b, rounds: rounds.value, inner: core.value }),
    },
    arc: {
      ...even,
      label: 'Arc',
      numbers: [start, sweep],
      make: (b) => ({
        kind: 'ellipse',
        ...b,
        arc: { from: start.value, sweep: sweep.value, ends: ends.value },
      }),
    },
  };
  const form = (): Form => {
    const known = forms[chosenShape.value];
    if (known)
      return {
        ...known,
        recipe: chosenShape.value === 'arc' && ends.value === 'open' ? 'run' : known.recipe,
      };
    const shape = readyShape(chosenShape.value)!;
    return {
      label: shape.name,
      proportion: shape.proportion,
      recipe: 'fill',
      numbers: [],
      make: (b) => ({ kind: 'ready', ...b, shape: shape.id }),
    };
  };
  const extra = (): ToolAction[] =>
    chosenShape.value !== 'arc'
      ? []
      : (['open', 'chord', 'slice'] as const).map((value) => ({
          label: { open: 'Open', chord: 'Chord', slice: 'Slice' }[value],
          on: ends.value === value,
          run: () => (ends.value = value),
        }));
  return dragTool(form, extra, DRAG_HINT);
}
