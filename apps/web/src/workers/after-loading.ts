// What a worker is asked while it still loads (the geometry kernel takes a moment) is answered after that.

/** Loads a worker's own module, keeps what comes meanwhile, and hands it over in order. */
export async function afterLoading(load: () => Promise<unknown>): Promise<void> {
  const early: Event[] = [];
  const keep = (event: Event): void => void early.push(event);
  self.addEventListener('message', keep);
  await load();
  self.removeEventListener('message', keep);
  for (const event of early) self.dispatchEvent(event);
}
