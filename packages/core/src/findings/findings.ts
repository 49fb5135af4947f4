// All findings on a design: what will not sew as it may be meant, in plain sentences, worst first.
import { findItem, isLetter, originOf } from '../design/tree.ts';
import type { Design, IgnoredFinding } from '../design/types.ts';
import { MACHINES, type Machine } from '../materials/machine.ts';
import { materialsOf } from '../materials/materials.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewnExtent, type Extent } from '../sewing/extent.ts';
import { figuresOf, threadWidthIn, type Plan, type PlanObject } from '../sewing/plan.ts';
import { sewnLeaves } from '../sewing/sew.ts';
import { objectCover } from '../sewing/stitch-object.ts';
import { JobError, type Job } from '../jobs/job.ts';
import { bareCheck } from './checks/bare.ts';
import { budgetCheck, largeCheck, tooLargeToCheck } from './checks/budget.ts';
import { knockdownCheck, suitCheck } from './checks/cloth.ts';
import { detailCheck, emptyCheck } from './checks/detail.ts';
import { alikeCheck, fileCheck, hoopCheck, needlesCheck } from './checks/fit.ts';
import { jumpCheck, knotCheck, tieCheck, trimCheck } from './checks/joins.ts';
import { crossingCheck, hiddenCheck, layersCheck } from './checks/layers.ts';
import { longCheck, shortCheck, zeroCheck } from './checks/lengths.ts';
import { gapCheck } from './checks/neighbours.ts';
import { capCheck, mergeCheck } from './checks/order.ts';
import { redworkCheck } from './checks/redwork.ts';
import { outsideCheck, partedCheck } from './checks/thread.ts';
import { filledCheck, narrowCheck, splitCheck, twoLinesCheck } from './checks/satin.ts';
import { fontAwayCheck, lettersCheck, roundCheck, smallLettersCheck } from './checks/words.ts';
import type { Check, Checked, Finding, Found, SewnItem } from './finding.ts';
import { layersOf, type LayerGrid } from './layers.ts';

/** Every check; among findings of one weight this is their order. */
const CHECKS: Check[] = [
  budgetCheck,
  largeCheck,
  hoopCheck,
  lettersCheck,
  roundCheck,
  emptyCheck,
  twoLinesCheck,
  filledCheck,
  bareCheck,
  outsideCheck,
  gapCheck,
  jumpCheck,
  longCheck,
  shortCheck,
  zeroCheck,
  layersCheck,
  tieCheck,
  capCheck,
  needlesCheck,
  fileCheck,
  knockdownCheck,
  suitCheck,
  crossingCheck,
  hiddenCheck,
  mergeCheck,
  redworkCheck,
  partedCheck,
  alikeCheck,
  trimCheck,
  knotCheck,
  narrowCheck,
  splitCheck,
  fontAwayCheck,
  smallLettersCheck,
  detailCheck,
];
/** Those that take time in proportion to the design: the only ones that the largest are given. */
const QUICK = new Set([
  budgetCheck,
  largeCheck,
  hoopCheck,
  lettersCheck,
  emptyCheck,
  zeroCheck,
  needlesCheck,
  fileCheck,
  suitCheck,
]);

/** Squares of the grid on which layers are counted, in mm; larger ones for designs that would need too many. */
const CELL = 0.2;
const MOST_CELLS = 6_000_000;

const grids = new WeakMap<Plan, LayerGrid | null>();

/** Thread layers over all of a plan; null when it has no stitch. They are counted once: checks and the picture of them share them. */
export function layersOver(plan: Plan): LayerGrid | null {
  let grid = grids.get(plan);
  if (grid === undefined) grids.set(plan, (grid = counted(plan)));
  return grid;
}

function counted(plan: Plan): LayerGrid | null {
  const b = figuresOf(plan).bounds;
  if (!b) return null;
  const area = { minX: b.minX - 1, minY: b.minY - 1, maxX: b.maxX + 1, maxY: b.maxY + 1 };
  const size = (area.maxX - area.minX) * (area.maxY - area.minY);
  const widths = plan.objects.map(({ thread }) => threadWidthIn(plan, thread));
  const alike = widths.every((w) => w === widths[0]);
  const cell = Math.max(CELL, Math.sqrt(size / MOST_CELLS));
  return layersOf(plan, area, cell, alike ? widths[0] : (i) => widths[plan.object[i]]);
}

const NO_LAYERS: LayerGrid = { x0: 0, y0: 0, cell: CELL, width: 0, height: 0, layers: new Uint8Array() };

