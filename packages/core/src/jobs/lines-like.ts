// Many lines like one that was drawn, cut to a rectangle, which bend over what that one goes across.
import { newId, type Design, type DesignObject, type Item, type PlainOutline } from '../design/types.ts';
import { turnBy, uniteBounds } from '../geometry/points.ts';
import { coordsBounds, regionBounds } from '../geometry/region.ts';
import type { Line } from '../geometry/polyline.ts';
import { outlineRegion } from '../outlines/region.ts';
import { lineToFollow } from '../stitches/open/like-line.ts';
import { keepUnsewn, plainOf } from './combine.ts';
import { inOrder, JobBuilder, JobError, outlinesOnly, type Job } from './job.ts';

const LINES = 40;
/** From line to line at most and at least, in mm; between, as the hoop has room. */
const WIDEST = 1.5;
const NARROWEST = 0.6;
/** So much of the hoop is filled at most. */
const OF_HOOP = 0.9;
/** Lines that lean by less, in degrees, stand in a level rectangle, or an upright one. */
const NEARLY = 10;
/** Lines go so far beside what they hide, in mm. */
const BESIDE = 4;

/** The line that others can go like; null when the item is none. */
export const lineOfItem = (design: Design, id: string): Line | null => lineToFollow(plainOf(design, id));

/** The direction of a line's rectangle: its own, or level or upright where it nearly is. Degrees, -90 to 90. */
function leanOf({ coords }: Line): number {
  const own = (Math.atan2(coords.at(-1)! - coords[1], coords.at(-2)! - coords[0]) * 180) / Math.PI;
  const lean = own > 90 ? own - 180 : own < -90 ? own + 180 : own;
  if (Math.abs(lean) < NEARLY) return 0;
  return Math.abs(lean) > 90 - NEARLY ? 90 : lean;
}

/** What covers cloth where the line goes. */
function crossedBy(design: Design, { coords }: Line, line: string): Item[] {
  return design.objects.filter((item) => {
    if (item.id === line || item.kind === 'stitches' || !item.visible) return false;
    if (item.kind === 'object' && item.unsewn) return false;
    const b = uniteBounds(plainOf(design, item.id).map((outline) => regionBounds(outlineRegion(outline))));
    if (!b) return false;
    for (let i = 0; i < coords.length; i += 2) {
      const [x, y] = [coords[i], coords[i + 1]];
      if (x >= b.minX && x <= b.maxX && y >= b.minY && y <= b.maxY) return true;
    }
    return false;
  });
}

/**
 * Forty lines like the drawn one. What else is selected, and what the line goes across, is seen only by their bend. Throws JobError
 * when none of the selection is an open line.
 */
export function linesLikeJob(design: Design, ids: readonly string[]): Job {
  const label = 'Lines like it';
  const items = outlinesOnly(design, ids, 1, label);
  const drawn = items.find(
    (item): item is DesignObject => item.kind === 'object' && !!lineOfItem(design, item.id),
  );
  if (!drawn) throw new JobError(`${label} needs one open line, drawn with the pen or freehand.`);
  const line = lineOfItem(design, drawn.id)!;
  const crossed = crossedBy(design, line, drawn.id);
  const shown = inOrder(
    design,
    [...items, ...crossed].map((i) => i.id),
  ).filter((i) => i !== drawn);

  const lean = leanOf(line);
  const level = turnBy(-lean);
  const levelled = (coords: ArrayLike<number>): number[] => {
    const out: number[] = [];
    for (let i = 0; i < coords.length; i += 2) {
      const p = level({ x: coords[i], y: coords[i + 1] });
      out.push(p.x, p.y);
    }
    return out;
  };
  const along = coordsBounds([levelled(line.coords)])!;
  const rings = (outline: PlainOutline): ArrayLike<number>[] => outlineRegion(outline).map((p) => p.outer);
  const over = coordsBounds(
    shown.flatMap((i) => plainOf(design, i.id)).flatMap((outline) => rings(outline).map(levelled)),
  );
  // As wide as what was drawn; what is hidden has lines on all sides.
  const [left, right] = over
    ? [Math.min(along.minX, over.minX - BESIDE), Math.max(along.maxX, over.maxX + BESIDE)]
    : [along.minX, along.maxX];
  const { minY, maxY } = over ?? along;
  const room = OF_HOOP * (lean === 90 ? design.hoop.width : design.hoop.height);
  const spacing = Math.round(Math.min(WIDEST, Math.max(NARROWEST, room / LINES)) * 20) / 20;
  const middle = turnBy(lean)({ x: (left + right) / 2, y: (minY + maxY) / 2 });

  const builder = new JobBuilder(design, label);
  const lines: DesignObject = {
    id: newId(),
    name: 'Relief lines',
    kind: 'object',
    visible: true,
    locked: false,
    outline: {
      kind: 'rectangle',
      x: middle.x,
      y: middle.y,
      width: right - left,
      height: LINES * spacing,
      turn: lean,
      radius: 0,
    },
    // They alone carry the picture: there and back they stand on the cloth as a line drawn by hand does.
    recipe: { kind: 'relief', settings: { spacing, edge: 1, passes: 2 } },
    thread: drawn.thread,
    linesLike: [drawn.id],
    ...(shown.length && { relief: shown.map((i) => i.id) }),
  };
  const last = inOrder(design, [drawn.id, ...shown.map((i) => i.id)]).at(-1)!;
  builder.insertAfter([lines], last.id);
  keepUnsewn(builder, [drawn, ...shown]);
  return builder.job([lines.id]);
}
