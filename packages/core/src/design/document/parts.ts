// Pieces that the document is put together from: each is a type and its schema at once.
import { Type, type Static, type TObject, type TOptional, type TProperties, type TSchema } from 'typebox';
import type { Matrix } from '../../geometry/matrix.ts';
import { DESIGN_LIMITS } from '../limits.ts';

export const REACH = DESIGN_LIMITS.reach;
export const number = (minimum: number, maximum: number) => Type.Number({ minimum, maximum });
export const integer = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });
/** Millimetres from 0. */
export const length = (most: number) => number(0, most);
export const coordinate = number(-REACH, REACH);
export const size = length(2 * REACH);
/** Degrees, clockwise on screen. */
export const turn = number(-360, 360);
export const share = number(0, 1);
export const flag = Type.Boolean();
export const text = (maxLength: number, minLength = 0) => Type.String({ minLength, maxLength });
export const name = text(120, 1);
export const note = text(200);
export const id = Type.String({ pattern: '^[A-Za-z0-9_-]{1,40}$' });
export const threadCode = Type.String({ pattern: '^[A-Za-z0-9-]{1,16}$' });
export const colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });
/** A picture as a data: URL. */
export const picture = Type.String({
  maxLength: DESIGN_LIMITS.picture,
  pattern: '^data:image/(png|jpeg|webp);base64,[A-Za-z0-9+/=]+$',
});
export const list = <T extends TSchema>(items: T, maxItems?: number, minItems?: number) =>
  Type.Array(items, {
    ...(minItems !== undefined && { minItems }),
    ...(maxItems !== undefined && { maxItems }),
  });

/** One of some words. */
export const word = <const W extends string>(...words: W[]) => Type.Unsafe<W>({ enum: words });

/** Just these keys: nothing else may stand there. */
export const exactly = <P extends TProperties>(fields: P): TObject<P> =>
  Type.Object(fields, { additionalProperties: false });

export const perhaps = <T extends TSchema>(schema: T) => Type.Optional(schema) as TOptional<T>;

/** What is defined by its name at the document's end. */
export const defined = <T>(definition: string) => Type.Unsafe<T>({ $ref: `#/definitions/${definition}` });

/** As many as given, each like `items`. */
export const tuple = <T>(items: TSchema, count: number) =>
  Type.Unsafe<T>({ type: 'array', minItems: count, maxItems: count, items });

export const point = exactly({ x: coordinate, y: coordinate });

/** A map, as in SVG: turns, sizes and slants up to a thousand times, and the way that goes with them. */
export const place = tuple<Matrix>(number(-1_000_000, 1_000_000), 6);

/** At least so many ids of items. */
export const itemIds = (least: number) => list(id, 500, least);

/** One of several, told apart by their `kind`: `if kind is … then …` keeps what is said to the one that was meant. */
export function oneOf<T extends TObject[]>(...branches: T) {
  const kind = (branch: TObject): string => (branch.properties.kind as unknown as { const: string }).const;
  return Type.Unsafe<Static<T[number]>>(byKind(branches.map((branch) => [kind(branch), branch])));
}

/** The schema of one of several, by their kinds. */
export const byKind = (branches: readonly (readonly [kind: string, schema: object])[]): TSchema => ({
  type: 'object',
  required: ['kind'],
  properties: { kind: { enum: branches.map(([kind]) => kind) } },
  allOf: branches.map(([kind, schema]) => ({
    if: { type: 'object', required: ['kind'], properties: { kind: { const: kind } } },
    then: schema,
  })),
});
