// The part of a shape that a word fills, drawn by its corners and sides.
import {
  distance,
  inverse,
  withPull,
  type PartHandle,
  type Point,
  type SetPart,
  type SetText,
  type TextObject,
} from '@rosehip/core';

/** The handle of a part within `near` mm of a place; corners go before sides. */
export function partHandleAt({ corners, sides }: SetPart, p: Point, near: number): PartHandle | null {
  for (const [of, places] of [
    ['corners', corners],
    ['sides', sides],
  ] as const) {
    const place = places.findIndex((at) => distance(at, p) < near);
    if (place >= 0) return { of, place };
  }
  return null;
}

/** The words with a handle of one of their parts drawn from one place to another. */
export function pulledWords(
  object: TextObject,
  set: SetText,
  part: SetPart,
  handle: PartHandle,
  from: Point,
  to: Point,
): TextObject | null {
  const { shape } = set;
  const [a, b, c, d] = object.outline.place ?? [1, 0, 0, 1];
  const back = inverse([a, b, c, d, 0, 0]);
  if (!shape || !back || !shape.width || !shape.height) return null;
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const by = {
    x: (back[0] * dx + back[2] * dy) / shape.width,
    y: (back[1] * dx + back[3] * dy) / shape.height,
  };
  return { ...object, outline: withPull(object.outline, part.at, handle, by) };
}
