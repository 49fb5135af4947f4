// The page that is held beside the machine on a phone: what the bench gives to be shown, and what is ticked off.
import { Type, type Static } from 'typebox';

const Colour = Type.String({ pattern: '^#[0-9a-f]{6}$' });
const Words = Type.String({ maxLength: 400 });

export const BesideStep = Type.Object({
  thread: Type.Object({ code: Words, name: Words, colour: Colour }),
  names: Type.Array(Words, { maxItems: 200 }),
  /** What the machine waits for at its end; empty when it goes on to another thread. */
  stop: Words,
  stitches: Type.Integer({ minimum: 0 }),
  seconds: Type.Number({ minimum: 0 }),
  metres: Type.Number({ minimum: 0 }),
  /** From 1; 0 on a machine of one needle. */
  needle: Type.Integer({ minimum: 0, maximum: 99 }),
  /** Its stitches as SVG path data, in mm. */
  path: Type.String({ maxLength: 4_000_000, pattern: '^[MLml0-9 .,-]*$' }),
});
export type BesideStep = Static<typeof BesideStep>;

export const BesideSheet = Type.Object({
  title: Type.String({ maxLength: 200 }),
  /** What is drawn: left, top, width and height in mm. */
  box: Type.Tuple([Type.Number(), Type.Number(), Type.Number(), Type.Number()]),
  threadWidth: Type.Number({ minimum: 0.05, maximum: 2 }),
  steps: Type.Array(BesideStep, { maxItems: 1000 }),
});
export type BesideSheet = Static<typeof BesideSheet>;

/** Where it can be looked at in the home network. */
export const Beside = Type.Object({
  code: Type.String(),
  /** Whole addresses, the likeliest first; none: this computer is in no network. */
  addresses: Type.Array(Type.String()),
});
export type Beside = Static<typeof Beside>;

/** Numbers of the steps that are sewn, from 0. */
export const BesideDone = Type.Object({
  done: Type.Array(Type.Integer({ minimum: 0, maximum: 999 }), { maxItems: 1000 }),
});
export type BesideDone = Static<typeof BesideDone>;
export const BesideOf = Type.Object({ code: Type.String({ pattern: '^[a-z]{5}$' }) });
