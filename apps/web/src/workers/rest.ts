/** The longest rest, in ms: stitches still follow the hand more than ten times a second. */
const LONGEST = 60;

/**
 * Waits as long as the last piece of work took, in ms, when the next one is waiting already. Without it a drag
 * keeps every processor at work, and on a machine with two of them the outline no longer follows the hand.
 */
export const rest = (took: number): Promise<void> =>
  new Promise((done) => setTimeout(done, Math.min(LONGEST, took)));
