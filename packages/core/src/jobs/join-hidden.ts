// Joins two sets of plain stitches by a way that what is sewn later hides.
import { allRecords, blocksOf, type Records } from '../design/stitch-blocks.ts';
import { originOf } from '../design/tree.ts';
import type { Design } from '../design/types.ts';
import type { Line } from '../geometry/polyline.ts';
import { clothUnder } from '../materials/cloths.ts';
import { endsOf, joinedEnds } from '../mending/pieces.ts';
import { readStitches } from '../reading/read.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { coverOf, type Cover } from '../sewing/cover.ts';
import { hiddenWay } from '../sewing/hidden-way.ts';
import { sewnLeaves } from '../sewing/sew.ts';
import { objectCover } from '../sewing/stitch-object.ts';
import { runPoints } from '../stitches/run-points.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { stitchesById } from './mend.ts';
import { materialsOf } from '../materials/materials.ts';

/** A way is at most so long, in mm, and its stitches as long as this. */
const LONGEST_WAY = 80;
const STITCH = 2.5;

/** What covers the cloth of all that is sewn after an item; of plain stitches, what they are read as. */
function coversAfter(design: Design, id: string): Cover[] {
  const cloth = materialsOf(design).cloth;
  const leaves = sewnLeaves(resolveDesign(design));
  const from = leaves.findIndex((leaf) => originOf(leaf.id) === id);
  return leaves.slice(from + 1).flatMap((leaf) => {
    if (leaf.kind === 'object') return objectCover(leaf, cloth) ?? [];
    const { objects } = readStitches(allRecords(leaf.blocks), clothUnder(cloth, leaf.thread));
    return objects.flatMap(({ cover }) => coverOf(cover) ?? []);
  });
}

/** Joins the end of one object to the begin of another by a hidden way. Throws JobError when no way is hidden. */
export function joinHiddenJob(design: Design, first: string, second: string): Job {
  const [a, b] = [stitchesById(design, first), stitchesById(design, second)];
  if (a === b) throw new JobError('Select two sets of stitches that are to be joined.');
  const [one, other]: Records[] = [allRecords(a.blocks), allRecords(b.blocks)];
  const [from, to] = endsOf(one, other);
  const way = hiddenWay(from, to, coversAfter(design, first), LONGEST_WAY);
  if (!way)
    throw new JobError(
      'No way from the one to the other lies beneath stitches that are sewn later: join them by a stitch.',
    );
  const line: Line = { coords: Float64Array.from(way.flatMap(({ x, y }) => [x, y])), closed: false };
  const points = runPoints(line, STITCH).slice(1, -1);
  const builder = new JobBuilder(design, 'Join by a hidden way');
  builder.replace({
    ...a,
    ...(b.stopAfter !== undefined && { stopAfter: b.stopAfter }),
    blocks: blocksOf(joinedEnds(one, other, 'stitch', points)),
  });
  builder.remove(b.id);
  return builder.job([a.id]);
}
