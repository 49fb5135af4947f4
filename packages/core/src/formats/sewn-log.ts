// What a machine wrote down of a sewing, read back to be laid beside the forecast.
import { Type, type Static } from 'typebox';
import { Check } from 'typebox/value';
import { ReadError } from './read-error.ts';

const count = Type.Integer({ minimum: 0 });
const sewnLog = Type.Object({
  kind: Type.Literal('sewn'),
  version: Type.Literal(1),
  /** Path on the stick of what was sewn. */
  file: Type.String({ maxLength: 1000 }),
  machine: Type.String({ maxLength: 200 }),
  /** Stitches a minute that it was set to. */
  speed: Type.Number({ minimum: 1 }),
  /** Moments, as ISO 8601. */
  begun: Type.String({ maxLength: 40 }),
  ended: Type.String({ maxLength: 40 }),
  /** Whether it came to the end. */
  finished: Type.Boolean(),
  stitches: count,
  trims: count,
  /** Colour changes and stops. */
  changes: count,
  /** Needles that were threaded by hand. */
  threadings: count,
  breaks: count,
  bobbins: count,
  /** What it took, in seconds. */
  seconds: Type.Number({ minimum: 0 }),
  /** Stitches that hold no thread. */
  missing: count,
});
export interface SewnLog extends Static<typeof sewnLog> {}

/** What such files' names end in. */
export const SEWN_ENDING = '.sewn.json';

/** Reads one. Throws ReadError. */
export function readSewnLog(text: string): SewnLog {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new ReadError('This is no log of a sewing: it is not JSON.');
  }
  if (!Check(sewnLog, data))
    throw new ReadError('This is no log of a sewing that Rosehip can read: something is missing in it.');
  return data;
}
