// What is to be sewn, as the file says it, and where it lies in the hoop.
import { decodeDst } from '@rosehip/core/dst';
import type { MachineHoop, Model } from './models.ts';

/** What the machine does at a record; a stop and a change of thread look alike in a file. */
export const Step = { stitch: 0, jump: 1, trim: 2, change: 3 } as const;

/** Arrays have one entry a record. */
export interface Job {
  /** The file's path on the stick. */
  file: string;
  /** mm from where the needle begins, y down. */
  x: Float32Array;
  y: Float32Array;
  /** `Step` codes. */
  step: Uint8Array;
  /** Which colour is in the needle, from 0. */
  colour: Uint16Array;
  colours: number;
  stitches: number;
  /** Stitches before each record; one entry more than there are records. */
  before: Uint32Array;
  /** What was wrong with the file but could be read past. */
  warnings: string[];
}

export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** Reads a file. Throws an error with a sentence when it is none that can be sewn. */
export function readJob(file: string, bytes: Uint8Array): Job {
  const { x, y, move, warnings } = decodeDst(bytes);
  const colour = new Uint16Array(move.length);
  const before = new Uint32Array(move.length + 1);
  let now = 0;
  let stitches = 0;
  move.forEach((m, i) => {
    if (m === Step.change) now++;
    if (m === Step.stitch) stitches++;
    before[i + 1] = stitches;
    colour[i] = now;
  });
  return {
    file,
    x: Float32Array.from(x, (v) => v / 10),
    y: Float32Array.from(y, (v) => v / 10),
    step: Uint8Array.from(move),
    colour,
    colours: now + 1,
    stitches,
    before,
    warnings,
  };
}

/** Why a machine won't take a file at all; null when it does. */
export function refusal(job: Job, model: Model): string | null {
  if (job.stitches > model.mostStitches)
    return `This file has ${job.stitches.toLocaleString('en-GB')} stitches; this machine takes ${model.mostStitches.toLocaleString('en-GB')}. Part the design, or choose a machine that takes more.`;
  if (job.colours > model.mostColours)
    return `This file changes thread ${job.colours - 1} times; this machine takes ${model.mostColours} colours. Sew like colours together, or choose a machine that takes more.`;
  return null;
}

/** Where a person has put the design in the hoop: moved in mm, then turned clockwise about the hoop's middle, in degrees. */
export interface Placing {
  x: number;
  y: number;
  turn: number;
}

/** The job as it lies in the hoop. */
export function placed(job: Job, { x: dx, y: dy, turn }: Placing): Job {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return {
    ...job,
    x: job.x.map((x, i) => x * c - job.y[i] * s + dx),
    y: job.y.map((y, i) => job.x[i] * s + y * c + dy),
  };
}

/** What its needle reaches, in mm. */
export function reachOf({ x, y, step }: Job): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (let i = 0; i < x.length; i++) {
    if (step[i] !== Step.stitch) continue;
    box.minX = Math.min(box.minX, x[i]);
    box.maxX = Math.max(box.maxX, x[i]);
    box.minY = Math.min(box.minY, y[i]);
    box.maxY = Math.max(box.maxY, y[i]);
  }
  return box;
}

/** What a tenth of a millimetre more would not hurt. */
const TOUCH = 0.05;

/** Why the hoop that is mounted can't take what lies in it; null when it does. */
export function outside(box: Box, hoop: MachineHoop): string | null {
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const said = `${width.toFixed(1)} × ${height.toFixed(1)} mm`;
  if (width > hoop.width + TOUCH || height > hoop.height + TOUCH) {
    const turned = width <= hoop.height + TOUCH && height <= hoop.width + TOUCH;
    return `The design is ${said} and the hoop ${hoop.name}: ${turned ? 'turn it by a quarter, or mount a larger hoop' : 'mount a larger hoop'}.`;
  }
  const over = Math.max(
    -hoop.width / 2 - box.minX,
    box.maxX - hoop.width / 2,
    -hoop.height / 2 - box.minY,
    box.maxY - hoop.height / 2,
  );
  return over > TOUCH
    ? `The needle would hit the hoop: the design reaches ${over.toFixed(1)} mm over it. Move it inside.`
    : null;
}

/** The way around a design's outermost needle points, closed; Andrew's monotone chain (1979). */
export function edgeOf({ x, y, step }: Job): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < x.length; i++) if (step[i] === Step.stitch) points.push([x[i], y[i]]);
  points.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (all: readonly [number, number][]): [number, number][] => {
    const out: [number, number][] = [];
    for (const p of all) {
      for (; out.length > 1; out.pop()) {
        const [a, b] = [out[out.length - 2], out[out.length - 1]];
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break;
      }
      out.push(p);
    }
    return out;
  };
  const [below, above] = [half(points), half([...points].reverse())];
  return [...below.slice(0, -1), ...above];
}
