// What a finding is, and what a check is made of.
import type { Leaf } from '../design/tree.ts';
import type { Design, ResolvedDesign, PlainOutline } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import type { Machine } from '../materials/machine.ts';
import type { Materials } from '../materials/materials.ts';
import type { Extent } from '../sewing/extent.ts';
import type { Figures, Plan, PlanObject } from '../sewing/plan.ts';
import type { Job } from '../jobs/job.ts';
import type { LayerGrid } from './layers.ts';

/** What a check says. */
export interface Found {
  /** How much it matters: 3 it can't be sewn as it is, 2 it will show or break thread, 1 good to know. */
  weight: 1 | 2 | 3;
  /** A plain sentence for the person. */
  sentence: string;
  /** Ids of what it is about, in sewing order; empty when it is about the whole design. */
  objects: string[];
  /** Where on the cloth it can be seen, in mm. */
  at?: Bounds;
  /** The record of the plan at which it can be seen. */
  record?: number;
  /** What can be done about it, as the words on a button; left out when there is no fix. */
  fix?: string;
  /** Another thing that can be done about it, in the same way. */
  or?: string;
  /** What the fix takes, where it has a choice: the name of a hoop, the code of a thread. */
  takes?: string;
}

export interface Finding extends Found {
  id: string;
  /** The same for the same finding after every change; what is ignored is remembered by it. */
  key: string;
  /** The person's reason for ignoring it. */
  ignored?: string;
}

/** What is sewn, with its share of the plan. */
export interface SewnItem {
  leaf: Leaf<PlainOutline>;
  share: PlanObject;
  extent: Extent;
  /** What its stitches hide; null for open kinds and brought-in stitches. */
  cover: Extent | null;
  /** Which hooping it is sewn in, from 0. */
  hooping: number;
}

/** What checks look at. */
export interface Checked {
  design: Design;
  plain: ResolvedDesign;
  materials: Materials;
  machine: Machine;
  plan: Plan;
  figures: Figures;
  /** In sewing order. */
  sewn: SewnItem[];
  /** Thread layers over the design, counted when first asked for. */
  layers(): LayerGrid;
}

export interface Check {
  id: string;
  find(checked: Checked): Found[];
  /** What the fix of a finding, or the other one in its place, does to the design. Throws JobError when it can't be done any more. */
  fix?(design: Design, finding: Found): Job;
}
