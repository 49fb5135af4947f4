// What a quilter's eye sees in a stipple: kinks, straights, and passes that run side by side like rails.
import type { SewnThread } from '@rosehip/core';

interface Step {
  x: number;
  y: number;
  /** Direction, in radians. */
  a: number;
  /** Arc length, in mm. */
  s: number;
}

/** A change of direction, in degrees, from 0 to 180. */
const turn = (a: number, b: number): number =>
  (Math.abs(Math.atan2(Math.sin(b - a), Math.cos(b - a))) * 180) / Math.PI;

/** The thread at every half mm. */
function stepsOf({ x, y }: SewnThread): Step[] {
  const out: Step[] = [];
  let s = 0;
  for (let i = 1; i < x.length; i++) {
    const [dx, dy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    const d = Math.hypot(dx, dy);
    const n = Math.max(1, Math.round(d / 0.5));
    for (let k = 0; k < n; k++)
      out.push({
        x: x[i - 1] + (dx * k) / n,
        y: y[i - 1] + (dy * k) / n,
        a: Math.atan2(dy, dx),
        s: s + (d * k) / n,
      });
    s += d;
  }
  return out;
}

/** A straight bends by no more than this, in degrees; rails differ by no more than this. */
const STRAIGHT = 12;
const RAILS = 15;

/** Kinks over 60°; the longest straight, and the longest pair of rails within 1.2 spacings, both in spacings. */
export function stippleLooks(threads: readonly SewnThread[], spacing: number) {
  let [kinks, straight, rails] = [0, 0, 0];
  for (const t of threads) {
    for (let i = 2; i < t.x.length; i++) {
      const a = Math.atan2(t.y[i - 1] - t.y[i - 2], t.x[i - 1] - t.x[i - 2]);
      const b = Math.atan2(t.y[i] - t.y[i - 1], t.x[i] - t.x[i - 1]);
      if (turn(a, b) > 60) kinks++;
    }
    const steps = stepsOf(t);
    let from = 0;
    let beside = 0;
    const cells = new Map<string, Step[]>();
    const key = (x: number, y: number): string => `${Math.floor(x / spacing)},${Math.floor(y / spacing)}`;
    for (const p of steps) cells.set(key(p.x, p.y), [...(cells.get(key(p.x, p.y)) ?? []), p]);
    steps.forEach((p, i) => {
      while (turn(steps[from].a, p.a) > STRAIGHT) from++;
      straight = Math.max(straight, (p.s - steps[from].s) / spacing);
      let parallel = false;
      for (let u = -2; u <= 2 && !parallel; u++)
        for (let v = -2; v <= 2 && !parallel; v++)
          parallel = (cells.get(key(p.x + u * spacing, p.y + v * spacing)) ?? []).some((q) => {
            const a = turn(p.a, q.a);
            const away = Math.hypot(q.x - p.x, q.y - p.y);
            const along = Math.abs((q.x - p.x) * Math.cos(p.a) + (q.y - p.y) * Math.sin(p.a));
            return (
              Math.abs(q.s - p.s) > 2 * spacing &&
              away < 1.2 * spacing &&
              along < 0.3 &&
              Math.min(a, 180 - a) < RAILS
            );
          });
      const bends = i > 0 && turn(steps[i - 1].a, p.a) > STRAIGHT;
      beside = parallel && !bends ? beside + (i ? p.s - steps[i - 1].s : 0) : 0;
      rails = Math.max(rails, beside / spacing);
    });
  }
  return { kinks, straight, rails };
}
