// A piece of thread: needle points that are sewn one after another without a jump.
import { onMachineGrid, type Point } from '../geometry/points.ts';
import { LIMITS } from '../materials/machine.ts';

/** What a needle point belongs to. */
export const Part = { top: 0, underlay: 1, travel: 2, tie: 3 } as const;
export type PartCode = (typeof Part)[keyof typeof Part];

export interface SewnThread {
  /** Needle points in mm, on the machine's grid. */
  x: number[];
  y: number[];
  /** One `Part` a point: what the stitch that arrives there is. */
  part: number[];
}

/**
 * Collects needle points, puts them on the machine's grid, and keeps stitches from being too short:
 * a point nearer than `least` mm to the last one is left out.
 */
export class ThreadBuilder {
  readonly thread: SewnThread = { x: [], y: [], part: [] };
  readonly least: number;

  constructor(least: number = LIMITS.shortest) {
    this.least = least;
  }

  /** One that goes on where a thread ends, which stays as it is. */
  static goingOn({ x, y, part }: SewnThread): ThreadBuilder {
    const builder = new ThreadBuilder();
    Object.assign(builder.thread, { x: [...x], y: [...y], part: [...part] });
    return builder;
  }

  get length(): number {
    return this.thread.x.length;
  }

  get last(): Point | null {
    const n = this.length;
    return n ? { x: this.thread.x[n - 1], y: this.thread.y[n - 1] } : null;
  }

  /** A needle point by its number; null when there is none. */
  at(i: number): Point | null {
    return i < this.length ? { x: this.thread.x[i], y: this.thread.y[i] } : null;
  }

  /** How far a point, put on the grid, would lie from the last one, in mm; Infinity at the beginning. */
  reach(x: number, y: number): number {
    const n = this.length;
    if (!n) return Infinity;
    return Math.hypot(onMachineGrid(x) - this.thread.x[n - 1], onMachineGrid(y) - this.thread.y[n - 1]);
  }

  /** On the grid a stitch of just 0.4 mm can come out as 0.3999…, so a hair more is asked for. */
  tooNear(x: number, y: number): boolean {
    return this.reach(x, y) < this.least + 0.005;
  }

  add(x: number, y: number, part: PartCode): void {
    if (this.tooNear(x, y)) return;
    this.thread.x.push(onMachineGrid(x));
    this.thread.y.push(onMachineGrid(y));
    this.thread.part.push(part);
  }

  /** Adds a point that must be met: when it is too near, the one before gives way. */
  addFirm(x: number, y: number, part: PartCode): void {
    while (this.length > 1 && this.tooNear(x, y) && this.reach(x, y) > 0) {
      this.thread.x.pop();
      this.thread.y.pop();
      this.thread.part.pop();
    }
    this.add(x, y, part);
  }

  /** A first point that only led to this place gives way when it is too near. */
  beginAt(x: number, y: number): void {
    const { x: xs, y: ys, part } = this.thread;
    if (this.length === 1 && part[0] !== Part.top && this.tooNear(x, y))
      xs.length = ys.length = part.length = 0;
  }

  /** Adds points of a line; its last one must be met. */
  addLine(points: readonly Point[], part: PartCode): void {
    points.forEach((p, i) =>
      i === points.length - 1 ? this.addFirm(p.x, p.y, part) : this.add(p.x, p.y, part),
    );
  }

  addAll(points: Iterable<Point>, part: PartCode): void {
    for (const p of points) this.add(p.x, p.y, part);
  }
}
