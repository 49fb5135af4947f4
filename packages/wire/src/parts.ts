// Pieces of what is said over the wire.
import type { Design } from '@rosehip/core';
import { Type } from 'typebox';

export const Uuid = Type.String({ pattern: '^[0-9a-f-]{36}$' });
/** A moment, as ISO 8601. */
export const Moment = Type.String();
export const Name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
/** What was done, in words. */
export const Label = Type.String({ maxLength: 200 });
/** A design: the reader of design files checks it whole. */
export const SentDesign = Type.Object({}, { additionalProperties: true });
/** A design that was checked before. */
export const AnsweredDesign = Type.Unsafe<Design>({});
export const orNull = <T>(schema: object) => Type.Unsafe<T | null>({ ...schema, nullable: true });
/** An answer without words. */
export const Nothing = Type.Unsafe<void>({ type: 'null' });
