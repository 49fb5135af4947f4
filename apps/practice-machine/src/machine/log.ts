// What the machine writes down of a sewing, for whoever wants to know how it went.
import type { Placing } from './job.ts';
import type { MachineHoop } from './models.ts';
import type { Counts, LogEvent, Sewing } from './sewing.ts';

export interface SewnLog extends Counts {
  kind: 'sewn';
  version: 1;
  /** Path on the stick of what was sewn. */
  file: string;
  machine: string;
  /** Stitches a minute that it was set to. */
  speed: number;
  hoop: string;
  placing: Placing;
  /** Moments, as ISO 8601. */
  begun: string;
  ended: string;
  /** Whether it came to the end. */
  finished: boolean;
  /** Stitches of the file that hold no thread. */
  missing: number;
  events: LogEvent[];
}

/** Most events that are written down; the first are kept. */
const MOST_EVENTS = 5000;

export function logOf(
  sewing: Sewing,
  { hoop, placing, begun, ended }: { hoop: MachineHoop; placing: Placing; begun: Date; ended: Date },
): SewnLog {
  return {
    kind: 'sewn',
    version: 1,
    file: sewing.job.file,
    machine: sewing.model.name,
    speed: sewing.speed,
    hoop: hoop.name,
    placing,
    begun: begun.toISOString(),
    ended: ended.toISOString(),
    finished: sewing.status === 'done',
    ...sewing.counts,
    seconds: Math.round(sewing.counts.seconds * 10) / 10,
    missing: sewing.missing,
    events: sewing.events.slice(0, MOST_EVENTS),
  };
}

/** What a log of this file is called: beside it. */
export const logName = (file: string): string => `${file.replace(/\.dst$/i, '')}.sewn.json`;
