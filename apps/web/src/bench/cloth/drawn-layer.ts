// A layer that was drawn for one view of the cloth, and is seen in another.

/** How the cloth is seen: CSS pixels a millimetre, and where (0, 0) lies in the window, in CSS pixels. */
export interface Seen {
  scale: number;
  x: number;
  y: number;
}

/** Within these bounds of the zoom that it was drawn at a layer may be seen while the cloth moves: lines stay lines, and there is not much more of it in the window than was. */
const [LEAST, MOST] = [0.6, 1.8];

/** Must the layer be drawn anew for this view? */
export function wantsAnew(drawn: Seen, now: Seen, isAtRest: boolean): boolean {
  const zoom = now.scale / drawn.scale;
  if (zoom < LEAST || zoom > MOST) return true;
  // Moved by whole pixels it is as sharp as it was.
  const whole = Number.isInteger(now.x - drawn.x) && Number.isInteger(now.y - drawn.y);
  return isAtRest && !(zoom === 1 && whole);
}

/** The CSS transform that brings the layer to where it is seen. */
export function movedFrom(drawn: Seen, now: Seen): string {
  const zoom = now.scale / drawn.scale;
  return `translate(${now.x - zoom * drawn.x}px, ${now.y - zoom * drawn.y}px) scale(${zoom})`;
}
