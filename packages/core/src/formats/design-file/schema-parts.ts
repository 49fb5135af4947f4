// Pieces that the schema is put together from.
import { READ_LIMITS } from '../read-error.ts';

export const REACH = READ_LIMITS.reach;
export const coordinate = { type: 'number', minimum: -REACH, maximum: REACH };
export const size = { type: 'number', minimum: 0, maximum: 2 * REACH };
export const turn = { type: 'number', minimum: -360, maximum: 360 };
export const name = { type: 'string', minLength: 1, maxLength: 120 };
export const id = { type: 'string', pattern: '^[A-Za-z0-9_-]{1,40}$' };
export const threadCode = { type: 'string', pattern: '^[A-Za-z0-9-]{1,16}$' };
export const note = { type: 'string', maxLength: 200 };

/** Just these keys, all of them required but the optional ones. */
export const exactly = (fields: Record<string, unknown>, optional: string[] = []) => ({
  type: 'object',
  required: Object.keys(fields).filter((key) => !optional.includes(key)),
  additionalProperties: false,
  properties: fields,
});

/** A map: turns, sizes and slants up to a thousand times, and the way that goes with them. */
export const place = {
  type: 'array',
  minItems: 6,
  maxItems: 6,
  items: { type: 'number', minimum: -1_000_000, maximum: 1_000_000 },
};
export const point = exactly({ x: coordinate, y: coordinate });

/** `if kind is … then …` keeps the errors to the kind that was meant. */
export const chosenBy = (key: string, branches: [value: string, schema: unknown][]): unknown => ({
  type: 'object',
  required: [key],
  properties: { [key]: { enum: branches.map(([value]) => value) } },
  allOf: branches.map(([value, schema]) => ({
    if: { type: 'object', required: [key], properties: { [key]: { const: value } } },
    then: schema,
  })),
});

/** Millimetres from 0. */
export const length = (most: number) => ({ type: 'number', minimum: 0, maximum: most });
export const colour = { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' };
/** A picture as a data: URL. */
export const picture = {
  type: 'string',
  maxLength: READ_LIMITS.picture,
  pattern: '^data:image/(png|jpeg|webp);base64,[A-Za-z0-9+/=]+$',
};
export const integer = (least: number, most: number) => ({ type: 'integer', minimum: least, maximum: most });
