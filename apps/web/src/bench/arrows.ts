// Nudging by the arrow keys: 0.1 mm, with Shift 1 mm.
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** How far an arrow key nudges, in mm; null for any other key. */
export function nudgeBy(key: string, shift: boolean): { dx: number; dy: number } | null {
  const arrow = ARROWS[key];
  const step = shift ? 1 : 0.1;
  return arrow ? { dx: arrow[0] * step, dy: arrow[1] * step } : null;
}