/** Leaves as sentences call them: letters with the words that they stand in. */
function namesIn(design: Design): (leaf: SewnItem['leaf']) => SewnItem['leaf'] {
  const known = new Map<string, string | undefined>();
  return (leaf) => {
    if (!isLetter(leaf.id)) return leaf;
    const origin = originOf(leaf.id);
    if (!known.has(origin)) known.set(origin, findItem(design, origin)?.name);
    const words = known.get(origin);
    if (words === undefined) return leaf;
    // Words of one letter are called like it.
    return { ...leaf, name: words === leaf.name ? `“${leaf.name}”` : `“${leaf.name}” of ${words}` };
  };
}

function checkedOf(design: Design, plan: Plan, machine: Machine): Checked {
  const plain = resolveDesign(design);
  const materials = materialsOf(design);
  const { cloth } = materials;
  const leaves = new Map(sewnLeaves(plain).map((leaf) => [leaf.id, leaf]));
  const called = namesIn(design);
  const hoopingAt = (share: PlanObject): number =>
    Math.max(0, plan.hoopings?.findLastIndex(({ from }) => share.from >= from) ?? 0);
  // In the order of the plan, which may be another than the design's where there are several hoopings.
  const sewn = plan.objects.flatMap((share): SewnItem[] => {
    const sewnLeaf = leaves.get(share.id);
    // Alignment marks are of no design.
    if (!sewnLeaf) return [];
    const leaf = called(sewnLeaf);
    const hooping = hoopingAt(share);
    if (share.excess) return [{ leaf, share, extent: { region: [], bounds: null }, cover: null, hooping }];
    const region = leaf.kind === 'object' ? objectCover(leaf, cloth)?.region : null;
    const extent = sewnExtent(leaf, cloth);
    const cover: Extent | null = region ? { region, bounds: extent.bounds } : null;
    return [{ leaf, share, extent, cover, hooping }];
  });
  return {
    design,
    plain,
    materials,
    machine,
    plan,
    figures: figuresOf(plan),
    sewn,
    layers: () => layersOver(plan) ?? NO_LAYERS,
  };
}

const ignoredIn = (list: readonly IgnoredFinding[] | undefined): Map<string, string> =>
  new Map(list?.map(({ key, note }) => [key, note]));

/** What is found in copies of a repeat too is said once, of the first, with how many others there are. */
function withoutCopies(all: readonly Found[]): Found[] {
  const out: Found[] = [];
  const firsts = new Map<string, { at: number; others: number; sentence: string }>();
  for (const found of all) {
    const origins = found.objects.map(originOf);
    const key = origins.join(' ');
    const first = firsts.get(key);
    if (first && found.objects.some((id) => id !== originOf(id))) {
      first.others++;
      const [what, whats] = found.objects.some(isLetter) ? ['letter', 'letters'] : ['copy', 'copies'];
      const told = first.others === 1 ? `In another ${what} too.` : `In ${first.others} other ${whats} too.`;
      out[first.at] = { ...out[first.at], sentence: `${first.sentence} ${told}` };
      continue;
    }
    if (!first) firsts.set(key, { at: out.length, others: 0, sentence: found.sentence });
    out.push({ ...found, objects: origins });
  }
  return out;
}

/**
 * All findings on a design, worst first; those that the person ignores come last. `plan` is the design's own.
 */
export function findingsOf(design: Design, plan: Plan, machine: Machine = MACHINES[0]): Finding[] {
  const checked = checkedOf(design, plan, machine);
  const ignored = ignoredIn(design.ignored);
  const checks = tooLargeToCheck(checked) ? CHECKS.filter((c) => QUICK.has(c)) : CHECKS;
  const out = checks.flatMap(({ id, find }) => {
    const seen = new Map<string, number>();
    return withoutCopies(find(checked)).map((found): Finding => {
      const base = [id, ...found.objects].join(' ').slice(0, 380);
      const count = (seen.get(base) ?? 0) + 1;
      seen.set(base, count);
      const key = count > 1 ? `${base} ${count}` : base;
      return { id, key, ...found, ...(ignored.has(key) && { ignored: ignored.get(key) }) };
    });
  });
  const rank = (f: Finding): number => (f.ignored === undefined ? -f.weight : 1);
  return out.sort((a, b) => rank(a) - rank(b));
}

/** What the fix of a finding does. Throws JobError when there is none, or when it can't be done any more. */
export function fixOf(design: Design, finding: Finding): Job {
  const check = CHECKS.find((c) => c.id === finding.id);
  if (!check?.fix || !finding.fix) throw new JobError('This has to be put right by hand.');
  return check.fix(design, finding);
}

/** Ignores a finding with a note, or (null) minds it again. */
export function ignoreJob(design: Design, key: string, note: string | null): Job {
  const others = (design.ignored ?? []).filter((i) => i.key !== key);
  const ignored = note === null ? others : [...others, { key, note: note.slice(0, 200) }];
  return {
    command: {
      do: 'set-design',
      label: note === null ? 'Mind a finding again' : 'Ignore a finding',
      changes: { ignored: ignored.length ? ignored : undefined },
    },
    select: [],
  };
}
