// Pull: a place of a live outline is drawn aside by hand; the pull stays on top of what the outline follows.
import {
  distance,
  holdOn,
  outlinePaths,
  type Dent,
  type DesignObject,
  type Point,
  type SurroundOutline,
} from '@rosehip/core';
import { computed, reactive } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { drawDisc, drawLine, LEAF } from './marks.ts';
import { useGesture } from './gesture.ts';
import { toolOf, NOTHING, type Marker, type Pointer, type Tool } from './tool.ts';

/** How near a press must be to a pull, or to the outline, in CSS pixels. */
const NEAR = 10;
/** A new pull takes so much of the line along to both sides, in mm. */
const REACH = 8;

type Surrounding = DesignObject & { outline: SurroundOutline };

const tidy = (v: number): number => Math.round(v * 100) / 100;

export function pullTool(): Tool {
  const bench = useBench();
  const view = useView();
  const gesture = useGesture();
  const state = reactive({ held: null as number | null, fresh: null as Dent | null, dragging: false });

  const surroundIn = (items: typeof bench.selected): Surrounding | null => {
    const [only] = items;
    return items.length === 1 && only.kind === 'object' && only.outline.kind === 'surround' && !only.locked
      ? (only as Surrounding)
      : null;
  };
  const object = computed(() => surroundIn(bench.selected));
  const dents = computed(() => object.value?.outline.dents ?? []);
  const committedDents = (): Dent[] => surroundIn(bench.committedSelected)?.outline.dents ?? [];

  function withDents(list: Dent[]): DesignObject[] {
    const committed = surroundIn(bench.committedSelected);
    if (!committed) return [];
    const { dents: _, ...outline } = committed.outline;
    return [{ ...committed, outline: list.length ? { ...outline, dents: list } : outline }];
  }
  const handleOf = (d: Dent): Point => ({ x: d.x + d.dx, y: d.y + d.dy });

  /** The pulls as they are with the held one drawn to a place. */
  function drawnTo(at: Point): Dent[] {
    const list = committedDents();
    const { held, fresh } = state;
    const of = fresh ?? (held === null ? null : list[held]);
    if (!of) return list;
    const moved = { ...of, dx: tidy(at.x - of.x), dy: tidy(at.y - of.y) };
    return fresh ? [...list, moved] : list.with(held!, moved);
  }

  function removeHeld(): void {
    if (state.held === null) return;
    const list = committedDents().toSpliced(state.held, 1);
    state.held = null;
    bench.replace(withDents(list), 'Remove pull');
  }

  const held = computed(() => (state.held === null ? null : (dents.value[state.held] ?? null)));

  return toolOf({
    hint: computed(() =>
      object.value
        ? 'Drag the outline aside; it goes on following what it surrounds. Delete removes the pull touched last.'
        : 'Select one border, echo or other surround to pull a place of it aside.',
    ),
    preview: NOTHING,
    actions: computed(() => [
      {
        label: 'Remove pull',
        keys: 'Delete',
        blocked: held.value ? undefined : 'Touch a pull’s handle first.',
        run: removeHeld,
      },
    ]),
    numbers: computed(() =>
      held.value
        ? [
            {
              label: 'Reach',
              value: held.value.reach,
              unit: 'mm' as const,
              least: 0.5,
              most: 200,
              step: 0.5,
              set: (reach: number) => {
                const list = committedDents();
                bench.replace(withDents(list.with(state.held!, { ...list[state.held!], reach })), 'Reach');
              },
            },
          ]
        : [],
    ),
    focus: computed(() => null),
    down({ at }: Pointer) {
      if (!object.value) return;
      const near = NEAR / view.scale;
      const index = dents.value.findIndex((d) => distance(handleOf(d), at) < near);
      state.held = index < 0 ? null : index;
      state.fresh = null;
      state.dragging = index >= 0;
      if (index >= 0) return;
      const [plain] = bench.selectedPlain;
      const hold = plain?.kind === 'object' ? holdOn(outlinePaths(plain.outline), at) : null;
      if (!hold || hold.distance > near) return;
      state.fresh = { x: tidy(hold.x), y: tidy(hold.y), dx: 0, dy: 0, reach: REACH };
      state.dragging = true;
    },
    move({ at }: Pointer) {
      if (state.dragging) gesture.show(withDents(drawnTo(at)));
    },
    up({ at }: Pointer) {
      if (!state.dragging) return;
      const list = drawnTo(at);
      const index = state.fresh ? list.length - 1 : state.held!;
      const far = Math.hypot(list[index].dx, list[index].dy) * view.scale;
      state.dragging = false;
      if (state.fresh && far < 3) gesture.cancel();
      else {
        gesture.show(withDents(list));
        gesture.commit('Bulge');
        state.held = index;
      }
      state.fresh = null;
    },
    key(key: string) {
      if ((key !== 'Delete' && key !== 'Backspace') || state.held === null) return false;
      removeHeld();
      return true;
    },
    cancel() {
      const was = state.dragging;
      gesture.cancel();
      state.dragging = false;
      state.fresh = null;
      return was;
    },
    mark({ ctx, toPx }: Marker) {
      dents.value.forEach((d, i) => {
        const [a, b] = [toPx(d), toPx(handleOf(d))];
        drawLine(ctx, a, b, LEAF, 1.4, [4, 3]);
        drawDisc(ctx, b, 5.5, i === state.held);
      });
    },
  });
}
