// Jobs on groups: group, ungroup, bend, end the bend; lock, hide and show.
import { findItem, findPlace } from '../design/tree.ts';
import { newId, type Bend, type Design, type Group, type Item } from '../design/types.ts';
import { DESIGN_LIMITS } from '../design/limits.ts';
import { bendPoint, flatBend, flatPatch } from '../outlines/live/bend.ts';
import { readyBend } from '../outlines/live/ready-bends.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { boundsOfItems } from '../shaping/bounds.ts';
import { plainItem } from '../shaping/plain.ts';
import { brokenOut } from '../shaping/broken-out.ts';
import { inOrder, JobBuilder, JobError, type Job } from './job.ts';

/** Puts items into a new group where the last of them was; their order stays. */
export function grouped(builder: JobBuilder, items: readonly Item[], name: string, bend?: Bend): Group {
  const last = findPlace(builder.design.objects, items[items.length - 1].id)!;
  const group: Group = {
    id: newId(),
    name,
    kind: 'group',
    visible: true,
    locked: false,
    objects: [],
    ...(bend && { bend }),
  };
  builder.insert(group, last.parent?.id ?? null, last.index + 1);
  items.forEach((item, i) => builder.move(item.id, group.id, i));
  return group;
}

export function groupJob(design: Design, ids: readonly string[], name = 'Group'): Job {
  const items = inOrder(design, ids);
  if (items.length < 2) throw new JobError('Group: select two objects or more.');
  const builder = new JobBuilder(design, 'Group');
  return builder.job([grouped(builder, items, name).id]);
}

/** Takes groups away and leaves what they held: a bend is kept in the outlines, copies become objects. */
export function ungroupJob(design: Design, ids: readonly string[]): Job {
  const groups = inOrder(design, ids).filter((i) => i.kind === 'group');
  if (!groups.length) throw new JobError('Ungroup: select a group first.');
  const builder = new JobBuilder(design, 'Ungroup');
  const select: string[] = [];
  for (const group of groups) {
    const place = findPlace(builder.design.objects, group.id)!;
    const held = group.repeat
      ? brokenOut(builder.design, group).objects
      : group.bend
        ? (plainItem(builder.design, group.id) as Group).objects
        : group.objects;
    builder.remove(group.id);
    held.forEach((item, i) => builder.insert(item, place.parent?.id ?? null, place.index + i));
    select.push(...held.map((i) => i.id));
  }
  return builder.job(select);
}

export type BendForm =
  { form: 'envelope' } | { form: 'mesh'; columns: number; rows: number } | { form: 'ready'; id: string };

/** A sheet over a box, in this form. Throws JobError for a ready one that there is not. */
function sheetOf(from: Bend['from'], how: BendForm): Bend {
  if (how.form === 'envelope') return flatPatch(from);
  if (how.form === 'mesh') return flatBend(from, cells(how.columns), cells(how.rows));
  const bend = readyBend(from, how.id);
  if (!bend) throw new JobError(`There is no ready bend “${how.id}”.`);
  return bend;
}

/** Puts what is selected on a sheet that can be bent; one group is bent itself. */
export function bendJob(design: Design, ids: readonly string[], how: BendForm): Job {
  const items = inOrder(design, ids);
  if (!items.length) throw new JobError('Bend: select something first.');
  const plain = resolveDesign(design);
  const b = boundsOfItems(items.map((i) => findItem(plain, i.id)!));
  if (!b) throw new JobError('Bend: there is nothing to be bent in this.');
  const from = {
    x: (b.minX + b.maxX) / 2,
    y: (b.minY + b.maxY) / 2,
    width: Math.max(0.1, b.maxX - b.minX),
    height: Math.max(0.1, b.maxY - b.minY),
  };
  const bend = sheetOf(from, how);
  const builder = new JobBuilder(design, 'Bend');
  const [only] = items;
  if (items.length === 1 && only.kind === 'group' && !only.bend && !only.repeat) {
    builder.replace({ ...only, bend });
    return builder.job([only.id]);
  }
  return builder.job([grouped(builder, items, 'Bent', bend).id]);
}

const cells = (n: number): number => Math.min(DESIGN_LIMITS.cells, Math.max(1, Math.round(n)));

