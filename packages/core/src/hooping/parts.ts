// What is sewn in each hooping: its things, its marks first and last, each with a stop.
import { visibleLeaves } from '../design/tree.ts';
import type {
  DesignObject,
  Hooping,
  Item,
  PathOutline,
  PlainOutline,
  ResolvedDesign,
} from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import { sewnLeaves, sewResolved, type SewOptions } from '../sewing/sew.ts';
import type { Plan } from '../sewing/plan.ts';
import { belonging, hoopingsOf, sewnBoxes, type Belonging } from './belong.ts';
import { marksBetween } from './marks.ts';

export interface HoopingPart {
  hooping: Hooping;
  /** In the order of sewing, with its marks. */
  objects: Item<PlainOutline>[];
  /** How many things are sewn in it, beside its marks. */
  things: number;
}

export interface HoopingParts extends Belonging {
  parts: HoopingPart[];
  /** Numbers (from 1) of hoopings after which no marks fit. */
  unmarked: number[];
}

/** Ids of marks: they are things of no design. */
const MARKS = 'marks-';
export const isMark = (id: string): boolean => id.startsWith(MARKS);

/** What the machine waits for after marks, by their id; null for what is none. */
export function noteOfMark(id: string): string | null {
  const found = /^marks-(before|after)-(\d+)$/.exec(id);
  if (!found) return null;
  const k = Number(found[2]);
  return found[1] === 'before'
    ? `Lie these on the marks of hooping ${k - 1}`
    : `Hoop anew about these marks: ${k + 1}`;
}

/** Only the things that are wanted, their groups as they are. */
function only(items: readonly Item<PlainOutline>[], wanted: (id: string) => boolean): Item<PlainOutline>[] {
  return items.flatMap((item): Item<PlainOutline>[] => {
    if (item.kind !== 'group') return wanted(item.id) ? [item] : [];
    if (item.repeat?.order === 'colours') {
      // Colour by colour through all copies: with some of them missing that is told by the leaves themselves.
      const { repeat: _, ...group } = item;
      const leaves = [...visibleLeaves([item])].filter(({ id }) => wanted(id));
      return leaves.length ? [{ ...group, objects: leaves }] : [];
    }
    const objects = only(item.objects, wanted);
    return objects.length ? [{ ...item, objects }] : [];
  });
}

const asObject = (
  id: string,
  name: string,
  outline: PathOutline,
  thread: string,
): DesignObject<PlainOutline> => ({
  id,
  name,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind: 'run', settings: { length: 2, passes: 1 } },
  thread,
  stopAfter: noteOfMark(id)!,
});

/** What each hooping holds. `boxes` is what things reach, by their ids. */
export function hoopingParts(design: ResolvedDesign, boxes: ReadonlyMap<string, Bounds>): HoopingParts {
  const hoopings = hoopingsOf(design);
  const belongs = belonging(design, boxes);
  const unmarked: number[] = [];
  const between = hoopings.slice(1).map((next, k) => {
    if (!design.marks) return null;
    const outline = marksBetween(hoopings[k], next, design);
    if (!outline) unmarked.push(k + 1);
    return outline;
  });
  const thread = design.marks?.thread ?? '';
  const parts = hoopings.map((hooping, k): HoopingPart => {
    const objects = only(design.objects, (id) => belongs.of.get(id) === k);
    const things = [...visibleLeaves(objects)].length;
    const [before, after] = [between[k - 1], between[k]];
    const marked: Item<PlainOutline>[] = [
      ...(before ? [asObject(`${MARKS}before-${k + 1}`, `Marks of ${k}`, before, thread)] : []),
      ...objects,
      ...(after ? [asObject(`${MARKS}after-${k + 1}`, `Marks for ${k + 2}`, after, thread)] : []),
    ];
    return { hooping, objects: marked, things };
  });
  return { ...belongs, parts, unmarked };
}

/** The last thing that is sewn waits for the next hooping, with what it waits for anyway. */
function waiting(items: readonly Item<PlainOutline>[], note: string): Item<PlainOutline>[] {
  const last = [...visibleLeaves(items)].filter((l) => l.kind === 'stitches' || !l.unsewn).at(-1);
  if (!last) return [...items];
  const said = last.stopAfter ? `${last.stopAfter}; then ${note}` : note;
  const visit = (list: readonly Item<PlainOutline>[]): Item<PlainOutline>[] =>
    list.map((item) =>
      item.kind === 'group'
        ? { ...item, objects: visit(item.objects) }
        : item.id === last.id
          ? { ...item, stopAfter: said.slice(0, 200) }
          : item,
    );
  return visit(items);
}

/** Is a design sewn in more than one hooping? */
export const isHooped = (design: Pick<ResolvedDesign, 'hoopings'>): boolean =>
  (design.hoopings?.length ?? 0) > 1;

/** What is sewn in which hooping, and what each thing reaches, in mm, by its id. */
export interface HoopedThings extends Belonging {
  boxes: Map<string, Bounds>;
}

/**
 * Sews a design; with several hoopings one after the other, each with its marks, and with a stop before the next. Then it also
 * says what is sewn where.
 */
export function sewHooped(
  design: ResolvedDesign,
  options: SewOptions = {},
): { plan: Plan; things: HoopedThings | null } {
  const whole = sewResolved(design, options);
  if (!isHooped(design)) return { plan: whole, things: null };
  const boxes = sewnBoxes(whole);
  const { parts, of, cut, early } = hoopingParts(design, boxes);
  const lists = parts.map(({ objects }, k) =>
    k + 1 < parts.length && objects.at(-1)?.id !== `${MARKS}after-${k + 1}`
      ? waiting(objects, `hoop anew: ${k + 2}`)
      : objects,
  );
  // Every object is stitched already: what is left is to join them, which is not worth telling of.
  const { onObject: _, ...quietly } = options;
  const plan = sewResolved({ ...design, objects: lists.flat() }, quietly);
  const counts = lists.map((objects) => sewnLeaves({ ...design, objects }).length);
  let leaf = 0;
  const starts = counts.map((count) => (leaf += count) - count);
  const at = (k: number): number => plan.objects[starts[k]]?.from ?? plan.x.length;
  const hoopings = parts.map((_part, k) => ({
    from: at(k),
    to: k + 1 < parts.length ? at(k + 1) : plan.x.length,
  }));
  return { plan: { ...plan, hoopings }, things: { of, cut, early, boxes } };
}
