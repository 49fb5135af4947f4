// Sews a grown sprig: every stem out and back, what stands on it on the way.
import type { Point } from '../../../geometry/points.ts';
import { lengthOf } from '../../../geometry/polyline.ts';
import { runPoints } from '../../run-points.ts';
import { withPasses } from '../../run.ts';
import { laddersAlong } from '../../satin/arms.ts';
import { Column } from '../../satin/column.ts';
import { sewAcross } from '../../satin/sew-column.ts';
import { Part, ThreadBuilder, type PartCode, type SewnThread } from '../../thread.ts';
import type { Ornament } from './dress.ts';
import { toTips, type Twig } from './grow.ts';
import { PULL, SATIN, satinLeaf } from './satin-leaf.ts';

export type Wanted = 'all' | 'stem' | 'leaves' | 'blossoms';

export interface TreeStitches {
  wanted: Wanted;
  /** Stitch length, in mm. */
  length: number;
  stems: 'run' | 'bean' | 'satin';
  satinLeaves: boolean;
  /** Distance between branches, in mm: stems grow thicker over some of them. */
  apart: number;
}

/** Satin stems are so wide at their tips, and grow by so much, over so many distances between branches; mm. */
const TIP_WIDTH = 0.5;
const GROWN_WIDTH = 0.6;
const GROWN_OVER = 5;
/** A bold stem's way back goes over each stitch so often. */
const BOLD = 3;

/** Sews a stem back in satin over the run that led out. */
function satinBack(points: readonly Point[], from: number, to: number, builder: ThreadBuilder): void {
  const line = { coords: Float64Array.from(points.flatMap((p) => [p.x, p.y])), closed: false };
  const total = lengthOf(line);
  if (total < SATIN.spacing) return builder.addLine(points, Part.top);
  const half = (s: number): number => (from + ((to - from) * s) / total) / 2 + PULL;
  const ladders = laddersAlong(line, half, 'round', 0, false);
  const column = new Column(ladders.map((ladder) => ({ base: ladder, top: ladder })));
  sewAcross(column, 0, column.length, SATIN, builder);
  const end = points[points.length - 1];
  builder.addFirm(end.x, end.y, Part.top);
}

/** Sews the tree there and back from its root, ornaments on the way; what is not wanted is only travelled. */
export function sewTree(
  twigs: readonly Twig[],
  ornaments: readonly Ornament[],
  { wanted, length, stems, satinLeaves, apart }: TreeStitches,
): SewnThread {
  const children: number[][] = twigs.map(() => []);
  twigs.forEach((t, i) => t.parent >= 0 && children[t.parent].push(i));
  const shown = ornaments.filter(
    (o) => wanted === 'all' || (wanted !== 'stem' && o.blossom === (wanted === 'blossoms')),
  );
  const on = new Map<number, Ornament[]>();
  for (const o of shown) on.set(o.node, [...(on.get(o.node) ?? []), o]);
  /** Does anything that is wanted stand on a node or beyond it? */
  const bearing = new Set((wanted === 'stem' ? ornaments : shown).map((o) => o.node));
  // Stems are sewn to their tips; on the way to leaves only what leads there is gone.
  const needed = twigs.map((_, i) => bearing.has(i) || wanted === 'all' || wanted === 'stem');
  for (let i = twigs.length - 1; i > 0; i--) if (needed[i]) needed[twigs[i].parent] = true;
  const part: PartCode = wanted === 'all' || wanted === 'stem' ? Part.top : Part.travel;
  const builder = new ThreadBuilder();
  const reach = toTips(twigs);
  const widthAt = (node: number): number =>
    TIP_WIDTH + GROWN_WIDTH * Math.min(1, reach[node] / (GROWN_OVER * apart));
  const back = (points: Point[], from: number, to: number): void => {
    if (part === Part.travel || stems === 'run') builder.addLine(points, part);
    else if (stems === 'satin') satinBack(points, widthAt(from), widthAt(to), builder);
    // With the run that led out, a bean of three passes.
    else for (const p of withPasses(points, BOLD)) builder.addFirm(p.x, p.y, part);
  };
  const lineOf = (points: readonly Point[]): Point[] =>
    runPoints({ coords: Float64Array.from(points.flatMap((p) => [p.x, p.y])), closed: false }, length);
  // Jobs of a walk without recursion: a long stem has thousands of nodes.
  const jobs: (() => void)[] = [];
  const visit = (node: number): void => {
    for (const o of on.get(node) ?? []) {
      const covered = satinLeaves && !o.blossom && satinLeaf(o.stroke, length, builder);
      if (!covered) builder.addLine(lineOf(o.stroke), Part.top);
    }
    const next = children[node].filter((c) => needed[c]);
    for (const first of next.reverse()) {
      jobs.push(() => {
        const chain = [node, first];
        let end = first;
        while (!on.has(end)) {
          const on2 = children[end].filter((c) => needed[c]);
          if (on2.length !== 1) break;
          [end] = on2;
          chain.push(end);
        }
        // Both passes go through the same needle points, so that the second hides in the first.
        const points = lineOf(chain.map((i) => twigs[i]));
        jobs.push(() => back(points.toReversed(), end, node));
        builder.addLine(points, part);
        visit(end);
      });
    }
  };
  builder.add(twigs[0].x, twigs[0].y, Part.travel);
  visit(0);
  for (let job = jobs.pop(); job; job = jobs.pop()) job();
  return builder.thread;
}
