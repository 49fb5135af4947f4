// Where threads begin, end and cross over: jumps that show, trims that are not needed, ties, knots that show through.
import { allRecords, RecordList, type Records } from '../../design/stitch-blocks.ts';
import { findItem, originOf, type Leaf } from '../../design/tree.ts';
import type { Design, DesignObject, PlainOutline } from '../../design/types.ts';
import { growBounds, emptyBounds, onMachineGrid, type Bounds, type Point } from '../../geometry/points.ts';
import { insideRegion } from '../../geometry/region.ts';
import type { Thread } from '../../materials/threads.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { resolveDesign } from '../../resolve/resolve.ts';
import { CoverIndex, coverOf, jumpIsUnseen, UNSEEN, type Cover } from '../../sewing/cover.ts';
import { sewnExtent } from '../../sewing/extent.ts';
import { Move } from '../../sewing/moves.ts';
import { figuresOf } from '../../sewing/plan.ts';
import { sewResolved } from '../../sewing/sew.ts';
import { wayPoints } from '../../sewing/short-order.ts';
import { looseThreads, tied } from '../../mending/ties.ts';
import { JobBuilder, JobError, type Job } from '../../jobs/job.ts';
import { mendJob } from '../../jobs/mend.ts';
import { sewnFrom } from '../../stitches/kinds.ts';
import { Part } from '../../stitches/thread.ts';
import type { Check, Checked, Found, SewnItem } from '../finding.ts';
import { materialsOf } from '../../materials/materials.ts';

interface LooseJump {
  item: SewnItem;
  from: number;
  to: number;
}

/** Jumps whose thread was not cut before, as records that they go from and to. */
function looseJumps({ plan, sewn }: Checked): LooseJump[] {
  const { move } = plan;
  const out: LooseJump[] = [];
  let cut = true;
  let from = -1;
  for (const item of sewn)
    for (let i = item.share.from; i < item.share.to; i++) {
      if (move[i] === Move.jump) {
        if (from < 0) from = i - 1;
      } else if (move[i] === Move.stitch) {
        if (from >= 0 && !cut) out.push({ item, from, to: i - 1 });
        [from, cut] = [-1, false];
      } else [from, cut] = [-1, true];
    }
  return out;
}

const placeAt = ({ plan }: Checked, i: number): Point => ({ x: plan.x[i], y: plan.y[i] });

function boundsOf(points: readonly Point[], room = 2): Bounds {
  const b = emptyBounds();
  for (const p of points) {
    growBounds(b, p.x - room, p.y - room);
    growBounds(b, p.x + room, p.y + room);
  }
  return b;
}

const covers = ({ sewn }: Checked): Cover[] =>
  sewn.flatMap(({ cover }) => (cover ? (coverOf(cover.region) ?? []) : []));

export const jumpCheck: Check = {
  id: 'jump-visible',
  find(checked) {
    const all = new CoverIndex(covers(checked)).from(0);
    const byItem = new Map<SewnItem, LooseJump[]>();
    for (const jump of looseJumps(checked)) {
      const [a, b] = [placeAt(checked, jump.from), placeAt(checked, jump.to)];
      if (jumpIsUnseen(a, b, all)) continue;
      byItem.set(jump.item, [...(byItem.get(jump.item) ?? []), jump]);
    }
    return [...byItem].map(([{ leaf }, jumps]) => ({
      weight: 2 as const,
      sentence: `${jumps.length === 1 ? 'A thread lies' : `${jumps.length} threads lie`} loose over bare cloth in ${leaf.name}: a jump without a trim.`,
      objects: [leaf.id],
      at: boundsOf([placeAt(checked, jumps[0].from), placeAt(checked, jumps[0].to)]),
      record: jumps[0].to + 1,
      fix: leaf.kind === 'stitches' ? 'Trim before these jumps' : undefined,
    }));
  },
  fix: (design, { objects }) =>
    mendJob(design, objects[0], 'Trim before jumps', (r) => {
      const out = new RecordList();
      for (let i = 0; i < r.move.length; i++) {
        const first = r.move[i] === Move.jump && i > 0 && r.move[i - 1] === Move.stitch;
        if (first && jumpLength(r, i) > UNSEEN) out.add(r.x[i - 1], r.y[i - 1], Move.trim);
        out.addFrom(r, i);
      }
      return out.done();
    }),
};

