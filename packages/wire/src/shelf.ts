// What is kept beside designs: thread charts, motifs, and the person's settings.
import { MACHINES, type PlainOutline, type Thread } from '@rosehip/core';
import { Type, type Static } from 'typebox';
import { Moment, Uuid } from './parts.ts';

export const ThreadCharts = Type.Object({
  charts: Type.Array(
    Type.Object({
      id: Type.String(),
      name: Type.String(),
      threads: Type.Array(Type.Unsafe<Thread>({})),
    }),
  ),
});

/** A drawing on the motif shelf. */
export const KeptMotif = Type.Object({
  id: Uuid,
  name: Type.String(),
  outline: Type.Unsafe<PlainOutline>({}),
  /** mm. */
  width: Type.Number(),
  height: Type.Number(),
  madeAt: Moment,
});
export type KeptMotif = Static<typeof KeptMotif>;
export const Motifs = Type.Object({ motifs: Type.Array(KeptMotif) });
export type Motifs = Static<typeof Motifs>;

export const NewMotif = Type.Object({
  name: Type.String({ minLength: 1, maxLength: 120 }),
  outline: Type.Object({}, { additionalProperties: true }),
});
export const MadeMotif = Type.Object({ id: Uuid });
export type MadeMotif = Static<typeof MadeMotif>;

/** Every setting and what it may hold. */
export const Settings = Type.Object({
  units: Type.Optional(Type.Unsafe<'mm' | 'in'>({ enum: ['mm', 'in'] })),
  /** Pixels a millimetre at true size on this person's screen. */
  screen: Type.Optional(Type.Number({ minimum: 1, maximum: 40 })),
  /** The machine that designs are timed and checked for. */
  machine: Type.Optional(Type.Unsafe<string>({ enum: MACHINES.map((m) => m.id) })),
});
export type Settings = Static<typeof Settings>;
export const AllSettings = Type.Object({ settings: Settings });
export type AllSettings = Static<typeof AllSettings>;
