// Mouse, pen and fingers on the cloth: the tool's, unless the cloth is being pulled or zoomed.
import { useEventListener } from '@vueuse/core';
import { onBeforeUnmount, ref, type Ref } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import type { Pointer, Tool } from '../tools/tool.ts';

/** A finger that rests so long, in ms, without going further than so many pixels, asks for more: as Shift does. */
const LONG = 500;
const STILL = 8;

/** Handlers for the cloth's element. `looking`: nothing can be changed, one finger pulls the cloth. */
export function useClothPointers(
  area: Readonly<Ref<HTMLElement | null>>,
  tool: () => Tool,
  looking: () => boolean,
) {
  const bench = useBench();
  const view = useView();
  const pulling = ref(false);
  const spaceHeld = ref(false);
  let lastX = 0;
  let lastY = 0;

  const pointer = (e: PointerEvent | MouseEvent): Pointer => {
    const box = area.value!.getBoundingClientRect();
    return {
      at: view.toMm(e.clientX - box.left, e.clientY - box.top),
      shift: e.shiftKey,
      alt: e.altKey,
      free: e.ctrlKey || e.metaKey,
      // A mouse presses with one half at all times, a finger says nothing: only a pen can tell.
      pressure: 'pointerType' in e && e.pointerType === 'pen' ? e.pressure : null,
    };
  };

  /** Fingers on the cloth: two of them pull and zoom it. */
  const fingers = new Map<number, { x: number; y: number }>();

  /** Middle of two fingers, in pixels of the cloth, and how far they are apart. */
  function spread(): { x: number; y: number; apart: number } {
    const [a, b] = [...fingers.values()];
    const box = area.value!.getBoundingClientRect();
    return {
      x: (a.x + b.x) / 2 - box.left,
      y: (a.y + b.y) / 2 - box.top,
      apart: Math.max(1, Math.hypot(b.x - a.x, b.y - a.y)),
    };
  }

  function pinch(e: PointerEvent): void {
    const before = spread();
    fingers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    const after = spread();
    view.pan(after.x - before.x, after.y - before.y);
    view.zoomAt(after.apart / before.apart, after.x, after.y);
  }

  function letGo(): void {
    const held = tool();
    if (held.letGo) held.letGo();
    else held.cancel();
  }

  /* A finger that rests */
  let resting: ReturnType<typeof setTimeout> | undefined;
  let restsAt = { x: 0, y: 0 };
  const stir = (): void => clearTimeout(resting);
  function rest(e: PointerEvent): void {
    restsAt = { x: e.clientX, y: e.clientY };
    const before = [...bench.selection];
    resting = setTimeout(() => {
      // Its press has chosen one thing already: what was chosen before stays with it.
      letGo();
      bench.selection = before;
      const more = { ...pointer(e), shift: true };
      tool().down(more);
      tool().up(more);
    }, LONG);
  }
  onBeforeUnmount(stir);

  function down(e: PointerEvent): void {
    stir();
    if (e.pointerType === 'touch') fingers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    if (fingers.size === 2) {
      letGo();
      return;
    }
    area.value!.focus({ preventScroll: true });
    (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
    if (e.button === 1 || spaceHeld.value || looking()) {
      pulling.value = true;
      [lastX, lastY] = [e.clientX, e.clientY];
      e.preventDefault();
    } else if (bench.looking !== null) bench.cancelPreview();
    else if (e.button === 0) {
      if (e.pointerType === 'touch' && view.tool === 'select') rest(e);
      tool().down(pointer(e));
    }
  }

  function move(e: PointerEvent): void {
    if (Math.hypot(e.clientX - restsAt.x, e.clientY - restsAt.y) > STILL) stir();
    if (fingers.size === 2) {
      if (fingers.has(e.pointerId)) pinch(e);
      return;
    }
    if (pulling.value) {
      view.pan(e.clientX - lastX, e.clientY - lastY);
      [lastX, lastY] = [e.clientX, e.clientY];
    } else tool().move(pointer(e));
  }

  function up(e: PointerEvent): void {
    stir();
    const pinched = fingers.size > 1;
    fingers.delete(e.pointerId);
    if (pinched) return;
    if (pulling.value) pulling.value = false;
    else if (e.button === 0) tool().up(pointer(e));
  }

  function cancel(e: PointerEvent): void {
    stir();
    fingers.delete(e.pointerId);
    pulling.value = false;
    letGo();
  }

  function doubleClick(e: MouseEvent): void {
    if (e.button === 0 && !spaceHeld.value && !looking()) tool().doubleClick?.(pointer(e));
  }

  const typing = (e: KeyboardEvent): boolean =>
    e.target instanceof HTMLElement &&
    e.target.closest('input, select, textarea, button, [role=button], [role=listbox]') !== null;
  useEventListener('keydown', (e) => {
    if (e.key === ' ' && !typing(e)) {
      spaceHeld.value = true;
      e.preventDefault();
    }
  });
  useEventListener('keyup', (e) => {
    if (e.key === ' ') spaceHeld.value = false;
  });

  return { pulling, spaceHeld, pointer, down, move, up, cancel, doubleClick };
}
