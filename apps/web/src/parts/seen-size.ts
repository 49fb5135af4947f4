// How large an element is seen, without asking for it while the page is being put together: that would lay it out in the same task.
import { useResizeObserver, type MaybeComputedElementRef } from '@vueuse/core';
import { ref, type Ref } from 'vue';

/** An element's inner size in CSS pixels; 0 until it has been laid out. */
export function useSeenSize(element: MaybeComputedElementRef): { width: Ref<number>; height: Ref<number> } {
  const [width, height] = [ref(0), ref(0)];
  useResizeObserver(element, ([{ contentRect }]) => {
    width.value = contentRect.width;
    height.value = contentRect.height;
  });
  return { width, height };
}
