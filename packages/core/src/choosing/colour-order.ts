// The order in which chosen parts are sewn: colour by colour, areas before the details that lie in them.
import { Memo } from '../design/memo.ts';
import { intersect } from '../geometry/clip.ts';
import { boundsMeet, type Point } from '../geometry/points.ts';
import { regionArea } from '../geometry/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { placesAlong, shortOrder } from '../sewing/short-order.ts';
import { uniteNear } from './overlaps.ts';
import { aboutOf, isLine, MOST_NEIGHBOURS, TOUCHING, type Part, type Piece } from './parts.ts';

/** Shapes narrower than this are details, which are sewn after the areas that they lie in or beside, in mm. */
const DETAIL = 2.5;
/** Of an area so much lies beside a detail that touches it, in mm². */
const TOUCHED = 0.05;

const touchedOf = new Memo<number>(MOST_NEIGHBOURS);

/** How much of areas of one thread, by the first key, details of another touch, in mm². */
function detailsBeside(
  parts: readonly Part[],
  thread: (p: Part) => string,
): Map<string, Map<string, number>> {
  const out = new Map<string, Map<string, number>>();
  const isDetail = (p: Part): boolean => isLine(p) || (p.kind!.as === 'satin' && p.breadth < DETAIL);
  const areas = parts.filter((p) => p.bounds && !isDetail(p));
  for (const detail of parts.filter((p) => p.bounds && isDetail(p))) {
    const about = areas.filter(
      (a) => thread(a) !== thread(detail) && boundsMeet(a.bounds!, detail.bounds!, TOUCHING),
    );
    for (const area of about) {
      const touched = touchedOf.get(detail.region, [area.region], () => {
        const near = uniteNear([area.region], [area.bounds], detail.bounds!, TOUCHING);
        return regionArea(intersect(aboutOf(detail.region), near));
      });
      if (touched < TOUCHED) continue;
      const of = out.get(thread(area)) ?? new Map<string, number>();
      out.set(thread(area), of.set(thread(detail), (of.get(thread(detail)) ?? 0) + touched));
    }
  }
  return out;
}

/**
 * Colours in sewing order: large areas first, but each after those that its details lie in or beside, as far as those don't have
 * such of its own to come before.
 */
function colourOrder(
  areaOf: ReadonlyMap<string, number>,
  beside: Map<string, Map<string, number>>,
): string[] {
  const left = new Set(areaOf.keys());
  const out: string[] = [];
  /** How much more of its details would lie beneath what comes later than of what comes later beneath it. */
  const tooEarly = (c: string): number => {
    let sum = 0;
    for (const other of left)
      if (other !== c) sum += (beside.get(other)?.get(c) ?? 0) - (beside.get(c)?.get(other) ?? 0);
    return Math.max(0, sum);
  };
  while (left.size) {
    let [next, least] = ['', Infinity];
    for (const c of left) {
      const early = tooEarly(c);
      if (early < least || (early === least && areaOf.get(c)! > areaOf.get(next)!))
        [next, least] = [c, early];
    }
    left.delete(next);
    out.push(next);
  }
  return out;
}

/** Colour by colour, each once where that can be: large areas before their details, lines last, near ones after one another. */
export function inColours(parts: readonly Part[], pieces: readonly Piece[]): Part[] {
  const areaOf = new Map<string, number>();
  const thread = (p: Part): string => pieces[p.piece].thread;
  for (const p of parts)
    areaOf.set(thread(p), (areaOf.get(thread(p)) ?? 0) + (isLine(p) ? 0 : regionArea(p.region)));
  const colours = colourOrder(areaOf, detailsBeside(parts, thread));
  const place = new Map(colours.map((c, i) => [c, i]));
  // A line is sewn after all that it lies on or beside: with its own colour where that comes late enough, else last.
  const blocks: Part[][] = colours.map(() => []);
  const trailing = new Map<string, Part[]>();
  const areas = parts.filter((p) => !isLine(p));
  const cloths = areas.filter((p) => pieces[p.piece].cloth);
  for (const p of areas) if (!pieces[p.piece].cloth) blocks[place.get(thread(p))!].push(p);
  for (const p of parts.filter(isLine)) {
    const box = p.bounds ?? outlineBounds(pieces[p.piece].outline);
    const lies = areas.filter((a) => box && boundsMeet(a.bounds!, box, TOUCHING));
    const last = Math.max(-1, ...lies.map((a) => place.get(thread(a))!));
    if (place.get(thread(p))! >= last) blocks[place.get(thread(p))!].push(p);
    else trailing.set(thread(p), [...(trailing.get(thread(p)) ?? []), p]);
  }
  let at: Point | undefined;
  return [cloths, ...blocks, ...trailing.values()].flatMap((block) => {
    const areasFirst = [...block].sort((a, b) => +isLine(a) - +isLine(b));
    const split = areasFirst.findIndex(isLine);
    const lists = split < 0 ? [areasFirst] : [areasFirst.slice(0, split), areasFirst.slice(split)];
    return lists.flatMap((list) => {
      const places = list.map((p) => placesAlong(pieces[p.piece].outline));
      const out = shortOrder(
        places,
        list.map(() => []),
        at,
      ).map((i) => list[i]);
      const end = out.at(-1);
      if (end) at = placesAlong(pieces[end.piece].outline)[0] ?? at;
      return out;
    });
  });
}
