// What is sewn in each hooping, in the hoop's own place: its marks first and last, each with a stop.
import { visibleLeaves } from '../design/tree.ts';
import type {
  DesignObject,
  Hooping,
  Item,
  PathOutline,
  PlainOutline,
  ResolvedDesign,
} from '../design/types.ts';
import { applyMatrix } from '../geometry/matrix.ts';
import { onMachineGrid, type Bounds } from '../geometry/points.ts';
import type { Plan } from '../sewing/plan.ts';
import { sewResolved, type SewOptions } from '../sewing/sew.ts';
import { belonging, hoopingsOf, sewnBoxes, type Belonging } from './belong.ts';
import { toHoop } from './field.ts';
import { marksBetween } from './marks.ts';

export interface HoopingPlan {
  hooping: Hooping;
  /** In the hoop's place: its middle is the origin. */
  plan: Plan;
  /** How many things are sewn in it, beside its marks. */
  things: number;
}

export interface HoopingPlans extends Belonging {
  plans: HoopingPlan[];
  /** Numbers (from 1) of hoopings after which no marks fit. */
  unmarked: number[];
}

/** Only the things that are wanted, their groups as they are. */
function only(items: readonly Item<PlainOutline>[], wanted: (id: string) => boolean): Item<PlainOutline>[] {
  return items.flatMap((item): Item<PlainOutline>[] => {
    if (item.kind !== 'group') return wanted(item.id) ? [item] : [];
    const objects = only(item.objects, wanted);
    return objects.length ? [{ ...item, objects }] : [];
  });
}

const asObject = (
  id: string,
  name: string,
  outline: PathOutline,
  thread: string,
  note: string,
): DesignObject<PlainOutline> => ({
  id,
  name,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind: 'run', settings: { length: 2, passes: 1 } },
  thread,
  stopAfter: note,
});

/** A plan in cloth's places, as it lies in a hooping; on the machine's grid. */
export function inHoop(plan: Plan, hooping: Hooping): Plan {
  if (!hooping.x && !hooping.y && !hooping.turn) return plan;
  const map = toHoop(hooping);
  const [x, y] = [plan.x.slice(), plan.y.slice()];
  for (let i = 0; i < x.length; i++) {
    const p = applyMatrix(map, { x: plan.x[i], y: plan.y[i] });
    x[i] = onMachineGrid(p.x);
    y[i] = onMachineGrid(p.y);
  }
  return { ...plan, x, y };
}

/** Sews a design hooping by hooping. `boxes` is what its things reach, when that is known. */
export function hoopingPlans(
  design: ResolvedDesign,
  options: SewOptions = {},
  boxes: ReadonlyMap<string, Bounds> = sewnBoxes(sewResolved(design, options)),
): HoopingPlans {
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
  const plans = hoopings.map((hooping, k): HoopingPlan => {
    const objects = only(design.objects, (id) => belongs.of.get(id) === k);
    const things = [...visibleLeaves(objects)].length;
    const [before, after] = [between[k - 1], between[k]];
    const marked: Item<PlainOutline>[] = [
      ...(before
        ? [
            asObject(
              'marks-before',
              `Marks of ${k}`,
              before,
              thread,
              `Lie these on the marks of hooping ${k}`,
            ),
          ]
        : []),
      ...objects,
      ...(after
        ? [
            asObject(
              'marks-after',
              `Marks for ${k + 2}`,
              after,
              thread,
              `Hoop anew about these marks: ${k + 2}`,
            ),
          ]
        : []),
    ];
    const { hoopings: _, ...rest } = design;
    return { hooping, plan: inHoop(sewResolved({ ...rest, objects: marked }, options), hooping), things };
  });
  return { ...belongs, plans, unmarked };
}