/** From where a row of jumps begins to where it ends, in mm; `i` is its first record. */
function jumpLength({ x, y, move }: Records, i: number): number {
  let j = i;
  while (j + 1 < move.length && move[j + 1] === Move.jump) j++;
  return Math.hypot(x[j] - x[i - 1], y[j] - y[i - 1]) / 10;
}

/** Objects whose fixed begins and ends are tried without, at most. */
const MOST_TRIED = 6;

/** How many trims it saves to leave an object's begin and end to the engine, sewn with what comes before and after it. */
function trimsSaved({ plain, sewn }: Checked, leaf: DesignObject<PlainOutline>, i: number): number {
  const around = (middle: Leaf<PlainOutline>): Leaf<PlainOutline>[] =>
    [sewn[i - 1]?.leaf, middle, sewn[i + 1]?.leaf].filter((one) => one !== undefined);
  const trims = (middle: Leaf<PlainOutline>): number =>
    figuresOf(sewResolved({ ...plain, objects: around(middle) })).trims;
  const { start: _, end: __, ...free } = leaf;
  return trims(leaf) - trims(free);
}

/** The design with an object's begin and end left to the engine. */
function freed(design: Design, id: string): Job {
  const item = findItem(design, id);
  if (item?.kind !== 'object') throw new JobError('This object is gone.');
  const builder = new JobBuilder(design, 'Leave begin and end to Rosehip');
  const { start: _, end: __, ...rest } = item;
  builder.replace(rest);
  return builder.job([id]);
}

/** Trims of brought-in stitches after which the needle goes on in the same place. */
function idleTrims({ move, x, y }: Records): number[] {
  const out: number[] = [];
  for (let i = 0; i + 1 < move.length; i++) {
    if (move[i] !== Move.trim) continue;
    let j = i + 1;
    while (j < move.length && move[j] !== Move.stitch) j++;
    if (j < move.length && Math.hypot(x[j - 1] - x[i], y[j - 1] - y[i]) / 10 <= UNSEEN) out.push(i);
  }
  return out;
}

export const trimCheck: Check = {
  id: 'needless-trim',
  find(checked) {
    const { sewn } = checked;
    const out: Found[] = [];
    for (const { leaf, share } of sewn) {
      if (leaf.kind !== 'stitches') continue;
      const records = allRecords(leaf.blocks);
      const idle = idleTrims(records);
      if (!idle.length) continue;
      out.push({
        weight: 1,
        sentence: `${leaf.name} is trimmed ${idle.length === 1 ? 'once' : `${idle.length} times`} where the thread could just go on.`,
        objects: [leaf.id],
        at: boundsOf([{ x: records.x[idle[0]] / 10, y: records.y[idle[0]] / 10 }]),
        record: share.from + idle[0],
        fix: 'Go on without a trim',
      });
    }
    const tried = new Set<string>();
    for (const [i, { leaf, share }] of sewn.entries()) {
      if (leaf.kind !== 'object' || !(leaf.start || leaf.end) || tried.size === MOST_TRIED) continue;
      if (![sewn[i - 1], sewn[i + 1]].some((n) => n?.leaf.thread === leaf.thread)) continue;
      // What goes for one copy goes for all.
      const origin = originOf(leaf.id);
      if (tried.has(origin)) continue;
      tried.add(origin);
      const saved = trimsSaved(checked, leaf, i);
      if (saved <= 0) continue;
      out.push({
        weight: 1,
        sentence: `Where ${leaf.name} begins and ends by hand costs ${saved === 1 ? 'a trim' : `${saved} trims`} that a covered way would save.`,
        objects: [leaf.id],
        at: boundsOf([placeAt(checked, share.from)], 6),
        record: share.from,
        fix: 'Leave begin and end to Rosehip',
      });
    }
    return out;
  },
  fix(design, { objects }) {
    const item = findItem(design, objects[0]);
    if (item?.kind !== 'stitches') return freed(design, objects[0]);
    return mendJob(design, item.id, 'Without needless trims', (own) => {
      const idle = new Set(idleTrims(own));
      const out = new RecordList();
      for (let i = 0; i < own.move.length; i++) if (!idle.has(i)) out.addFrom(own, i);
      return out.done();
    });
  },
};

