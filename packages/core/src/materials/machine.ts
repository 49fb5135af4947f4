// What every machine can do, and how long it takes.

/** Limits of the plain machine file and of thread; lengths in mm. */
export const LIMITS = {
  /** The furthest one record moves on each axis. */
  record: 12.1,
  /** Stitches below this break thread. */
  shortest: 0.4,
  /** Ties and short stitches at tight inside curves may go down to this. */
  shortestAtCurve: 0.3,
  /** Longer stitches snag, unless the recipe asks for them. */
  longest: 7,
};

/** Speed of one machine: stitches a minute, and what each interruption costs in seconds. */
export interface MachineSpeed {
  stitchesPerMinute: number;
  trim: number;
  /** To another thread; of several needles: to one that holds it. */
  colourChange: number;
  stop: number;
  /** Of several needles: how many there are, and what threading one of them anew takes. */
  needles?: { count: number; anew: number };
}

export const DEFAULT_SPEED: MachineSpeed = { stitchesPerMinute: 700, trim: 7, colourChange: 25, stop: 60 };

/** Width of 40-weight thread on the cloth, in mm. */
export const THREAD_WIDTH = 0.4;

/** A machine that a design can be timed and checked for. */
export interface Machine {
  id: string;
  name: string;
  speed: MachineSpeed;
  /** Names of the hoops that belong to it, smallest first. */
  hoops: readonly string[];
  /** Its reader takes files of so many stitches, … */
  mostStitches: number;
  /** … with so many colours one after another. */
  mostColours: number;
}

/** Made-up machines that ship with Rosehip; the first one is taken when nothing was chosen. */
export const MACHINES: Machine[] = [
  {
    id: 'kitchen',
    name: 'Kitchen table, 1 needle',
    speed: DEFAULT_SPEED,
    hoops: ['50 × 50', '100 × 100', '100 × 140', '130 × 180'],
    mostStitches: 120_000,
    mostColours: 99,
  },
  {
    id: 'gentle',
    name: 'Old and gentle, 1 needle',
    speed: { stitchesPerMinute: 400, trim: 12, colourChange: 40, stop: 60 },
    hoops: ['50 × 50', '100 × 100'],
    mostStitches: 40_000,
    mostColours: 30,
  },
  {
    id: 'attic',
    name: 'Attic workshop, 6 needles',
    speed: {
      stitchesPerMinute: 850,
      trim: 6,
      colourChange: 9,
      stop: 45,
      needles: { count: 6, anew: 40 },
    },
    hoops: ['100 × 100', '130 × 180', '160 × 260', '200 × 200', '200 × 300', '130 × 60 cap'],
    mostStitches: 200_000,
    mostColours: 120,
  },
  {
    id: 'clubhouse',
    name: 'Clubhouse, 10 needles',
    speed: {
      stitchesPerMinute: 1000,
      trim: 5,
      colourChange: 7,
      stop: 45,
      needles: { count: 10, anew: 40 },
    },
    hoops: ['100 × 140', '160 × 260', '200 × 300', '270 × 410', '60 × 300 strip', '130 × 60 cap'],
    mostStitches: 500_000,
    mostColours: 200,
  },
];

/** How many threads a machine holds at once. */
export const needlesOfMachine = ({ speed }: Machine): number => speed.needles?.count ?? 1;

export const machineById = (id: string): Machine => MACHINES.find((m) => m.id === id) ?? MACHINES[0];
