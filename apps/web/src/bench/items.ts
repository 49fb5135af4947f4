// The box with handles about what is selected.
import {
  boundsOfItems,
  multiply,
  rotation,
  scaling,
  translation,
  type BoxOutline,
  type DesignObject,
  type Item,
  type Matrix,
  type PlainOutline,
} from '@rosehip/core';

/** A single ready shape's frame is turned with it. */
export interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
  turn: number;
}

/** The one ready shape that is selected, or null. */
export function readyOf(
  items: readonly Item<PlainOutline>[],
): (DesignObject<PlainOutline> & { outline: BoxOutline }) | null {
  const [only] = items;
  return items.length === 1 && only.kind === 'object' && only.outline.kind !== 'path'
    ? (only as DesignObject<PlainOutline> & { outline: BoxOutline })
    : null;
}

export function frameOf(items: readonly Item<PlainOutline>[]): Frame | null {
  const ready = readyOf(items);
  if (ready) {
    const { x, y, width, height, turn } = ready.outline;
    return { x, y, width, height, turn };
  }
  const b = boundsOfItems(items);
  return b
    ? {
        x: (b.minX + b.maxX) / 2,
        y: (b.minY + b.maxY) / 2,
        width: b.maxX - b.minX,
        height: b.maxY - b.minY,
        turn: 0,
      }
    : null;
}

/** The map that brings one frame to another of the same turn. */
export function fitting(from: Frame, to: Frame): Matrix {
  const sx = from.width > 1e-9 ? to.width / from.width : 1;
  const sy = from.height > 1e-9 ? to.height / from.height : 1;
  const flat = multiply(rotation(-from.turn), translation(-from.x, -from.y));
  return multiply(translation(to.x, to.y), multiply(rotation(from.turn), multiply(scaling(sx, sy), flat)));
}
