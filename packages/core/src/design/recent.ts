// Remembers what was made for a key, as long as it is among those asked for last.

export class Recent<T> {
  private readonly byKey = new Map<string, T>();
  private most: number;

  constructor(most: number) {
    this.most = most;
  }

  /** What `make` gave for this key before, or gives now. */
  get(key: string, make: () => T): T {
    const known = this.byKey.get(key);
    if (known !== undefined) {
      this.byKey.delete(key);
      this.byKey.set(key, known);
      return known;
    }
    const made = make();
    this.byKey.set(key, made);
    if (this.byKey.size > this.most) this.byKey.delete(this.byKey.keys().next().value!);
    return made;
  }

  /** Keeps so many from now on, if it kept fewer. */
  keepAtLeast(most: number): void {
    this.most = Math.max(this.most, most);
  }
}
