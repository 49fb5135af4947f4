// Too much thread in one place: layers over the limit, what nobody will see, and lumps where satins cross.
import { coversBand } from '../../stitches/kinds.ts';
import { findItem } from '../../design/tree.ts';
import type { Design } from '../../design/types.ts';
import { intersect, offsetRegion } from '../../geometry/clip.ts';
import type { Bounds } from '../../geometry/points.ts';
import { insideRegion, regionArea, regionBounds, type Region } from '../../geometry/region.ts';
import { boundsMeet } from '../../sewing/extent.ts';
import { Move } from '../../sewing/moves.ts';
import type { Plan } from '../../sewing/plan.ts';
import { JobError, type Job } from '../../jobs/job.ts';
import { trimBeneathJob } from '../../jobs/repeat.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';
import { layerBlobs } from '../layers.ts';

/** More layers than this in one place make a lump that breaks needles. */
export const MOST_LAYERS = 10;
/** Such a place is named when it is at least this large, in mm². */
const LEAST_LUMP = 1;
/** What lies this far inside of what covers it can be left out, in mm. */
export const HIDDEN_MARGIN = 1;
/** So much hidden cloth is worth a word, in mm². */
const LEAST_HIDDEN = 25;
/** Satins that cross by more than this make a lump, in mm². */
const LEAST_CROSSING = 1.5;
/** More places than this are not named one by one. */
const MOST_NAMED = 4;

/** The last stitch that comes into an area; the plan's length when there is none. */
function lastStitchIn({ x, y, move }: Plan, b: Bounds): number {
  for (let i = x.length - 1; i >= 0; i--)
    if (move[i] === Move.stitch && x[i] >= b.minX && x[i] <= b.maxX && y[i] >= b.minY && y[i] <= b.maxY)
      return i + 1;
  return x.length;
}

export const layersCheck: Check = {
  id: 'layers',
  find({ layers, plan, sewn }) {
    return layerBlobs(layers(), MOST_LAYERS + 1, LEAST_LUMP)
      .slice(0, MOST_NAMED)
      .map(({ bounds, most, highest }) => {
        const objects = sewn
          .filter(({ cover }) => cover && insideRegion(cover.region, highest.x, highest.y))
          .map(({ leaf }) => leaf.id);
        return {
          weight: 2 as const,
          sentence: `Up to ${most} layers of thread lie on one another here: a hard lump, in which needles break.`,
          objects,
          at: bounds,
          record: lastStitchIn(plan, bounds),
          fix: objects.length > 1 ? 'Take out what lies beneath' : undefined,
        };
      });
  },
  fix: (design, { objects }) => takenOut(design, objects),
};

interface Pair {
  lower: SewnItem;
  upper: SewnItem;
}

const isBand = ({ leaf }: SewnItem): boolean => leaf.kind === 'object' && coversBand(leaf.recipe);

/** What of the lower one lies well under the upper one. */
const hiddenBy = ({ cover: a }: SewnItem, { cover: b }: SewnItem): Region =>
  a && b ? intersect(a.region, offsetRegion(b.region, -HIDDEN_MARGIN)) : [];

/** Covering objects of which the second is sewn later and may lie on the first. */
function* covering({ sewn }: Checked): Generator<Pair> {
  const dense = sewn.filter((s) => s.cover);
  for (let j = 1; j < dense.length; j++)
    for (let i = 0; i < j; i++)
      if (boundsMeet(dense[i].cover!.bounds, dense[j].cover!.bounds))
        yield { lower: dense[i], upper: dense[j] };
}

export const hiddenCheck: Check = {
  id: 'hidden-stitches',
  find(checked) {
    const out: Found[] = [];
    for (const { lower, upper } of covering(checked)) {
      const hidden = hiddenBy(lower, upper);
      const area = regionArea(hidden);
      if (area < LEAST_HIDDEN) continue;
      out.push({
        weight: 1,
        sentence: `${area.toFixed(0)} mm² of ${lower.leaf.name} lie hidden under ${upper.leaf.name}: left out, the cloth stays softer and the sewing shorter.`,
        objects: [lower.leaf.id, upper.leaf.id],
        at: regionBounds(hidden) ?? undefined,
        record: upper.share.from,
        fix: 'Leave out what is hidden',
      });
    }
    return out;
  },
  fix: (design, { objects }) => takenOut(design, objects),
};

export const crossingCheck: Check = {
  id: 'satin-crossing',
  find(checked) {
    const out: Found[] = [];
    for (const { lower, upper } of covering(checked)) {
      if (!isBand(lower) || !isBand(upper)) continue;
      const crossing = hiddenBy(lower, upper);
      if (regionArea(crossing) < LEAST_CROSSING) continue;
      out.push({
        weight: 1,
        sentence: `The satin of ${upper.leaf.name} crosses that of ${lower.leaf.name}: the place will stand up as a lump.`,
        objects: [lower.leaf.id, upper.leaf.id],
        at: regionBounds(crossing) ?? undefined,
        record: upper.share.to,
        fix: canBeCut(lower) ? 'Take out what lies beneath' : undefined,
      });
    }
    return out;
  },
  fix: (design, { objects }) => takenOut(design, objects),
};

/** Drawn widths lie along the whole line: it can't be parted. */
const canBeCut = ({ leaf }: SewnItem): boolean => leaf.kind === 'object' && !leaf.widths?.length;

/**
 * What of these objects (in sewing order) lies beneath later stitches is left out, but for a margin at the edge so that
 * no cloth shows. It stays live: what lies above can be moved.
 */
function takenOut(design: Design, ids: readonly string[]): Job {
  const objects = ids.map((id) => findItem(design, id)).filter((o) => o?.kind === 'object');
  if (objects.length < 2) throw new JobError('There is nothing beneath it any more that could be taken out.');
  return trimBeneathJob(
    design,
    objects.slice(0, -1).map((o) => o.id),
    HIDDEN_MARGIN,
  );
}
