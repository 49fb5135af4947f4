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
  colourChange: number;
  stop: number;
}

export const DEFAULT_SPEED: MachineSpeed = { stitchesPerMinute: 700, trim: 7, colourChange: 25, stop: 60 };

/** Width of 40-weight thread on the cloth, in mm. */
export const THREAD_WIDTH = 0.4;
