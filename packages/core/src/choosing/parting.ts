// Parts a region where it changes from broad to narrow: a leaf and its stalk, a mug and its handle.
import { Memo } from '../design/memo.ts';
import { intersect, offsetRegion, subtract, unite } from '../geometry/clip.ts';
import { regionArea, type Region } from '../geometry/region.ts';
import { broaderThan, shareBroader, usualBreadth } from './breadths.ts';

/** A narrow part is a column of its own when it is so many times as long as broad, or so many where it is a neck between broad ones, … */
const [LONG, LONG_NECK] = [2.2, 4];
/** … so long, … */
const LEAST_LENGTH = 6;
/** … and not broader or narrower than this, all in mm. */
const [LEAST_BREADTH, MOST_BREADTH] = [1.1, 6];
/** It is none when it is hardly narrower than what is broad, by this share: a band that swells a little would change its light there. */
const NARROWER = 0.5;
/** It is none when more than this share of it is much broader than usual: it tapers, as the points of a star do. */
const [TAPERS, MUCH_BROADER] = [0.3, 1.2];
/** Tips that are left of an opening, narrower than this, stay with the broad part; mm. */
const TIP = 0.9;
/** What is left beside a column's edges is thinner than this, as it was rounded by no more than a hair; mm. */
const [SLIVER, HAIR] = [0.3, 0.1];
/** What is smaller is left out, in mm². */
const CRUMB = 0.3;
/** A part that is broad for the most part has at least this share of the region. */
const BROAD = 0.12;

/** At how many places a column goes on into what is broad. */
const endsOf = (column: Region[number], broad: Region): number =>
  intersect(offsetRegion([column], SLIVER), broad).length;

export interface Parted {
  broad: Region;
  /** Each a column. */
  narrow: Region[];
}

const parts = new Memo<Parted | null>();

/**
 * The broad part of a region and its columns; null when it has no columns that are worth being sewn by themselves.
 * `widest` is how wide a column may be, in mm. Together the parts are the region but
 * for crumbs, and none lies on another.
 */
export function partedByBreadth(region: Region, widest: number): Parted | null {
  const width = Math.min(widest, MOST_BREADTH);
  return parts.get(region, [width], () => partedAt(region, width));
}

function partedAt(region: Region, width: number): Parted | null {
  const open = broaderThan(region, width);
  const all = regionArea(region);
  if (!open.length || regionArea(open) < BROAD * all) return null;
  const narrow: Region[] = [];
  const most = NARROWER * usualBreadth(open);
  for (const piece of subtract(region, open)) {
    const [column] = broaderThan([piece], TIP).toSorted((a, b) => regionArea([b]) - regionArea([a]));
    if (!column) continue;
    const breadth = usualBreadth([column]);
    const length = regionArea([column]) / breadth;
    if (breadth < LEAST_BREADTH || breadth > most || length < LEAST_LENGTH || length < LONG * breadth)
      continue;
    // Rows go on through a short neck: a column there would be a patch of another light between them.
    if (length < LONG_NECK * breadth && endsOf(column, open) > 1) continue;
    if (shareBroader([column], MUCH_BROADER * breadth) > TAPERS) continue;
    narrow.push([column]);
  }
  if (!narrow.length) return null;
  // Columns were rounded a hair when their tips were taken: what is left of them beside their edges is theirs.
  const rest = subtract(region, offsetRegion(narrow.flat(), HAIR));
  const thick = broaderThan(rest, SLIVER);
  const [columns, others]: [Region, Region] = [[], []];
  for (const polygon of subtract(region, thick)) {
    const ofColumn = narrow.some((n) => regionArea(intersect([polygon], n)) > 0.5 * regionArea(n));
    if (ofColumn) columns.push(polygon);
    else if (regionArea([polygon]) > CRUMB) others.push(polygon);
  }
  const broad = others.length ? unite(thick, others) : thick;
  return broad.length && columns.length ? { broad, narrow: columns.map((c) => [c]) } : null;
}
