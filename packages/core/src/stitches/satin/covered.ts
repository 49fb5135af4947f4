// What a satin should cover, and how far from it places lie.
import { EdgeIndex } from '../../geometry/edge-index.ts';
import type { Point } from '../../geometry/points.ts';
import { ringsOf, type Polygon } from '../../geometry/region.ts';

/** Needle points and stitches that lie so far outside of the shape, in mm, above what its sides are sewn wider, are drawn in. */
export const BEYOND = 0.05;

interface HowCovered {
  /** How much wider its sides are sewn than they are drawn, in mm. */
  wider: number;
  /** No stitch is longer than this, in mm. */
  longest: number;
  /** Which ends of the thread were asked for. */
  fixed: { start: boolean; end: boolean };
}

/** The shape of a satin, and how it is covered. */
export class Covered implements HowCovered {
  readonly shape: Polygon;
  readonly wider: number;
  readonly longest: number;
  readonly fixed: HowCovered['fixed'];
  private readonly edges: EdgeIndex;

  constructor(shape: Polygon, { wider, longest, fixed }: HowCovered) {
    this.shape = shape;
    this.wider = wider;
    this.longest = longest;
    this.fixed = fixed;
    this.edges = new EdgeIndex(ringsOf(shape));
  }

  /** How far outside of the shape a place lies, in mm; inside 0. */
  outside({ x, y }: Point): number {
    return this.edges.inside(x, y) ? 0 : (this.edges.nearest(x, y, Infinity)?.distance ?? 0);
  }

  /** Does a place lie farther outside than so many mm? */
  isBeyond({ x, y }: Point, far: number): boolean {
    return !this.edges.inside(x, y) && !this.edges.nearest(x, y, far, far);
  }

  /** The place on the edge that is nearest to another one. */
  onEdge({ x, y }: Point): Point {
    return this.edges.nearest(x, y, Infinity)?.at ?? { x, y };
  }
}
