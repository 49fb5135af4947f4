// The width of a satin from how strongly a pen pressed along its line.
import type { WidthAt } from '../design/types.ts';
import { distance, type Point } from '../geometry/points.ts';

/** A pen that presses with all its strength draws so wide, one that hardly touches so narrow, in mm. */
const WIDEST = 5;
const NARROWEST = 0.6;
/** Presses that differ by less draw one line: nobody meant a width. */
const LEAST_RANGE = 0.15;
/** Places along the line that get a width. */
const PLACES = 9;

/**
 * Widths along a drawn line. `places` are where the pen was, in mm, `pressures` how it pressed there, 0 to 1.
 * Null when it pressed evenly all along, or nothing is known of it.
 */
export function widthsFrom(places: readonly Point[], pressures: readonly number[]): WidthAt[] | null {
  if (places.length < 3 || pressures.length !== places.length) return null;
  if (Math.max(...pressures) - Math.min(...pressures) < LEAST_RANGE) return null;
  const along = [0];
  for (let i = 1; i < places.length; i++) along.push(along[i - 1] + distance(places[i - 1], places[i]));
  const all = along[along.length - 1];
  if (!(all > 0)) return null;
  // Each width is the mean of what was pressed around its place, so that a tremble is none.
  const reach = all / (PLACES - 1) / 1.5;
  return Array.from({ length: PLACES }, (_, k) => {
    const at = k / (PLACES - 1);
    let [sum, weights] = [0, 0];
    along.forEach((s, i) => {
      const weight = Math.exp(-(((s - at * all) / reach) ** 2));
      sum += weight * pressures[i];
      weights += weight;
    });
    const width = NARROWEST + (WIDEST - NARROWEST) * Math.min(1, Math.max(0, sum / weights));
    return { at, width: Math.round(width * 100) / 100 };
  });
}
