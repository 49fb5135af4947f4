// Freehand: a drawn line becomes a few Bézier points; a pen that presses more or less draws its width too.
import { distance, fitPath, widthsFrom, type Path, type Point } from '@rosehip/core';
import { useKept } from '../../parts/kept.ts';
import { computed, reactive } from 'vue';
import { useView } from '../../stores/view.ts';
import { addObject } from './make.ts';
import { lineChoice, linesAs, shapeChoice, shapesAs } from './sewn-as.ts';
import { toolOf, NOTHING, type Pointer, type Tool, type ToolPreview } from './tool.ts';

/** Places nearer than this are one, and ends nearer than this close the line: both in CSS pixels. */
const STEP = 2;
const CLOSE = 12;

export function freehandTool(): Tool {
  const view = useView();
  /** How far the smooth line may lie from the hand's, in mm. */
  const smoothing = useKept('rosehip-freehand', 0.6);
  const state = reactive({ places: [] as Point[] });
  /** How the pen pressed at each of them; empty when nothing can tell. */
  let pressures: number[] = [];

  function drawn(): Path | null {
    const { places } = state;
    if (places.length < 2) return null;
    const ends = distance(places[0], places[places.length - 1]);
    const closed = places.length > 8 && ends * view.scale <= CLOSE;
    const coords = Float64Array.from((closed ? places.slice(0, -1) : places).flatMap((p) => [p.x, p.y]));
    return fitPath({ coords, closed }, smoothing.value, Math.max(smoothing.value, 3 / view.scale));
  }

  const preview = computed<ToolPreview>(() => {
    const path = drawn();
    return path ? { ...NOTHING, paths: [path], points: path.points.map(({ x, y }) => ({ x, y })) } : NOTHING;
  });

  return toolOf({
    hint: 'Draw with the button held; end where you began to close the line.',
    preview,
    actions: [],
    choices: [lineChoice, shapeChoice],
    numbers: computed(() => [
      {
        label: 'Smoothing',
        value: smoothing.value,
        unit: 'mm' as const,
        least: 0.05,
        most: 5,
        step: 0.1,
        set: (v: number) => (smoothing.value = v),
      },
    ]),
    down({ at, pressure }: Pointer) {
      state.places = [at];
      pressures = pressure === null ? [] : [pressure];
    },
    move({ at, pressure }: Pointer) {
      const last = state.places.at(-1);
      if (!last || distance(last, at) * view.scale < STEP) return;
      state.places = [...state.places, at];
      if (pressure !== null) pressures.push(pressure);
    },
    up() {
      const path = drawn();
      const widths = path && !path.closed ? widthsFrom(state.places, pressures) : null;
      state.places = [];
      if (!path || path.points.length < 2) return;
      addObject(
        { kind: 'path', paths: [path] },
        path.closed ? shapesAs.value : widths ? 'satin' : linesAs.value,
        path.closed ? 'Shape' : 'Line',
        true,
        widths ? { widths } : {},
      );
    },
    key: () => false,
    cancel() {
      const was = state.places.length > 0;
      state.places = [];
      return was;
    },
  });
}
