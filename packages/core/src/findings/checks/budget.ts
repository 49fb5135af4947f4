// What was not sewn because it would take too much, and what was not looked at.
import { outlineBounds } from '../../outlines/transform.ts';
import type { Excess } from '../../sewing/budget.ts';
import { boundsMeet } from '../../sewing/extent.ts';
import type { Check, Checked } from '../finding.ts';

const count = (n: number): string =>
  n >= 1e6
    ? `${(n / 1e6).toFixed(1)} million`
    : Math.round(n / 1000) * 1000 >= 1000
      ? `${Math.round(n / 1000)},000`
      : `${n}`;

/** What to do about an object that takes too much, as a sentence. */
export function excessSentence(name: string, excess: Excess): string {
  switch (excess.why) {
    case 'stitches':
      return `${name} is not sewn: it would take about ${count(excess.stitches)} stitches, and ${count(excess.most)} are the most for one object. Make it smaller, its spacing wider or its stitches longer.`;
    case 'tangle':
      return `${name} is not sewn: its line crosses itself too often to tell inside from outside. Draw it with fewer points, or take it apart.`;
    case 'far':
      return `${name} is not sewn: it reaches more than 10 m from the middle. Bring it back into the hoop, or make it smaller.`;
    case 'points':
      return `${name} is not sewn: its outline has ${count(excess.points)} points. Make it simpler first (Fewer points).`;
    case 'design':
      return `${name} is not sewn: all before it takes up the ${count(excess.most)} stitches that one design can have. Make a design of its own of it.`;
    case 'stopped':
      return `${name} is not sewn: its stitching was stopped. Change it, or stitch it after all.`;
  }
}

export const budgetCheck: Check = {
  id: 'too-much',
  find: ({ sewn }) =>
    sewn.flatMap(({ leaf, share }) => {
      const { excess } = share;
      if (!excess) return [];
      const at = leaf.kind === 'object' ? outlineBounds(leaf.outline) : null;
      return [
        {
          weight: 3 as const,
          sentence: excessSentence(leaf.name, excess),
          objects: [leaf.id],
          ...(at && excess.why !== 'far' && { at }),
        },
      ];
    }),
};

/** More records or objects than these are not looked at by checks that compare all with all. */
const MOST_RECORDS = 600_000;
const MOST_OBJECTS = 800;

/** Nor are more pairs than these that lie on each other: copies in hundreds, all over one place. */
const MOST_PAIRS = 3_000;

/** Do more pairs than that lie on each other? */
function pileUp(sewn: Checked['sewn']): boolean {
  let pairs = 0;
  for (let i = 0; i < sewn.length; i++)
    for (let j = 0; j < i; j++)
      if (boundsMeet(sewn[i].extent.bounds, sewn[j].extent.bounds) && ++pairs > MOST_PAIRS) return true;
  return false;
}

/** Is the design too large for checks that compare all with all? */
export const tooLargeToCheck = ({ plan, sewn }: Pick<Checked, 'plan' | 'sewn'>): boolean =>
  plan.x.length > MOST_RECORDS || sewn.length > MOST_OBJECTS || pileUp(sewn);

export const largeCheck: Check = {
  id: 'large',
  find: (checked) =>
    tooLargeToCheck(checked)
      ? [
          {
            weight: 1,
            sentence: `This design is so large (${checked.sewn.length} objects, ${count(checked.plan.x.length)} stitches) that gaps, layers, crossings and joins were not looked at. In parts it can be checked whole.`,
            objects: [],
          },
        ]
      : [],
};
