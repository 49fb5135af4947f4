// What lies hidden beneath dense stitches that are sewn later is left out, but for an overlap, so that thread does not
// pile up where borders cross, copies overlap, or a centre covers petals.
import { Memo } from '../design/memo.ts';
import { visibleLeaves, type Leaf } from '../design/tree.ts';
import type { DesignObject, Item, PlainOutline } from '../design/types.ts';
import { offsetRegion, subtract, unite } from '../geometry/clip.ts';
import { arcLengths, pointAt, type Line } from '../geometry/polyline.ts';
import { insideRegion, polygonArea, regionBounds, type Region } from '../geometry/region.ts';
import type { Bounds } from '../geometry/points.ts';
import { clothUnder, type Cloth } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineOfLines, outlineOfRegion } from '../outlines/live/region-outline.ts';
import { outlineRegion } from '../outlines/region.ts';
import { completeSettings } from '../stitches/kind.ts';
import { sewnFrom, stitchKind, bandOf } from '../stitches/kinds.ts';

type PlainItem = Item<PlainOutline>;
type PlainObject = DesignObject<PlainOutline>;

/** Scraps that are left of a shape are dropped when they are smaller, in mm². */
const SCRAP = 0.6;
/** Along a line it is looked this often whether it is hidden, in mm. */
const STEP = 0.2;
/** Smaller places that are hidden stay, in mm²: rows would have to go round them for nothing. */
const LEAST_HOLE = 3;
/** Shorter stretches of a line stay, in mm. */
const WORTHWHILE = 1;

const covers = new Memo<{ region: Region; bounds: Bounds | null }>(1);

/** What the object's stitches hide; empty for open kinds. */
function coverOf(object: PlainObject, cloth: Cloth): { region: Region; bounds: Bounds | null } {
  const under = clothUnder(cloth, object.thread);
  return covers.get(object, [under.id, under.threadWidth], () => {
    const kind = stitchKind(object.recipe.kind);
    const region = kind
      ? kind.cover({
          outline: object.outline,
          settings: completeSettings(kind, object.recipe, under),
          cloth: under,
          widths: object.widths,
          guideLines: object.guideLines,
        })
      : [];
    return { region, bounds: regionBounds(region) };
  });
}

/** The parts of a line whose whole width lies outside of what hides it, with `overlap` mm that stay beneath. */
function seenParts(line: Line, width: number, hiding: Region, overlap: number): Line[] {
  const lengths = arcLengths(line);
  const total = lengths.at(-1) ?? 0;
  const count = Math.max(2, Math.ceil(total / STEP));
  const hidden = Array.from({ length: count + 1 }, (_, i) => {
    const s = (total * i) / count;
    const p = pointAt(line, lengths, s);
    const [a, b] = [
      pointAt(line, lengths, Math.max(0, s - STEP)),
      pointAt(line, lengths, Math.min(total, s + STEP)),
    ];
    const l = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const [nx, ny] = [(-(b.y - a.y) / l) * (width / 2), ((b.x - a.x) / l) * (width / 2)];
    return [-1, 0, 1].every((side) => insideRegion(hiding, p.x + side * nx, p.y + side * ny));
  });
  // Hidden stretches, as arc lengths, less the overlap at both ends; those of a closed line may go on past its first point.
  const gone: [number, number][] = [];
  for (let i = 0; i <= count; i++) {
    if (!hidden[i] || (i > 0 && hidden[i - 1])) continue;
    let k = i;
    while (k < count && hidden[k + 1]) k++;
    const from = i === 0 ? (line.closed && hidden[count] ? -Infinity : 0) : (total * i) / count + overlap;
    const to = k === count ? (line.closed && hidden[0] ? Infinity : total) : (total * k) / count - overlap;
    if (to - from > WORTHWHILE) gone.push([from, to]);
  }
  if (!gone.length) return [line];
  const stretch = (from: number, to: number): Line => {
    const coords: number[] = [];
    const add = (s: number): void => {
      const p = pointAt(line, lengths, ((s % total) + total) % total || (s > 0 && !line.closed ? s : 0));
      coords.push(p.x, p.y);
    };
    add(from);
    const n = line.coords.length / 2;
    for (let round = 0; round < (line.closed ? 2 : 1); round++)
      for (let i = 0; i < n; i++) {
        const s = lengths[i] + round * total;
        if (s > from + 1e-6 && s < to - 1e-6) coords.push(line.coords[2 * i], line.coords[2 * i + 1]);
      }
    add(to);
    return { coords: Float64Array.from(coords), closed: false };
  };
  const out: Line[] = [];
  const keep = (from: number, to: number): void => void (to - from > STEP && out.push(stretch(from, to)));
  let at = line.closed ? gone[0][1] : 0;
  if (line.closed && gone.length === 1 && gone[0][0] === -Infinity && gone[0][1] === Infinity) return [];
  for (const [from, to] of line.closed ? gone.slice(1) : gone) {
    keep(at, Math.min(from, total));
    at = to;
  }
  if (!line.closed) keep(at, total);
  else if (gone[0][0] === -Infinity) {
    // The first stretch that is gone goes on from before the line's first point.
    const last = gone[gone.length - 1];
    if (last[1] !== Infinity) keep(last[1], total);
  } else keep(at, gone[0][0] + total);
  return out;
}

