// A canvas that shows what a painter painted last, moved at once with every pan and zoom until it is painted anew.
import { onBeforeUnmount, ref, type Ref } from 'vue';
import type { Painted as FromPainter } from '../../workers/painter-work.ts';
import { rest } from '../../workers/rest.ts';

/** What is seen, in pixels of the device: its size, how many a millimetre, and where the origin lies. */
export interface PaintedView {
  width: number;
  height: number;
  scale: number;
  originX: number;
  originY: number;
}

/** What came of painting; who paints all of it every time counts no pictures. */
type Painted = Pick<FromPainter, 'image' | 'done'> & Partial<FromPainter>;

/** What lies around all that is painted. */
const TABLE = '#efe7d9';

/**
 * `seen` is what is seen in CSS pixels; `ask` paints it, for somebody who has the picture of number `after`. A picture that is not
 * `done` is shown, and asked for again.
 * While one is painted, only the last of the others that were asked for is painted next.
 */
export function usePainted(
  canvas: Readonly<Ref<HTMLCanvasElement | null>>,
  seen: () => PaintedView,
  ask: (view: PaintedView, after: number) => Promise<Painted | null>,
) {
  /** The last picture, and how it was seen. */
  let last: { number: number; view: PaintedView } | null = null;
  const picture = document.createElement('canvas');
  let painting = false;
  let again = false;
  let frame = 0;
  /** Tells tests and screen readers that what is shown is up to date. */
  const settled = ref(false);

  function onDevice(): PaintedView {
    const ratio = devicePixelRatio;
    const { width, height, scale, originX, originY } = seen();
    return {
      width: Math.max(1, Math.round(width * ratio)),
      height: Math.max(1, Math.round(height * ratio)),
      scale: scale * ratio,
      originX: originX * ratio,
      originY: originY * ratio,
    };
  }

  /** Keeps a picture, or a part of it. */
  function keep({ image, number = 0, at }: Painted, view: PaintedView): void {
    if (!at && (picture.width !== image.width || picture.height !== image.height))
      [picture.width, picture.height] = [image.width, image.height];
    const ctx = picture.getContext('2d')!;
    ctx.globalCompositeOperation = at ? 'source-over' : 'copy';
    ctx.drawImage(image, at?.left ?? 0, at?.top ?? 0);
    image.close();
    last = { number, view };
  }

  /** Draws the last picture where the view is now. */
  function draw(): void {
    frame = 0;
    const target = canvas.value;
    if (!target || !last) return;
    const { view } = last;
    const now = onDevice();
    if (target.width !== now.width || target.height !== now.height)
      [target.width, target.height] = [now.width, now.height];
    const ctx = target.getContext('2d')!;
    const k = now.scale / view.scale;
    ctx.fillStyle = TABLE;
    ctx.fillRect(0, 0, now.width, now.height);
    ctx.drawImage(
      picture,
      now.originX - view.originX * k,
      now.originY - view.originY * k,
      picture.width * k,
      picture.height * k,
    );
  }

  function drawSoon(): void {
    frame ||= requestAnimationFrame(draw);
  }

  async function paint(): Promise<void> {
    if (painting) {
      again = true;
      return;
    }
    const { width, height } = seen();
    if (!width || !height) return;
    painting = true;
    settled.value = false;
    let rounds = 0;
    try {
      do {
        again = false;
        const view = onDevice();
        const asked = performance.now();
        const painted = await ask(view, last?.number ?? 0);
        if (painted) {
          keep(painted, view);
          draw();
        }
        const done = painted?.done ?? true;
        // A hand that moves on and on leaves room for others; a single step need not wait.
        if (again && done && rounds++) await rest(performance.now() - asked);
        again ||= !done;
      } while (again);
      settled.value = true;
    } finally {
      painting = false;
    }
  }

  onBeforeUnmount(() => cancelAnimationFrame(frame));
  return { paint, drawSoon, settled };
}
