// All things that a design can be tried on.
import { cap } from './drawn/cap.ts';
import { jacket, jacketBack } from './drawn/jacket.ts';
import { label, patch } from './drawn/sewn-on.ts';
import { blanket, cushion, towel } from './drawn/soft.ts';
import { polo, tote } from './drawn/worn.ts';
import type { Thing } from './thing.ts';

export const THINGS: readonly Thing[] = [
  jacket,
  jacketBack,
  polo,
  cap,
  tote,
  towel,
  blanket,
  cushion,
  label,
  patch,
];

export const thingById = (id: string): Thing | undefined => THINGS.find((thing) => thing.id === id);

/** What a design on this cloth is most likely for. */
export const thingForCloth = (cloth: string): Thing =>
  THINGS.find((thing) => thing.cloth === cloth) ?? (cloth === 'quilt' ? blanket : jacket);