/** The same sheet in another form: but for ready ones, its points lie where the sheet has them now. */
export function bendAgain(bend: Bend, how: BendForm): Bend {
  if (how.form === 'ready') return sheetOf(bend.from, how);
  if (how.form === 'envelope') {
    const flat = flatPatch(bend.from);
    const at = (dx: number, dy: number) =>
      bendPoint(bend, {
        x: bend.from.x + (dx * bend.from.width) / 2,
        y: bend.from.y + (dy * bend.from.height) / 2,
      });
    return {
      ...flat,
      points: [at(-1, -1), at(1, -1), at(-1, 1), at(1, 1)],
      edges: bend.edges ?? sides(bend),
    };
  }
  const flat = flatBend(bend.from, cells(how.columns), cells(how.rows));
  return { ...flat, points: flat.points.map((p) => bendPoint(bend, p)) };
}

/** Sides of a mesh as curves through a third and two thirds of each side. */
function sides(bend: Bend): NonNullable<Bend['edges']> {
  const { x, y, width, height } = bend.from;
  const corners = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u, v]) => ({ x: x + (u * width) / 2, y: y + (v * height) / 2 }));
  return corners.map((a, i) => {
    const b = corners[(i + 1) % 4];
    const at = (t: number) => bendPoint(bend, { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
    const [p0, q1, q2, p3] = [at(0), at(1 / 3), at(2 / 3), at(1)];
    // The cubic through four places at thirds of its parameter.
    const pull = (k: 'x' | 'y'): [number, number] => [
      (-5 * p0[k] + 18 * q1[k] - 9 * q2[k] + 2 * p3[k]) / 6 - p0[k],
      (2 * p0[k] - 9 * q1[k] + 18 * q2[k] - 5 * p3[k]) / 6 - p3[k],
    ];
    const [px, py] = [pull('x'), pull('y')];
    return [
      { x: px[0], y: py[0] },
      { x: px[1], y: py[1] },
    ];
  });
}

/** Ends the bend of groups: flat again, or plain outlines in the bent shape. */
export function endBendJob(design: Design, ids: readonly string[], keep: 'flat' | 'bent'): Job {
  const groups = inOrder(design, ids).filter((i): i is Group => i.kind === 'group' && !!i.bend);
  if (!groups.length) throw new JobError('Select something that is bent first.');
  const builder = new JobBuilder(design, keep === 'flat' ? 'Flatten' : 'Make plain');
  for (const group of groups) {
    const { bend: _, ...flat } = group;
    builder.replace(keep === 'flat' ? flat : plainItem(design, group.id)!);
  }
  return builder.job(groups.map((g) => g.id));
}

/** Sets items visible or hidden, locked or free. */
export function setItemsJob(
  design: Design,
  ids: readonly string[],
  changes: Partial<Pick<Item, 'visible' | 'locked'>>,
  label: string,
): Job {
  const items = inOrder(design, ids);
  if (!items.length) throw new JobError('Select something first.');
  const builder = new JobBuilder(design, label);
  for (const item of items) builder.replace({ ...item, ...changes });
  return builder.job([...ids]);
}

/** The group whose bend an item stands in by itself; null when there is none. */
export function bendAround(design: Design, id: string): (Group & { bend: Bend }) | null {
  const parent = findPlace(design.objects, id)?.parent;
  return parent?.bend && parent.objects.length === 1 ? (parent as Group & { bend: Bend }) : null;
}

/**
 * Bends one item in a ready form, which stays selected: on the sheet that it stands on by itself, or on a new one. Without a
 * form it lies flat again.
 */
export function readyBendJob(design: Design, id: string, ready: string | null): Job {
  const item = findItem(design, id);
  if (!item) throw new JobError('Bend: select something first.');
  const group =
    item.kind === 'group' && item.bend ? (item as Group & { bend: Bend }) : bendAround(design, id);
  if (!ready) {
    if (!group) throw new JobError('Bend: this lies flat.');
    if (group.id === id) return endBendJob(design, [id], 'flat');
    // The group was only there to be bent.
    const builder = new JobBuilder(design, 'Bend');
    const place = findPlace(design.objects, group.id)!;
    builder.move(id, place.parent?.id ?? null, place.index);
    builder.remove(group.id);
    return builder.job([id]);
  }
  if (!group) return { ...bendJob(design, [id], { form: 'ready', id: ready }), select: [id] };
  const builder = new JobBuilder(design, 'Bend');
  builder.replace({ ...group, bend: sheetOf(group.bend.from, { form: 'ready', id: ready }) });
  return builder.job([id]);
}
