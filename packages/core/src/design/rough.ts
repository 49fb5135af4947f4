// Rough versions: while a hand waits for something, the last touches of it may wait until it has been shown.

let isLate: (() => boolean) | null = null;
let passes = 0;
/** The pass that is being made; 0 when none is: nothing waits then. */
let pass = 0;
let waiting = 0;

/**
 * Makes something without the touches that can wait, from when on `late` says so. It may hold any of them or none; `isRough` tells whether
 * any wait. Whatever remembers what it makes (`memo.ts`) forgets a rough version with the pass, so the same made outside of
 * one is whole. `make` must keep nothing by other means.
 */
export function roughly<T>(late: () => boolean, make: () => T): { made: T; isRough: boolean } {
  const [lateBefore, passBefore, before] = [isLate, pass, waiting];
  isLate = late;
  pass = ++passes;
  try {
    const made = make();
    return { made, isRough: waiting > before };
  } finally {
    isLate = lateBefore;
    pass = passBefore;
  }
}

/** May a touch that costs time wait? Who asks and is told so leaves it out. */
export function canWait(): boolean {
  if (!isLate?.()) return false;
  waiting++;
  return true;
}

/** How many touches were left waiting so far: what they are missing in is a rough version. */
export const waitingSoFar = (): number => waiting;

/** What is to be remembered of something that was made since then: the pass that it is a rough version of, or 0 when it is whole. */
export const roughIn = (before: number): number => (waiting > before ? pass : 0);

/** May what was made in that pass be taken? If it is a rough version, so is what is made of it. */
export function isGoodNow(rough: number): boolean {
  if (!rough) return true;
  if (rough !== pass) return false;
  waiting++;
  return true;
}
