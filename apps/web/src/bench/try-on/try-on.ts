// What the design on the bench is tried on: as kept with it, or as a hand has it now.
import { createSharedComposable } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { emptyDesign, type Point, type TriedPlace, type TryOn } from '@rosehip/core';
import {
  bendOf,
  copiesOf,
  middleOf,
  spotOf,
  triedColour,
  triedPlaces,
  triedThing,
  underPoint,
  type Bend,
} from '@rosehip/things';
import { useSharedView } from '../../parts/shared-view.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSewing } from '../../stores/sewing.ts';

/** Between the thing and the edge of what is seen, in CSS pixels. */
const MARGIN = 28;
/** No place lies farther from the thing's middle, in mm. */
export const FARTHEST = 5000;
/** So many places at most. */
export const MOST_PLACES = 20;

/** Before a design is there. */
const NONE = emptyDesign('');

export const useTryOn = createSharedComposable(() => {
  const bench = useBench();
  const sewing = useSewing();
  /** As a hand has it that has not let go yet. */
  const shown = shallowRef<TryOn | null>(null);
  const design = computed(() => {
    const { cloth, tryOn } = bench.design ?? NONE;
    return { cloth, tryOn: shown.value ?? tryOn };
  });
  const bounds = computed(() => sewing.figures?.bounds ?? null);
  /** Of the design, in mm; null without stitches. */
  const size = computed(() => {
    const b = bounds.value;
    return b && { width: b.maxX - b.minX, height: b.maxY - b.minY };
  });

  const thing = computed(() => triedThing(design.value));
  const colour = computed(() => triedColour(design.value, thing.value));
  const places = computed(() => triedPlaces(design.value, size.value));
  const index = ref(0);
  /** The place that is worked on. */
  const at = computed(() => Math.min(index.value, places.value.length - 1));
  const place = computed(() => places.value[at.value]);
  const spot = computed(() => spotOf(thing.value, place.value));
  /** All that is kept of it, whether or not something was chosen before. */
  const tryOn = computed<TryOn>(
    () => design.value.tryOn ?? { thing: thing.value.id, places: [...places.value] },
  );

  const view = useSharedView(() => thing.value.bounds, MARGIN);
  watch(
    () => `${thing.value.id} ${thing.value.bounds.maxX}`,
    () => view.fit(),
  );

  /** What is set to nothing is left out of it. */
  function changed(changes: Partial<TryOn>): TryOn {
    const { colour, photo, ...next } = { ...tryOn.value, ...changes };
    return { ...next, ...(colour && { colour }), ...(photo && { photo }) };
  }
  function show(changes: Partial<TryOn>): void {
    shown.value = changed(changes);
  }
  /** One step, with what was shown. */
  function set(changes: Partial<TryOn>, label: string): void {
    const next = changed(changes);
    shown.value = null;
    bench.run({ do: 'set-design', label, changes: { tryOn: next } });
  }
  const drop = (): void => void (shown.value = null);

  const placed = (changes: Partial<TriedPlace>, k = at.value): TriedPlace[] =>
    places.value.map((p, i) => (i === k ? { ...p, ...changes } : p));
  const showPlace = (changes: Partial<TriedPlace>): void => show({ places: placed(changes) });
  const setPlace = (changes: Partial<TriedPlace>, label: string): void =>
    set({ places: placed(changes) }, label);

  /** How each copy of a place lies, with the lines around it as they are seen. */
  function outlines(k: number): { bend: Bend; points: Point[] }[] {
    const b = bounds.value;
    if (!b || !size.value) return [];
    const middle = middleOf(b);
    const STEPS = 8;
    const corners = [
      [b.minX, b.minY],
      [b.maxX, b.minY],
      [b.maxX, b.maxY],
      [b.minX, b.maxY],
    ];
    return copiesOf(places.value[k], size.value).map((copy) => {
      const bend = bendOf(thing.value, middle, copy);
      const points = corners.flatMap(([x, y], i) => {
        const [nx, ny] = corners[(i + 1) % 4];
        return Array.from({ length: STEPS }, (_, s) =>
          bend(x + ((nx - x) * s) / STEPS, y + ((ny - y) * s) / STEPS),
        ).filter((p) => p !== null);
      });
      return { bend, points };
    });
  }
  /** Where the middle of a place is seen, and the other way round. */
  const seenAt = (k: number): Point | null =>
    bounds.value && bendOf(thing.value, { x: 0, y: 0 }, places.value[k])(0, 0);
  const under = (p: Point, from: Point): Point => {
    const { x, y } = underPoint(thing.value.surface, p, from);
    const tidy = (v: number): number => Math.min(FARTHEST, Math.max(-FARTHEST, Math.round(v * 10) / 10));
    return { x: tidy(x), y: tidy(y) };
  };

  /* A photograph's scale: two places of it whose distance is known. */
  const marking = ref(false);
  const marked = ref<[Point, Point] | null>(null);

  return {
    thing,
    colour,
    places,
    index,
    at,
    place,
    spot,
    tryOn,
    size,
    bounds,
    view,
    show,
    set,
    drop,
    showPlace,
    setPlace,
    placed,
    outlines,
    seenAt,
    under,
    marking,
    marked,
  };
});
