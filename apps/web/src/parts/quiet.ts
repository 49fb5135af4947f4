// When a page has shown itself and nothing waits.

/** A page shows itself for so long, in ms. */
const SHOWN = 600;

/** Resolves when what a page shows is painted, and nothing else waits. */
export const quiet = (): Promise<void> =>
  new Promise((done) => {
    const idle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 200));
    setTimeout(() => idle(() => done()), SHOWN);
  });
