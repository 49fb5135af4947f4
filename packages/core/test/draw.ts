// What tests draw with: shapes, objects, groups and designs in as few words as they need.
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type Outline,
  type PlainOutline,
  type Repeat,
} from '../src/design/types.ts';
import { parsePathData } from '../src/outlines/path-data.ts';

/** A shape or lines from path data, mm. */
export const drawn = (d: string): PlainOutline => ({ kind: 'path', paths: parsePathData(d).paths });

export const box = (x: number, y: number, width = 10, height = 10): PlainOutline => ({
  kind: 'rectangle',
  x,
  y,
  width,
  height,
  radius: 0,
  turn: 0,
});

export const ellipse = (x: number, y: number, width: number, height = width, turn = 0): PlainOutline => ({
  kind: 'ellipse',
  x,
  y,
  width,
  height,
  turn,
});

/** A ragged star of corners at these distances from a place, mm. */
export const ragged = (radii: readonly number[], x = 0, y = 0): PlainOutline =>
  drawn(
    `${radii
      .map((r, i) => {
        const a = (2 * Math.PI * i) / radii.length;
        return `${i ? 'L' : 'M'}${x + r * Math.cos(a)} ${y + r * Math.sin(a)}`;
      })
      .join('')}Z`,
  );

/** An object whose name is its id. */
export const object = (
  id: string,
  outline: Outline,
  kind = 'fill',
  settings: DesignObject['recipe']['settings'] = {},
  more: Partial<DesignObject> = {},
): DesignObject => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind, settings },
  thread: '222',
  ...more,
});

export const group = (id: string, objects: Item[], repeat?: Repeat): Group => ({
  id,
  name: id,
  kind: 'group',
  visible: true,
  locked: false,
  objects,
  ...(repeat && { repeat }),
});

export const design = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });
