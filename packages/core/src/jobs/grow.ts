// Sprigs that grow in letters and shapes.
import { isText } from '../design/live-outline.ts';
import { findItem } from '../design/tree.ts';
import type { Design, DesignObject } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { itemBounds } from '../shaping/bounds.ts';
import { switchKind } from '../shaping/switch-kind.ts';
import { motifFrom, OWN_MOTIF } from '../stitches/motifs.ts';
import { compoundOf } from '../shaping/plain.ts';
import { isOpen, keepUnsewn, plainOf } from './combine.ts';
import { JobBuilder, JobError, objectsIn, outlinesOnly, type Job } from './job.ts';
import { splitWordsJob } from './words.ts';

/** A drawing in a shape is a motif for it when it takes up no more than this share of its box. */
const MOTIF_SHARE = 0.2;
/** Branches are so far apart as a share of a shape's smaller side, and at least and at most so far, in mm. */
const APART = { share: 0.14, least: 4, most: 9 };

const sizeOf = (b: Bounds): number => (b.maxX - b.minX) * (b.maxY - b.minY);
const within = (a: Bounds, b: Bounds): boolean =>
  a.minX >= b.minX && a.maxX <= b.maxX && a.minY >= b.minY && a.maxY <= b.maxY;

/**
 * Words part into their letters, and a sprig grows in each, as in every other closed shape; a small drawing that lies in such a
 * shape stands at the tips instead of blossoms, and is set aside. Throws JobError when nothing encloses anything.
 */
export function growJob(design: Design, ids: readonly string[]): Job {
  const label = 'Grow in it';
  const objects = objectsIn(outlinesOnly(design, ids, 1, label));
  const plain = resolveDesign(design);
  const boundsOf = (object: DesignObject): Bounds | null => {
    const found = findItem(plain, object.id);
    return found && itemBounds(found);
  };
  const closed = objects.filter((o) => isText(o) || !isOpen(design, o));
  /** The smallest of the shapes that a drawing lies in. */
  const around = (drawing: DesignObject): DesignObject | undefined => {
    const own = boundsOf(drawing);
    if (!own || isText(drawing)) return undefined;
    return closed
      .map((shape) => ({ shape, box: boundsOf(shape) }))
      .filter(
        ({ shape, box }) =>
          shape !== drawing &&
          !isText(shape) &&
          box &&
          within(own, box) &&
          sizeOf(own) <= MOTIF_SHARE * sizeOf(box),
      )
      .sort((a, b) => sizeOf(a.box!) - sizeOf(b.box!))[0]?.shape;
  };
  const drawings = new Map(
    objects.flatMap((o) => {
      const shape = around(o);
      return shape ? [[o, shape] as const] : [];
    }),
  );
  const shapes = closed.filter((o) => !drawings.has(o));
  if (!shapes.length) throw new JobError(`${label} needs words or a closed shape: lines enclose nothing.`);

  const builder = new JobBuilder(design, label);
  const grown: string[] = [];
  for (const shape of shapes) {
    let parts = [shape.id];
    if (isText(shape) && [...shape.outline.text.replace(/\s/g, '')].length > 1) {
      const split = splitWordsJob(builder.design, [shape.id], 'letters');
      builder.run(split);
      parts = split.select;
    }
    const drawing = [...drawings].find(([, into]) => into === shape)?.[0];
    const motif = drawing && motifFrom(drawing.name, compoundOf(plainOf(design, drawing.id)));
    // Looked at once for all letters of a word.
    const now = resolveDesign(builder.design);
    for (const id of parts) {
      const part = findItem(builder.design, id) as DesignObject;
      const next = switchKind(part, 'sprig');
      const box = itemBounds(findItem(now, id)!);
      const least = box ? Math.min(box.maxX - box.minX, box.maxY - box.minY) : 0;
      const density = Math.round(2 * Math.min(APART.most, Math.max(APART.least, APART.share * least))) / 2;
      const size = Math.round(2 * Math.max(2, 0.6 * density)) / 2;
      builder.replace({
        ...next,
        ...(motif && { motif }),
        recipe: {
          ...next.recipe,
          settings: { density, size, ...next.recipe.settings, ...(motif && { blossom: OWN_MOTIF }) },
        },
      });
      grown.push(id);
    }
  }
  keepUnsewn(builder, [...drawings.keys()]);
  return builder.job(grown);
}
