// Disjoint sets of numbers (Galler and Fischer, 1964): which things have been joined, directly or by others.
export class DisjointSets {
  private readonly parent: Int32Array;

  /** `count` sets of one number each, from 0. */
  constructor(count: number) {
    this.parent = Int32Array.from({ length: count }, (_, i) => i);
  }

  /** The number that stands for i's set. */
  root(i: number): number {
    while (this.parent[i] !== i) i = this.parent[i] = this.parent[this.parent[i]];
    return i;
  }

  /** Makes two sets one; false when they were one already. */
  join(a: number, b: number): boolean {
    const [p, q] = [this.root(a), this.root(b)];
    this.parent[p] = q;
    return p !== q;
  }
}