export const tieCheck: Check = {
  id: 'missing-tie',
  find: (checked) =>
    checked.sewn.flatMap(({ leaf, share }) => {
      if (share.to === share.from) return [];
      const told = {
        weight: 2 as const,
        objects: [leaf.id],
        at: boundsOf([placeAt(checked, share.from)], 4),
        record: share.from,
      };
      if (leaf.kind === 'object')
        return leaf.recipe.settings.ties === 'none'
          ? [
              {
                ...told,
                sentence: `${leaf.name} is sewn without ties: its thread can come loose where it begins and ends.`,
                fix: 'Tie it in and off',
              },
            ]
          : [];
      const records = allRecords(leaf.blocks);
      const loose = looseThreads(records);
      if (!loose.length) return [];
      return [
        {
          ...told,
          sentence: `${loose.length === 1 ? 'A thread' : `${loose.length} threads`} of ${leaf.name} ${loose.length === 1 ? 'is' : 'are'} not tied at both ends: ${loose.length === 1 ? 'it' : 'they'} can come loose.`,
          fix: 'Tie them in and off',
        },
      ];
    }),
  fix(design, { objects }) {
    const item = findItem(design, objects[0]);
    if (item?.kind === 'object') {
      const builder = new JobBuilder(design, 'Tie in and off');
      const settings = { ...item.recipe.settings, ties: 'along' };
      builder.replace({ ...item, recipe: { ...item.recipe, settings } });
      return builder.job([item.id]);
    }
    return mendJob(design, objects[0], 'Tie in and off', tied);
  },
};

/** A thread this much darker than the one above it shows through (0 black to 1 white). */
const SHOWS = 0.35;

function brightness({ colour }: Thread): number {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255);
  return 0.3 * r + 0.59 * g + 0.11 * b;
}

/** Where an object can be begun: an open line at its ends, anything else all along. */
function beginsOf(item: DesignObject<PlainOutline>): Point[] {
  const ends = outlineLines(item.outline).flatMap(({ coords: c, closed }) =>
    closed
      ? []
      : [
          { x: c[0], y: c[1] },
          { x: c[c.length - 2], y: c[c.length - 1] },
        ],
  );
  return sewnFrom(item.recipe) === 'lines' && ends.length ? ends : wayPoints(item);
}

export const knotCheck: Check = {
  id: 'knot-shows',
  find(checked) {
    const {
      sewn,
      plan,
      materials: { thread },
    } = checked;
    const out: Found[] = [];
    sewn.forEach(({ leaf, share, cover }, i) => {
      // Where an object covers the cloth its own stitches lie over its knots.
      if (leaf.kind !== 'object' || cover || share.to === share.from) return;
      let first = share.from;
      while (first < share.to && plan.move[first] !== Move.jump) first++;
      if (first >= share.to || plan.part[first + 1] !== Part.tie) return;
      const p = placeAt(checked, first);
      const above = sewn
        .slice(i + 1)
        .find(
          (s) =>
            brightness(thread(s.leaf.thread)) - brightness(thread(leaf.thread)) > SHOWS &&
            insideRegion(s.extent.region, p.x, p.y),
        );
      if (!above) return;
      out.push({
        weight: 1,
        sentence: `${leaf.name} begins under ${above.leaf.name}, whose paler thread lets the knot show through.`,
        objects: [leaf.id, above.leaf.id],
        at: boundsOf([p], 4),
        record: first + 1,
        fix: 'Begin it beside',
      });
    });
    return out;
  },
  fix(design, { objects }) {
    const [item, above] = objects.map((id) => findItem(resolveDesign(design), id));
    const own = findItem(design, objects[0]);
    if (item?.kind !== 'object' || own?.kind !== 'object' || !above)
      throw new JobError('This object is gone.');
    const { region } = sewnExtent(above, materialsOf(design).cloth);
    const place = beginsOf(item).find((p) => !insideRegion(region, p.x, p.y));
    if (!place)
      throw new JobError(`All of ${own.name} lies under ${above.name}: sew it later, or in a paler thread.`);
    const builder = new JobBuilder(design, 'Begin beside');
    builder.replace({ ...own, start: { x: onMachineGrid(place.x), y: onMachineGrid(place.y) } });
    return builder.job([own.id]);
  },
};
