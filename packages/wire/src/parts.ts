// Pieces of what is said over the wire.
import { MOST_CHANGES, type Design } from '@rosehip/core';
import { Type } from 'typebox';

export const Uuid = Type.String({ pattern: '^[0-9a-f-]{36}$' });
/** A moment, as ISO 8601. */
export const Moment = Type.String();
export const Name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
/** What was done, in words. */
export const Label = Type.String({ maxLength: 200 });
/** A design: the reader of design files checks it whole. */
export const SentDesign = Type.Object({}, { additionalProperties: true });
/** A JSON Patch (RFC 6902), and of how many characters the design's text is after it. */
export const Changes = Type.Object({
  patch: Type.Array(
    Type.Object({
      op: Type.Unsafe<'add' | 'replace' | 'remove'>({ enum: ['add', 'replace', 'remove'] }),
      path: Type.String({ maxLength: 2000 }),
      value: Type.Optional(Type.Unknown()),
    }),
    { maxItems: MOST_CHANGES },
  ),
  length: Type.Integer({ minimum: 2 }),
});
/** A design that was checked before. */
export const AnsweredDesign = Type.Unsafe<Design>({});
export const orNull = <T>(schema: object) => Type.Unsafe<T | null>({ ...schema, nullable: true });
/** An answer without words. */
export const Nothing = Type.Unsafe<void>({ type: 'null' });
