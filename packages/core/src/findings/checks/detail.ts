// Objects without a stitch, and detail smaller than thread can show.
import { Memo } from '../../design/memo.ts';
import { findItem, isLetter } from '../../design/tree.ts';
import type { DesignObject, PlainOutline } from '../../design/types.ts';
import { offsetRegion } from '../../geometry/clip.ts';
import { lengthOf } from '../../geometry/polyline.ts';
import { movedRegion, polygonArea, regionBounds, type Polygon } from '../../geometry/region.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { likeRegion } from '../../sewing/like-letters.ts';
import { objectRemarks } from '../../sewing/stitch-object.ts';
import { JobError } from '../../jobs/job.ts';
import { removeJob } from '../../jobs/plain.ts';
import { sewnFrom } from '../../stitches/kinds.ts';
import type { Check, SewnItem } from '../finding.ts';
import { restitched } from './satin.ts';

/** A covered part thinner than this everywhere is only a line of thread, in mm. */
const THIN = 0.6;
/** Holes smaller than this close up, in mm². */
const SMALL_HOLE = 0.8;
/** … and those that are smaller still are where an edge touches itself. */
const NO_HOLE = 0.005;
/** Lines shorter than this are a dot, in mm. */
const SHORT_LINE = 1;

const isEmpty = ({ share }: SewnItem): boolean => share.to === share.from;

export const emptyCheck: Check = {
  id: 'no-stitches',
  find: ({ sewn, materials: { cloth } }) =>
    sewn.flatMap((item) => {
      const { leaf, extent, share } = item;
      if (!isEmpty(item) || share.excess) return [];
      // A satin that lacks a line says so itself.
      if (leaf.kind === 'object' && objectRemarks(leaf, cloth).includes('two-lines')) return [];
      return [
        {
          weight: 2 as const,
          sentence: `${leaf.name} has no room for a stitch: make it larger, stitch it another way, or leave it out.`,
          objects: [leaf.id],
          at: extent.bounds ?? undefined,
          record: share.from,
          fix: isLetter(leaf.id) ? undefined : 'Leave it out',
        },
      ];
    }),
  fix(design, { objects }) {
    if (!findItem(design, objects[0])) throw new JobError('This object is gone.');
    return removeJob(design, objects);
  },
};

const isThin = (p: Polygon): boolean => !offsetRegion([{ outer: p.outer, holes: [] }], -THIN / 2).length;

/** What of a shape is too small for thread. */
interface Detail {
  /** How many pieces it has, … */
  pieces: number;
  /** … those of them that are thin, and small holes. */
  thin: Polygon[];
  small: Polygon[];
}

const details = new Memo<Detail>(1);

/** The same for all letters of a shape; with how far an object lies from there. */
function detailOf(object: DesignObject<PlainOutline>): Detail & { dx: number; dy: number } {
  const { region, dx, dy } = likeRegion(object);
  const detail = details.get(region, [], () => {
    const holes = region.flatMap((p) => p.holes.map((outer): Polygon => ({ outer, holes: [] })));
    const small = holes.filter((hole) => polygonArea(hole) > NO_HOLE && polygonArea(hole) < SMALL_HOLE);
    return { pieces: region.length, thin: region.filter(isThin), small };
  });
  return { ...detail, dx, dy };
}

export const detailCheck: Check = {
  id: 'detail',
  find: ({ sewn }) =>
    sewn.flatMap((item) => {
      const { leaf, share } = item;
      if (leaf.kind !== 'object' || isEmpty(item)) return [];
      const told = { objects: [leaf.id], record: share.from, weight: 1 as const };
      if (sewnFrom(leaf.recipe) === 'lines') {
        const lines = outlineLines(leaf.outline);
        const short = lines.filter((line) => lengthOf(line) < SHORT_LINE);
        if (!short.length) return [];
        return [
          {
            ...told,
            sentence: `${leaf.name} has ${short.length === 1 ? 'a line' : `${short.length} lines`} shorter than ${SHORT_LINE} mm: thread can show it only as a dot.`,
            at: item.extent.bounds ?? undefined,
          },
        ];
      }
      const { pieces, thin, small, dx, dy } = detailOf(leaf);
      const at = (polygon: Polygon) => regionBounds(movedRegion([polygon], dx, dy)) ?? undefined;
      if (thin.length)
        return [
          {
            ...told,
            sentence: `${leaf.name} ${thin.length === pieces ? 'is' : `has ${thin.length === 1 ? 'a part that is' : `${thin.length} parts that are`}`} thinner than ${THIN} mm: one line of thread is wider than that.`,
            at: at(thin[0]),
            fix: thin.length === pieces && !isLetter(leaf.id) ? 'Sew it as a run' : undefined,
          },
        ];
      if (!small.length || !item.cover) return [];
      return [
        {
          ...told,
          sentence: `${leaf.name} has ${small.length === 1 ? 'a hole' : `${small.length} holes`} so small that thread will close ${small.length === 1 ? 'it' : 'them'}.`,
          at: at(small[0]),
        },
      ];
    }),
  fix: (design, { objects }) => restitched(design, objects[0], { kind: 'run', settings: {} }, 'Sew as run'),
};
