// The table of stitch kinds. The recipe card, the validation, the command line and the docs are made from it.
import { fill } from './fill.ts';
import type { StitchKind } from './kind.ts';
import { run } from './run.ts';
import { satin } from './satin/satin.ts';

export const STITCH_KINDS: StitchKind[] = [run, satin, fill];

const byId = new Map(STITCH_KINDS.map((kind) => [kind.id, kind]));

export const stitchKind = (id: string): StitchKind | undefined => byId.get(id);
