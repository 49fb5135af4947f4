// Things that are made anew again and again, most of them as they were: what was made from one last time is known of it this time.

/** Gives the very same thing for what says the same, this time and the last. */
export class Steady<T> {
  private now = new Map<string, T>();
  private last = new Map<string, T>();

  /** All are made anew from here on. */
  begin(): void {
    [this.last, this.now] = [this.now, new Map()];
  }

  /** The first one that said the same, or this one. */
  same(value: T): T {
    const says = JSON.stringify(value);
    const known = this.now.get(says) ?? this.last.get(says) ?? value;
    this.now.set(says, known);
    return known;
  }
}
