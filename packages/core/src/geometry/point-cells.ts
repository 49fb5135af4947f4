// Things with a place, in square cells, so that those near a place are found without asking them all.
import type { Point } from './points.ts';

export class PointCells<T extends Point> {
  private readonly cells = new Map<number, T[]>();
  private readonly cell: number;

  /** Cells of `cell` mm. */
  constructor(cell: number) {
    this.cell = cell;
  }

  private key(i: number, j: number): number {
    return i * 65_537 + j;
  }

  add(thing: T): void {
    const key = this.key(Math.floor(thing.x / this.cell), Math.floor(thing.y / this.cell));
    const list = this.cells.get(key);
    if (list) list.push(thing);
    else this.cells.set(key, [thing]);
  }

  /** Whether anything that `counts` lies nearer to a place than `distance` mm. */
  hasNear({ x, y }: Point, distance: number, counts: (thing: T) => boolean = () => true): boolean {
    const reach = Math.ceil(distance / this.cell);
    const [ci, cj] = [Math.floor(x / this.cell), Math.floor(y / this.cell)];
    for (let i = ci - reach; i <= ci + reach; i++)
      for (let j = cj - reach; j <= cj + reach; j++)
        for (const t of this.cells.get(this.key(i, j)) ?? [])
          if ((t.x - x) ** 2 + (t.y - y) ** 2 < distance * distance && counts(t)) return true;
    return false;
  }
}
