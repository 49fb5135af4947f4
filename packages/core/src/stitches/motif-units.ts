// Units of the motif run: small drawings that go from (0, 0) to (10, 0), repeated along a line. Drawn for Rosehip.
import { flattenPath } from '../outlines/flatten-path.ts';
import { parsePathData } from '../outlines/path-data.ts';

export interface MotifUnit {
  id: string;
  name: string;
  /** One line without a break; the line that it is sewn along is y = 0, and y grows to the right of the way. */
  d: string;
}

/** In the order of the card. */
export const MOTIF_UNITS: MotifUnit[] = [
  { id: 'hills', name: 'Hills', d: 'M0 0C2 -6 8 -6 10 0' },
  { id: 'swell', name: 'Swell', d: 'M0 0C2 -5 3 -5 5 0S8 5 10 0' },
  { id: 'peaks', name: 'Peaks', d: 'M0 0L2.5 -5L7.5 5L10 0' },
  { id: 'curl', name: 'Curl', d: 'M0 0C5 0 8 -2 8 -5C8 -8 3 -8 3 -5C3 -2 6 0 10 0' },
  { id: 'leaf', name: 'Leaf', d: 'M0 0L3 0C2 -3 4 -6 8 -7C9 -4 7 -1 3 0L6 -4L3 0L10 0' },
  { id: 'pair', name: 'Leaf pair', d: 'M0 0L4 0C3 -3 5 -6 9 -6C9 -3 7 0 4 0C7 0 9 3 9 6C5 6 3 3 4 0L10 0' },
  { id: 'bud', name: 'Bud', d: 'M0 0C2 0 4 -1 5 -3C3 -5 4 -8 5 -9C6 -8 7 -5 5 -3C6 -1 8 0 10 0' },
  { id: 'star', name: 'Star', d: 'M0 0L5 0L5 -6L5 0L8 -4L5 0L5 5L5 0L2 4L5 0L2 -4L5 0L8 4L5 0L10 0' },
  { id: 'steps', name: 'Steps', d: 'M0 0L0 -5L5 -5L5 0L10 0' },
  { id: 'cross', name: 'Cross', d: 'M0 0L3 0L7 -4L5 -2L3 -4L7 0L10 0' },
  { id: 'moon', name: 'Moon', d: 'M0 0L5 0C1 -1 1 -7 5 -8C3 -6 3 -2 5 0L10 0' },
  { id: 'comet', name: 'Comet', d: 'M0 0L6 0L3 -3L7 -1C6 -3 7 -5 9 -4C10 -3 9 -1 7 -1L6 0L10 0' },
  {
    id: 'blossom',
    name: 'Blossom',
    d: 'M0 0L5 0C3 -2 3 -4 5 -4C4 -7 8 -7 7 -4C9 -4 9 -2 7 -1.5C6 -2 5 -1 5 0L10 0',
  },
  { id: 'heart', name: 'Heart', d: 'M0 0L5 0C1 -3 2 -7 5 -5C8 -7 9 -3 5 0L10 0' },
];

/** Size of the box that units are drawn in. */
export const UNIT_SIZE = 10;

const flattened = new Map<string, Float64Array>();

/** A unit's line as x0, y0, x1, y1, … */
export function unitCoords(id: string): Float64Array {
  let coords = flattened.get(id);
  if (!coords) {
    const { d } = MOTIF_UNITS.find((u) => u.id === id) ?? MOTIF_UNITS[0];
    coords = flattenPath(parsePathData(d).paths[0], 0.05).coords;
    flattened.set(id, coords);
  }
  return coords;
}