function trimmed(object: PlainObject, hiding: Region): PlainOutline {
  const overlap = object.trimBeneath!;
  if (sewnFrom(object.recipe) === 'lines') {
    if (object.widths?.length) return object.outline; // drawn widths are shares of the whole line
    const lines = outlineLines(object.outline);
    const parts = lines.flatMap((line) =>
      seenParts(line, bandOf({ recipe: object.recipe }), hiding, overlap),
    );
    return parts.length === lines.length && parts.every((l, i) => l === lines[i])
      ? object.outline
      : outlineOfLines(parts);
  }
  // What would only leave a hole that thread closes stays.
  const gone = offsetRegion(hiding, -overlap).filter((polygon) => polygonArea(polygon) > LEAST_HOLE);
  const left = subtract(outlineRegion(object.outline), gone);
  return outlineOfRegion(left.filter((polygon) => polygonArea(polygon) > SCRAP));
}

const trimmedObjects = new Memo<PlainObject>(2);

const meet = (a: Bounds, b: Bounds): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

function trimmedOnce(object: PlainObject, later: readonly PlainObject[], cloth: Cloth): PlainObject {
  const own = regionBounds(
    outlineLines(object.outline, 0.2).map(({ coords }) => ({ outer: coords, holes: [] })),
  );
  if (!own) return object;
  const above = later.filter((o) => {
    const { bounds } = coverOf(o, cloth);
    return bounds && meet(own, bounds);
  });
  if (!above.length) return object;
  return trimmedObjects.get(object, [cloth.id, cloth.threadWidth, ...above], () => {
    const hiding = above.map((o) => coverOf(o, cloth).region).reduce((all, next) => unite(all, next));
    const outline = trimmed(object, hiding);
    return outline === object.outline ? object : { ...object, outline, letters: undefined };
  });
}

const isSewn = (leaf: Leaf<PlainOutline>): leaf is PlainObject => leaf.kind === 'object' && !leaf.unsewn;

/** Resolved items, those with `trimBeneath` without what is hidden by stitches that are sewn later. */
export function withoutHidden(items: PlainItem[], cloth: Cloth): PlainItem[] {
  const leaves = [...visibleLeaves(items)].filter(isSewn);
  const changed = new Map<string, PlainObject>();
  leaves.forEach((leaf, i) => {
    if (leaf.trimBeneath === undefined) return;
    const made = trimmedOnce(leaf, leaves.slice(i + 1), cloth);
    if (made !== leaf) changed.set(leaf.id, made);
  });
  if (!changed.size) return items;
  const visit = (item: PlainItem): PlainItem => {
    if (item.kind === 'object') return changed.get(item.id) ?? item;
    if (item.kind === 'stitches') return item;
    const objects = item.objects.map(visit);
    return objects.every((o, i) => o === item.objects[i]) ? item : { ...item, objects };
  };
  return items.map(visit);
}
