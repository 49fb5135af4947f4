// Following the pointer from a handle on the cloth until it is let go.
import type { Item, Point } from '@rosehip/core';
import type { Ref } from 'vue';
import { useView } from '../../stores/view.ts';
import { useSnapping } from '../snapping.ts';
import { useGesture } from '../tools/gesture.ts';

/** `svg` is the layer that holds the handles; it covers the cloth. */
export function useFollow(svg: Readonly<Ref<SVGSVGElement | null>>) {
  const view = useView();
  const snap = useSnapping();

  const mmOf = (e: PointerEvent): Point => {
    const b = svg.value!.getBoundingClientRect();
    return view.toMm(e.clientX - b.left, e.clientY - b.top);
  };

  /** Follows the pointer from a handle until it is let go; `end` is told whether it was not broken off. */
  function pull(
    e: PointerEvent,
    move: (at: Point, e: PointerEvent) => void,
    end: (done: boolean) => void,
  ): void {
    if (e.button !== 0) return;
    e.stopPropagation();
    const target = e.currentTarget as Element;
    target.setPointerCapture(e.pointerId);
    const onMove = (ev: Event): void => {
      ev.stopPropagation();
      move(mmOf(ev as PointerEvent), ev as PointerEvent);
    };
    const onEnd = (ev: Event): void => {
      ev.stopPropagation();
      target.removeEventListener('pointermove', onMove);
      target.removeEventListener('pointerup', onEnd);
      target.removeEventListener('pointercancel', onEnd);
      snap.end();
      end(ev.type === 'pointerup');
    };
    target.addEventListener('pointermove', onMove);
    target.addEventListener('pointerup', onEnd);
    target.addEventListener('pointercancel', onEnd);
  }

  /** Follows the pointer from a handle; `change` gives the items as they would be, `label` names the step. */
  function follow(e: PointerEvent, label: string, change: (at: Point, e: PointerEvent) => Item[]): void {
    const gesture = useGesture();
    pull(
      e,
      (at, ev) => gesture.show(change(at, ev)),
      (done) => void (done ? gesture.commit(label) : gesture.cancel()),
    );
  }

  return { mmOf, pull, follow };
}
