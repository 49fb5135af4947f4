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

/** A design as it is sewn hooping by hooping, one after the other. */
export interface Hooped {
  design: ResolvedDesign;
  parts: HoopingParts;
  /** How many of its sewn leaves come before each hooping; one entry more than there are hoopings. */
  starts: number[];
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

const known = new WeakMap<ResolvedDesign, Hooped>();

/** A design with several hoopings, in the order in which it is sewn in them. Remembered with the design. */
export function hooped(design: ResolvedDesign): Hooped {
  const before = known.get(design);
  if (before) return before;
  const parts = hoopingParts(design, sewnBoxes(sewResolved(design)));
  const starts = [0];
  const objects = parts.parts.flatMap(({ objects: own }, k) => {
    const next = k + 1 < parts.parts.length && !own.some((o) => o.id === `${MARKS}after-${k + 1}`);
    const items = next ? waiting(own, `hoop anew: ${k + 2}`) : own;
    starts.push(starts[k] + sewnLeaves({ ...design, objects: items }).length);
    return items;
  });
  const made: Hooped = { design: { ...design, objects }, parts, starts };
  known.set(design, made);
  return made;
}

/** Is a design sewn in more than one hooping? */
export const isHooped = (design: Pick<ResolvedDesign, 'hoopings'>): boolean =>
  (design.hoopings?.length ?? 0) > 1;

/** The plan of a design, hooping by hooping where there are several. */
export const sewHooped = (design: ResolvedDesign, options: SewOptions = {}): Plan =>
  sewResolved(isHooped(design) ? hooped(design).design : design, options);

/** Where each hooping begins and ends in the plan of `sewHooped`, as records. */
export function hoopingShares(design: ResolvedDesign, { objects, x }: Plan): { from: number; to: number }[] {
  if (!isHooped(design)) return [];
  const { starts } = hooped(design);
  const at = (leaf: number): number => (leaf < objects.length ? objects[leaf].from : x.length);
  return starts.slice(1).map((end, k) => ({ from: at(starts[k]), to: at(end) }));
}
