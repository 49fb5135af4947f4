// Ending what is live: outlines that stand by themselves, compound shapes in parts, parts as one shape.
import { findPlace, originOf } from '../design/tree.ts';
import {
  newId,
  type Design,
  type DesignObject,
  type Item,
  type Path,
  type PathOutline,
  type PlainOutline,
} from '../design/types.ts';
import { polygonArea, ringsOf } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { flattenPath, outlinePaths } from '../outlines/flatten.ts';
import { fillRuleOf, outlineRegion } from '../outlines/region.ts';
import { outlinesBeside, resolveDesign } from '../resolve/resolve.ts';

/** How far a plain outline may lie from the live one that it takes the place of, in mm. */
const TRUE_TO = 0.02;

/** Paths of few points for a computed outline, whose points lie dense. */
const fitted = (paths: readonly Path[]): Path[] =>
  paths.filter((path) => path.points.length > 1).map((path) => fitPath(flattenPath(path), TRUE_TO));

/** The outline as a path with points of its own; `computed` ones are given few points. */
export const pathOutline = (outline: PlainOutline, computed: boolean): PathOutline => {
  const paths = outlinePaths(outline);
  const rule = fillRuleOf(outline);
  return {
    kind: 'path',
    paths: computed ? fitted(paths) : paths,
    ...(rule === 'nonzero' && { fillRule: rule }),
  };
};

/**
 * The object with an outline of its own: live ones end, ready shapes become paths. Null when nothing is left of it.
 * In a bent group it stays on the flat sheet; `beside` another object, as it lies on that one's sheet.
 */
export function madePlain(
  design: Design,
  object: DesignObject,
  beside = object.id,
): (DesignObject & { outline: PathOutline }) | null {
  const [outline] = outlinesBeside(design, object.id, beside);
  if (!outline) return null;
  const plain = pathOutline(outline, outline !== object.outline);
  return plain.paths.length ? { ...object, outline: plain } : null;
}

/** Every connected piece of a shape with its holes, or every line of a drawing, as an outline of its own. */
export function partsOf(outline: PlainOutline, as: 'region' | 'lines'): PathOutline[] {
  const paths = outlinePaths(outline);
  if (as === 'lines') return paths.map((path) => ({ kind: 'path', paths: [path] }));
  const pieces = outlineRegion(outline);
  // Paths that don't cross keep their own points: each goes to the piece that it bounds.
  const simple = pieces.reduce((sum, p) => sum + 1 + p.holes.length, 0) === paths.length;
  if (!simple)
    return pieces
      .filter((p) => polygonArea(p) > 1e-3)
      .map((p) => ({
        kind: 'path',
        paths: ringsOf(p).map((coords) => fitPath({ coords, closed: true }, TRUE_TO)),
      }));
  const bounds = (coords: ArrayLike<number>): number[] => {
    let [a, b, c, d] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < coords.length; i += 2) {
      a = Math.min(a, coords[i]);
      b = Math.min(b, coords[i + 1]);
      c = Math.max(c, coords[i]);
      d = Math.max(d, coords[i + 1]);
    }
    return [a, b, c, d];
  };
  const boxes = paths.map((path) => bounds(flattenPath(path).coords));
  const away = (a: number[], b: number[]): number => a.reduce((sum, v, i) => sum + Math.abs(v - b[i]), 0);
  return pieces.map((piece) => ({
    kind: 'path',
    paths: ringsOf(piece).map((ring) => {
      const box = bounds(ring);
      return paths[boxes.reduce((best, b, i) => (away(b, box) < away(boxes[best], box) ? i : best), 0)];
    }),
  }));
}

/** Several outlines as one compound shape: where they overlap there are holes. */
export const compoundOf = (outlines: readonly PlainOutline[]): PathOutline => ({
  kind: 'path',
  paths: outlines.flatMap(outlinePaths),
});

/** What unsewn shapes are called that an object looks at. */
export const SHOWN = 'Shown by';
export const LIKE = 'Line of';

/** An unsewn shape for an object to look at: relief lines show it, or go like it; a line keeps its points. */
export function shapeFor(by: DesignObject, outlines: readonly PlainOutline[], what: string): DesignObject {
  const { visible, locked, recipe, thread } = by;
  return {
    id: newId(),
    name: `${what} ${by.name}`.slice(0, 120),
    kind: 'object',
    visible,
    locked,
    outline: pathOutline(compoundOf(outlines), what === SHOWN),
    recipe,
    thread,
    unsewn: true,
  };
}

/**
 * What an item is made of, bent and plain, with points of its own, as items of a document: for groups whose bend ends.
 * Copies of repeats in it become items of their own.
 */
export function plainItem(design: Design, id: string): Item | null {
  const place = findPlace(resolveDesign(design).objects, id);
  return (place && freeItem(place.item).at(-1)) ?? null;
}

/** The item, after what it needs beside itself: copies of relief lines have no shapes of their own to look at. */
function freeItem(item: Item<PlainOutline>): Item[] {
  const isCopy = originOf(item.id) !== item.id;
  const id = isCopy ? newId() : item.id;
  if (item.kind === 'stitches') return [{ ...item, id }];
  if (item.kind === 'object') {
    const {
      raised,
      likeLines,
      partOf: _____,
      letters: _,
      lettersOrder: __,
      lettersJoined: ___,
      capitals: ____,
      broad: ______,
      ...object
    } = item;
    const { outline } = object;
    const free: DesignObject = {
      ...object,
      id,
      outline: outline.kind === 'path' ? { ...outline, paths: fitted(outline.paths) } : outline,
    };
    if (!isCopy) return [free];
    const shown = raised?.length ? shapeFor(free, raised, SHOWN) : null;
    const like = likeLines?.length ? shapeFor(free, likeLines, LIKE) : null;
    return [
      ...[shown, like].filter((shape) => shape !== null),
      { ...free, ...(shown && { relief: [shown.id] }), ...(like && { linesLike: [like.id] }) },
    ];
  }
  const { bend: _, copy: __, repeat: ___, ...group } = item;
  return [{ ...group, id, objects: item.objects.flatMap(freeItem) }];
}
