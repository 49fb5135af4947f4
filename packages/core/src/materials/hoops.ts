// Hoops, named by their inner size in millimetres. Any other size can be typed.

export interface Hoop {
  name: string;
  /** Inner width and height in mm. */
  width: number;
  height: number;
}

export const HOOPS: Hoop[] = [
  { name: '50 × 50', width: 50, height: 50 },
  { name: '100 × 100', width: 100, height: 100 },
  { name: '100 × 140', width: 100, height: 140 },
  { name: '130 × 180', width: 130, height: 180 },
  { name: '160 × 260', width: 160, height: 260 },
  { name: '200 × 200', width: 200, height: 200 },
  { name: '200 × 300', width: 200, height: 300 },
  { name: '270 × 410', width: 270, height: 410 },
  { name: '60 × 300 strip', width: 60, height: 300 },
  { name: '130 × 60 cap', width: 130, height: 60 },
];

/** Smallest and largest hoop side that can be typed, in mm. */
export const HOOP_LIMITS = { least: 10, most: 1200 };

export const turnedHoop = (hoop: Hoop): Hoop => ({
  name: hoop.name,
  width: hoop.height,
  height: hoop.width,
});

/** The hoop of a cap's front. */
export const CAP_HOOP = HOOPS[HOOPS.length - 1];
