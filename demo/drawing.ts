// Small helpers for drawing the demo designs: path data, primitives and objects with readable ids.
import {
  emptyDesign,
  parsePathData,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type Layout,
  type Outline,
  type Repeat,
  type SettingValue,
  type TextOutline,
} from '@rosehip/core';

/** Path data in mm; throws when it is broken, so that a slip of the pen is noticed by the tests. */
export function path(d: string): Outline {
  const { paths, problem } = parsePathData(d);
  if (problem) throw new Error(`${problem}: ${d}`);
  return { kind: 'path', paths };
}

export const ellipse = (x: number, y: number, width: number, height = width, turn = 0): Outline => ({
  kind: 'ellipse',
  x,
  y,
  width,
  height,
  turn,
});

export const rectangle = (x: number, y: number, width: number, height: number, radius = 0): Outline => ({
  kind: 'rectangle',
  x,
  y,
  width,
  height,
  radius,
  turn: 0,
});

/** A star about (x, y): `points` tips at `outer` mm, notches at `inner` mm, its first tip upwards and turned. */
export function star(x: number, y: number, outer: number, inner: number, points = 5, turn = 0): Outline {
  const corners = Array.from({ length: 2 * points }, (_, i) => {
    const a = ((turn - 90) * Math.PI) / 180 + (i * Math.PI) / points;
    const r = i % 2 ? inner : outer;
    return { x: x + r * Math.cos(a), y: y + r * Math.sin(a) };
  });
  return { kind: 'path', paths: [{ closed: true, points: corners }] };
}

type Settings = Record<string, SettingValue>;

/** Builds a design object by object; ids are counted. */
export class Drawing {
  private count = 0;
  private readonly prefix: string;

  /** `prefix` keeps ids apart where one design takes objects of another. */
  constructor(prefix = 'd') {
    this.prefix = prefix;
  }

  object(
    name: string,
    outline: Outline,
    thread: string,
    kind: string,
    settings: Settings = {},
  ): DesignObject {
    const id = this.nextId();
    const recipe = { kind, settings };
    return { id, name, kind: 'object', visible: true, locked: false, outline, recipe, thread };
  }

  /** Words whose first line is lined up about (x, y), its baseline; `height` is that of capitals, mm. */
  words(
    text: string,
    font: string,
    height: number,
    x: number,
    y: number,
    thread: string,
    more: Partial<TextOutline> = {},
  ): DesignObject & { outline: TextOutline } {
    const outline: TextOutline = {
      kind: 'text',
      of: [],
      text,
      font,
      height,
      place: [1, 0, 0, 1, x, y],
      ...more,
    };
    const object = this.object(text.split('\n')[0], outline, thread, 'lettering');
    return { ...object, outline };
  }

  private nextId(): string {
    return `${this.prefix}${++this.count}`;
  }

  /** Live copies of objects. */
  repeat(name: string, objects: Item[], layout: Layout, more: Partial<Repeat> = {}): Group {
    return { ...this.group(name, objects), repeat: { layout, order: 'copies', ...more } };
  }

  group(name: string, objects: Item[]): Group {
    return { id: this.nextId(), name, kind: 'group', visible: true, locked: false, objects };
  }
}

export const design = (
  name: string,
  hoop: Design['hoop'],
  cloth: Design['cloth'],
  objects: Item[],
): Design => ({ ...emptyDesign(name, hoop, cloth), objects });
