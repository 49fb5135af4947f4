// Curves of borders that were fitted before: a choice that moves a few of them leaves most as they were.
import type { Cubic } from '../outlines/fit.ts';
import type { Border } from './borders.ts';
import { fitBorder, type FitChoice } from './fit-borders.ts';

interface Known extends FitChoice, Pick<Border, 'coords' | 'ring'> {
  curves: Cubic[];
}

/** Fits borders, and remembers those of the last picture that was fitted and of this one. */
export class KnownCurves {
  private now = new Map<string, Known>();
  private last = new Map<string, Known>();

  /** Another picture, or the same one by other choices, is fitted from here on. */
  begin(): void {
    [this.last, this.now] = [this.now, new Map()];
  }

  /** The same as `fitBorder`. */
  readonly fit = (border: Border, how: FitChoice): Cubic[] => {
    const { coords, ring } = border;
    // Borders that begin at one place in one direction are told apart by all of their places.
    const key = `${coords.length} ${coords[0]} ${coords[1]} ${coords[2]} ${coords[3]}`;
    const known = this.last.get(key);
    const same =
      known !== undefined &&
      known.ring === ring &&
      known.stray === how.stray &&
      known.corners === how.corners &&
      known.coords.every((v, i) => v === coords[i]);
    const curves = same ? known.curves : fitBorder(border, how);
    this.now.set(key, { ...how, coords, ring, curves });
    return curves;
  };
}
