// Remembers what was made from the same content, and forgets what was not asked for the longest.

const MEMORY = 400;

/** What `make` gave for this key before, or gives now. The map is the caller's own and holds `most` at the most. */
export function remember<T>(key: string, map: Map<string, T>, make: () => T, most = MEMORY): T {
  const known = map.get(key);
  if (known !== undefined) {
    map.delete(key); // to the end of the queue
    map.set(key, known);
    return known;
  }
  const fresh = make();
  map.set(key, fresh);
  if (map.size > most) map.delete(map.keys().next().value!);
  return fresh;
}
