// The plan of each hooping, in the hoop's own place.
import type { Hooping, ResolvedDesign } from '../design/types.ts';
import { applyMatrix } from '../geometry/matrix.ts';
import { onMachineGrid, type Bounds } from '../geometry/points.ts';
import type { Plan } from '../sewing/plan.ts';
import { sewResolved, type SewOptions } from '../sewing/sew.ts';
import { sewnBoxes, type Belonging } from './belong.ts';
import { toHoop } from './field.ts';
import { hoopingParts } from './parts.ts';

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
  const { parts, ...belongs } = hoopingParts(design, boxes);
  const { hoopings: _, ...rest } = design;
  const plans = parts.map(({ hooping, objects, things }): HoopingPlan => ({
    hooping,
    plan: inHoop(sewResolved({ ...rest, objects }, options), hooping),
    things,
  }));
  return { ...belongs, plans };
}
