// The short names, of eight letters and three, that old machines show instead of long ones.

/** Capital letters and digits of what a name says, as far as they have such a form. */
function plain(text: string): string {
  return text
    .replaceAll('ß', 'ss')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toUpperCase()
    .replace(/[ .]/g, '')
    .replace(/[^A-Z0-9_$%'@~`!(){}^#&-]/g, '_');
}

/** A name's part before the last full stop, and the one after it. */
function parted(name: string): [stem: string, ending: string] {
  const dot = name.lastIndexOf('.');
  return dot > 0 ? [name.slice(0, dot), name.slice(dot + 1)] : [name, ''];
}

/** Gives the names of one folder their short forms, each its own. */
export class ShortNames {
  private readonly taken = new Set<string>();
  /** The last number that a beginning was given. */
  private readonly numbers = new Map<string, number>();

  /** A short name that is in use already. */
  take(short: string): void {
    this.taken.add(short);
  }

  /** The short form of a name: itself in capitals when it is short already, otherwise its beginning and a number. */
  for(name: string): string {
    const [stem, ending] = parted(name);
    const [body, tail] = [plain(stem), plain(ending).slice(0, 3)];
    const withTail = (s: string): string => (tail ? `${s}.${tail}` : s);
    const whole = withTail(body);
    if (body && whole === name.toUpperCase() && body.length <= 8 && !this.taken.has(whole)) {
      this.take(whole);
      return whole;
    }
    const key = withTail(body.slice(0, 6));
    for (let k = (this.numbers.get(key) ?? 0) + 1; ; k++) {
      const number = `~${k}`;
      const short = withTail(body.slice(0, 8 - number.length) + number);
      if (this.taken.has(short)) continue;
      this.numbers.set(key, k);
      this.take(short);
      return short;
    }
  }
}
