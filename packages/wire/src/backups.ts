// Everything as one file, and the copies of the last nights.
import { Type, type Static } from 'typebox';
import { Moment, orNull } from './parts.ts';

/** What a backup brought, in designs. */
export const BroughtIn = Type.Object({
  /** That were not here. */
  added: Type.Integer(),
  /** That went on from where they were here. */
  continued: Type.Integer(),
  /** That went another way than here: they came as designs of their own. */
  beside: Type.Integer(),
  /** That were deleted here. */
  back: Type.Integer(),
  /** That were here already. */
  same: Type.Integer(),
  motifs: Type.Integer(),
  /** What was left out, as sentences. */
  notes: Type.Array(Type.String()),
});
export type BroughtIn = Static<typeof BroughtIn>;

/** One of the last nights' copies of everything. */
export const KeptBackup = Type.Object({ name: Type.String(), at: Moment, bytes: Type.Integer() });
export type KeptBackup = Static<typeof KeptBackup>;

export const Backups = Type.Object({
  /** Whether copies are made by night here at all. */
  nightly: Type.Boolean(),
  problem: orNull<string>(Type.String()),
  backups: Type.Array(KeptBackup),
});
export type Backups = Static<typeof Backups>;

export const ByName = Type.Object({ name: Type.String() });
