// What is answered whatever was asked: that it failed, and whether anybody is there.
import { Type, type Static } from 'typebox';
import { AnsweredDesign } from './parts.ts';

export const Failure = Type.Object({
  error: Type.Object({
    /** For programs. */
    code: Type.String(),
    /** For people. */
    message: Type.String(),
    /** Of a conflict: the newest revision, which the save was not based on. */
    current: Type.Optional(Type.Object({ revision: Type.Integer(), design: AnsweredDesign })),
  }),
});
export type Failure = Static<typeof Failure>;

export const Health = Type.Object({
  status: Type.Unsafe<'ok' | 'waiting'>({ enum: ['ok', 'waiting'] }),
  /** `ok`, or a sentence that says what it waits for. */
  database: Type.String(),
});
export type Health = Static<typeof Health>;
