// What of the cloth is in view: all of it when a design is opened, when the hoop or the cloth grows beyond what is seen, and when
// something is made beyond it.
import { watch } from 'vue';
import { clothBounds, itemBounds, resolvedItem, uniteBounds, type Bounds } from '@rosehip/core';
import { useAids } from '../stores/aids.ts';
import { useBench } from '../stores/bench/bench.ts';
import { useView } from '../stores/view.ts';
import { isSameView, type Viewport } from '../parts/viewport.ts';
import { useWriting } from './words/writing.ts';

export function useFraming() {
  const [bench, view, aids] = [useBench(), useView(), useAids()];
  const { writing } = useWriting();
  /** All of it is shown as soon as there is room for it. */
  let wanted = true;

  /** The view that was given last; whoever looks elsewhere since has chosen that. */
  let given: Viewport | null = null;
  const seen = (): Viewport => ({ scale: view.scale, centre: { ...view.centre } });

  function show(b: Bounds): void {
    view.fit(b, aids.rulers ? 44 : 24);
    given = seen();
  }

  function isSeen({ minX, minY, maxX, maxY }: Bounds): boolean {
    const [a, b] = [view.toMm(0, 0), view.toMm(view.width, view.height)];
    return a.x <= minX && b.x >= maxX && a.y <= minY && b.y >= maxY;
  }

  function fit(): void {
    if (view.width) show(clothBounds(bench.design!));
  }

  /** A design comes on the bench. `asItWas`: it is looked at as it was left. */
  function opened(asItWas: boolean): void {
    wanted = !asItWas;
    given = null;
    if (wanted) fit();
  }

  /** The room for the cloth has changed. */
  function sized(): void {
    if (!wanted || !bench.design || !view.width) return;
    if (!given || isSameView(given, seen())) fit();
    wanted = false;
  }

  // A taller running order leaves less cloth: when the whole hoop could be seen, it is shown whole again.
  watch(
    () => view.orderForm,
    () => {
      if (!bench.design || !isSeen(clothBounds(bench.design))) return;
      wanted = true;
      given = null;
    },
  );

  // Another hoop or another piece of cloth is looked at whole, unless all of it is in view already.
  watch(
    () => bench.committed,
    (now, was) => {
      if (!now || !was || !view.width) return;
      const [box, before] = [clothBounds(now), clothBounds(was)];
      if (String(Object.values(box)) !== String(Object.values(before)) && !isSeen(box)) show(box);
    },
  );

  /** What is selected is seen whole, with the cloth. */
  function showSelected(): void {
    const box = uniteBounds(
      bench.selection.flatMap((id) => {
        const item = resolvedItem(bench.design!, id);
        return item ? [itemBounds(item)] : [];
      }),
    );
    if (box && !isSeen(box)) show(uniteBounds([box, clothBounds(bench.design!)])!);
  }

  watch(
    () => view.justMade,
    (made) => {
      if (made && bench.design && view.width) showSelected();
    },
    { flush: 'sync' },
  );

  // The cloth follows what is typed. Whoever saw all of it before sees all of it with the words when they are done.
  watch(writing, (now) => {
    if (now || !view.endFollowing() || !bench.design) return;
    if (isSeen(clothBounds(bench.design))) showSelected();
  });

  return { fit, opened, sized };
}
