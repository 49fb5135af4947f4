// The gate that every outline passes before the kernel sees it.

/**
 * A closed ring of whole numbers (x0, y0, x1, y1, …) without the points that say nothing: repeated ones, those on the
 * line between their neighbours, and the tips of spikes that turn straight back. It encloses the same area by either
 * fill rule; a ring that encloses nothing comes out empty. Exact for numbers within ±4.7e7. Takes time in proportion to
 * the points: each is laid down once and taken up at most once.
 */
export function cleanRing(ring: Int32Array): Int32Array {
  const kept = new Int32Array(ring.length);
  let n = 0;
  /** Does the point at `b` lie on the line through those at `a` and `c`, or on one of them? */
  const needless = (a: number, b: number, c: number): boolean =>
    (kept[b] - kept[a]) * (kept[c + 1] - kept[b + 1]) === (kept[b + 1] - kept[a + 1]) * (kept[c] - kept[b]);
  for (let i = 0; i < ring.length; i += 2) {
    kept[n] = ring[i];
    kept[n + 1] = ring[i + 1];
    n += 2;
    while (n > 2) {
      const [b, c] = [n - 4, n - 2];
      if (kept[b] === kept[c] && kept[b + 1] === kept[c + 1]) n -= 2;
      else if (n > 4 && needless(n - 6, b, c)) {
        kept[b] = kept[c];
        kept[b + 1] = kept[c + 1];
        n -= 2;
      } else break;
    }
  }
  // The same where the end meets the beginning.
  let first = 0;
  while (n - first > 4) {
    if (needless(n - 4, n - 2, first)) n -= 2;
    else if (needless(n - 2, first, first + 2)) first += 2;
    else break;
  }
  return n - first > 4 ? kept.slice(first, n) : new Int32Array(0);
}
