// How far from the ground's colour what is ground may lie, as the picture itself shows it.
import { toneDistance, type Tone } from './tones.ts';

/** Pixels are counted by how far they lie from the ground's colour, in steps of so much. */
const STEP = 0.25;
/** A tolerance is looked for from here on: nearer lies what paper itself is. */
const LEAST = 1.5;
/** Few pixels lie in so many steps to both sides of it. */
const ABOUT = 2;
/** One pixel in so many is counted. */
const EVERY = 5;
/** It is left as it is where no more than this share of the pixels lies there, or no more than so many times as many as at the best. */
const [FEW, TIMES] = [1 / 2000, 2];

/**
 * The tolerance, at most `most`, at which fewest pixels lie just between the ground and what is nearly of its colour: there no area falls
 * to pieces. `tones` are three numbers a pixel.
 */
export function toleranceFor(tones: Float32Array, ground: Tone, most: number): number {
  const steps = Math.round(most / STEP);
  const counts = new Uint32Array(steps + ABOUT);
  let pixels = 0;
  for (let i = 0; 3 * i < tones.length; i += EVERY) {
    pixels++;
    const far = toneDistance([tones[3 * i], tones[3 * i + 1], tones[3 * i + 2]], ground);
    if (far < counts.length * STEP) counts[Math.floor(far / STEP)]++;
  }
  const about = (step: number): number =>
    counts.subarray(step - ABOUT, step + ABOUT).reduce((sum, n) => sum + n, 0);
  let best = steps;
  for (let step = steps - 1; step * STEP >= LEAST; step--) if (about(step) < about(best)) best = step;
  return about(steps) > FEW * pixels + TIMES * about(best) ? best * STEP : most;
}
