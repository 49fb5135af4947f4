// The machines that the practice machine can be, as their makers would tell them.

export interface MachineHoop {
  name: string;
  /** Inner width and height in mm. */
  width: number;
  height: number;
}

export interface Model {
  id: string;
  name: string;
  needles: number;
  /** Stitches a minute. */
  slowest: number;
  fastest: number;
  /** Seconds that it takes to cut the thread and to run up to its speed again. */
  trim: number;
  /** Seconds to go to another needle by itself; null when it has but one. */
  otherNeedle: number | null;
  /** Seconds that a person takes to thread a needle, … */
  threading: number;
  /** … and to do what a stop is for. */
  stop: number;
  hoops: readonly MachineHoop[];
  /** What its reader takes. */
  mostStitches: number;
  mostColours: number;
  /** Shows names of eight letters and three only. */
  shortNames: boolean;
}

const hoop = (width: number, height: number, note = ''): MachineHoop => ({
  name: `${width} × ${height}${note}`,
  width,
  height,
});
const [S, M, L, XL] = [hoop(50, 50), hoop(100, 100), hoop(100, 140), hoop(130, 180)];
const CAP = hoop(130, 60, ' cap');

export const MODELS: readonly Model[] = [
  {
    id: 'kitchen',
    name: 'Kitchen table, 1 needle',
    needles: 1,
    slowest: 300,
    fastest: 700,
    trim: 6.6,
    otherNeedle: null,
    threading: 25,
    stop: 60,
    hoops: [S, M, L, XL],
    mostStitches: 120_000,
    mostColours: 99,
    shortNames: false,
  },
  {
    id: 'gentle',
    name: 'Old and gentle, 1 needle',
    needles: 1,
    slowest: 200,
    fastest: 400,
    trim: 11.4,
    otherNeedle: null,
    threading: 40,
    stop: 60,
    hoops: [S, M],
    mostStitches: 40_000,
    mostColours: 30,
    shortNames: true,
  },
  {
    id: 'attic',
    name: 'Attic workshop, 6 needles',
    needles: 6,
    slowest: 400,
    fastest: 850,
    trim: 5.7,
    otherNeedle: 9,
    threading: 40,
    stop: 45,
    hoops: [M, XL, hoop(160, 260), hoop(200, 200), hoop(200, 300), CAP],
    mostStitches: 200_000,
    mostColours: 120,
    shortNames: false,
  },
  {
    id: 'clubhouse',
    name: 'Clubhouse, 10 needles',
    needles: 10,
    slowest: 400,
    fastest: 1000,
    trim: 4.7,
    otherNeedle: 7,
    threading: 40,
    stop: 45,
    hoops: [L, hoop(160, 260), hoop(200, 300), hoop(270, 410), hoop(60, 300, ' strip'), CAP],
    mostStitches: 500_000,
    mostColours: 200,
    shortNames: false,
  },
];
