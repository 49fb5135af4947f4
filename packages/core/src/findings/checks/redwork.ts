// Drawings that touch and are sewn one after another: as one they are one walk.
import { boundsMeet } from '../../geometry/points.ts';
import { findPlace, originOf } from '../../design/tree.ts';
import { DisjointSets } from '../../geometry/disjoint-sets.ts';
import { networkOf, partsOf } from '../../geometry/network.ts';
import { compoundJob } from '../../jobs/plain.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { stitchKind } from '../../stitches/kinds.ts';
import type { Check, Found, SewnItem } from '../finding.ts';

/** So many neighbours in the running order are looked at together. */
const MOST = 60;

/** Neighbours of one thread that are sewn as one walk each; only things of the design itself, within one list. */
function drawingsInARow(sewn: readonly SewnItem[], homeOf: (id: string) => string | null): SewnItem[][] {
  const runs: SewnItem[][] = [];
  let last: SewnItem | null = null;
  for (const item of sewn) {
    const { leaf } = item;
    const walks =
      leaf.kind === 'object' && stitchKind(leaf.recipe.kind)?.oneWalk && originOf(leaf.id) === leaf.id;
    const goesOn =
      walks &&
      last &&
      last.leaf.thread === leaf.thread &&
      last.leaf.stopAfter === undefined &&
      homeOf(last.leaf.id) === homeOf(leaf.id);
    if (walks && goesOn && runs.at(-1)!.length < MOST) runs.at(-1)!.push(item);
    else if (walks) runs.push([item]);
    last = walks ? item : null;
  }
  return runs.filter((run) => run.length > 1);
}

const linesOf = ({ leaf }: SewnItem) => (leaf.kind === 'object' ? outlineLines(leaf.outline) : []);

function touch(a: SewnItem, b: SewnItem): boolean {
  const [p, q] = [a.extent.bounds, b.extent.bounds];
  if (!p || !q || !boundsMeet(p, q)) return false;
  const [one, other] = [linesOf(a), linesOf(b)];
  const parts = (lines: typeof one): number => partsOf(networkOf(lines)).length;
  return parts([...one, ...other]) < parts(one) + parts(other);
}

export const redworkCheck: Check = {
  id: 'one-walk',
  find({ sewn, design }) {
    const homeOf = (id: string): string | null => findPlace(design.objects, id)?.parent?.id ?? null;
    return drawingsInARow(sewn, homeOf).flatMap((run): Found[] => {
      const sets = new DisjointSets(run.length);
      run.forEach((a, i) => run.slice(i + 1).forEach((b, k) => touch(a, b) && sets.join(i, i + 1 + k)));
      return run
        .map((_, root) => run.filter((__, i) => sets.root(i) === root))
        .filter((group) => group.length > 1)
        .map((group) => ({
          weight: 1,
          sentence: `${group[0].leaf.name} and ${group.length === 2 ? group[1].leaf.name : `${group.length - 1} more`} touch: as one drawing they are sewn in one walk, without a cut between them.`,
          objects: group.map(({ leaf }) => leaf.id),
          at: group[0].extent.bounds ?? undefined,
          record: group[0].share.from,
          fix: 'Make them one drawing',
        }));
    });
  },
  fix: (design, { objects }) => compoundJob(design, objects),
};
