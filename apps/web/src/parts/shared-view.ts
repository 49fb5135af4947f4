// One view for drawings that are seen side by side: fitted until a hand zooms or pulls it.
import { shallowRef } from 'vue';
import type { Bounds } from '@rosehip/core';
import { fitted, pulled, zoomedAt, type Viewport } from './viewport.ts';

/** `bounds` is what is to be seen, in mm; `margin` in CSS pixels. */
export function useSharedView(bounds: () => Bounds | null, margin: number) {
  const seen = shallowRef<Viewport>({ scale: 4, centre: { x: 0, y: 0 } });
  let size = { width: 600, height: 400 };
  let byHand = false;

  function fit(): void {
    byHand = false;
    const all = bounds();
    if (all) seen.value = fitted(all, size, margin);
  }
  function pan(dx: number, dy: number): void {
    byHand = true;
    seen.value = pulled(seen.value, dx, dy);
  }
  function zoom(factor: number, x = size.width / 2, y = size.height / 2): void {
    byHand = true;
    seen.value = zoomedAt(seen.value, size, factor, x, y);
  }
  function sized(width: number, height: number): void {
    size = { width, height };
    if (!byHand) fit();
  }
  return { seen, fit, pan, zoom, sized };
}
