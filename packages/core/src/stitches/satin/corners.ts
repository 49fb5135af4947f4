// Sharp corners of a column along a line: what of the column each arm covers there, by rule.
//
// At a corner the arm that comes and the arm that goes are told where to stop, and between which lateral places their
// stitches lie. Distances along an arm count from the corner, negative on the arm and positive beyond it; lateral
// ones count from the line, positive towards the inner side of the corner; all mm.
import type { Point } from '../../geometry/points.ts';
import { Ladder, type Rung } from './ladder.ts';

/** A corner that turns less than this flows round, in radians. */
export const FLOW = (45 * Math.PI) / 180;
/** The longest mitres, in half widths: by angle, and when they are asked for. */
export const LONGEST_MITRE = { auto: 4, mitre: 6, cap: 4 };
/** Corners that turn by more (151° and 161°) are cut off. */
const spikeOf = (rule: keyof typeof LONGEST_MITRE): number => 2 * Math.acos(1 / LONGEST_MITRE[rule]);
/** Mitred arms overlap by this much, in mm, so that no cloth shows between them. */
const OVERLAP = 0.05;
/** The run that comes back from a tip keeps this far inside the edge, in mm. */
const INSIDE = 0.15;
/** Arms run side by side along their bisector for so many half widths at most; a sharper pair lies on each other beyond. */
const FARTHEST = 6;
/** Share of the shorter arm that a round corner may take. */
const ROOM = 0.45;
/** Rungs of a round corner are this far apart on its outer edge, in mm. */
const STEP = 0.2;

/** What happens at a corner sharper than 45°; `auto` mitres up to 150° and lets one side run over beyond. */
export type CornerRule = 'auto' | 'mitre' | 'cap' | 'round';

/** One end of an arm. */
export interface ArmEnd {
  /** How far its stitches go on beyond the corner, in mm; negative when they stop before it. */
  extend: number;
  /** Between which lateral places they lie at a distance from the corner. */
  bounds?: (distance: number) => [outer: number, inner: number];
  /** Which side is the outer one: 1 right, -1 left. */
  outer: 1 | -1;
}

export const PLAIN: ArmEnd = { extend: 0, outer: 1 };

/** How both arms meet at a corner; a round one has a fan between them. */
export interface Corner {
  coming: ArmEnd;
  going: ArmEnd;
  fan?: Ladder;
}

/** Where a corner is, which way its arms run (radians), and half the column's width. */
export interface CornerPlace {
  at: Point;
  turn: number;
  /** Direction of the arm that comes. */
  from: number;
  half: number;
  /** Length of the shorter arm, in mm. */
  shorter: number;
}

/** Each arm keeps to its side of the bisector, as far as the other one is there to take the rest. */
function bisected(tan: number, { half, shorter }: CornerPlace): NonNullable<ArmEnd['bounds']> {
  const reach = Math.min(FARTHEST * half, shorter);
  return (distance) => [-Infinity, distance < -reach ? Infinity : OVERLAP - distance / tan];
}

function mitred(tan: number, outer: 1 | -1, place: CornerPlace, grown: number): Corner {
  // A tip grows as its sides do, not as far as wider sides would meet.
  const end: ArmEnd = { extend: place.half * tan + grown, outer, bounds: bisected(tan, place) };
  return { coming: end, going: end };
}

/**
 * The arm that comes runs over, as far as the other one's outer edge; the one that goes begins at the corner. Where the
 * first ends in a tip, a run along the outer edge leads back from it.
 */
function runOver(size: number, outer: 1 | -1, place: CornerPlace, grown: number, spike: number): Corner {
  const [sin, cos, tan] = [Math.sin(size), Math.cos(size), Math.tan(size / 2)];
  const half = place.half + grown;
  const tip = place.half * tan + grown;
  const pointed = size <= spike;
  const edge = (distance: number): number => (cos < -1e-6 ? (half - distance * sin) / -cos : Infinity);
  const coming: ArmEnd = {
    extend: pointed ? OVERLAP + tip : half,
    outer,
    bounds: (distance) => [-Infinity, edge(distance)],
  };
  if (!pointed || size < Math.PI / 2 + 0.1) return { coming, going: { extend: 0, outer } };
  const line = INSIDE - half;
  return {
    coming,
    going: {
      extend: tip,
      outer,
      bounds: (distance) => (distance > 1e-6 ? [line, line] : [-Infinity, Infinity]),
    },
  };
}

/** Both arms stop where their inner edges meet, and a fan turns about that place. */
function round(corner: CornerPlace, outer: 1 | -1, grown: number): Corner {
  const { at, turn, from, half, shorter } = corner;
  const tan = Math.tan(Math.abs(turn) / 2);
  const back = Math.min(half * tan, half, ROOM * shorter);
  const end: ArmEnd = { extend: -back, outer, bounds: bisected(tan, corner) };
  const to = from + turn;
  const place = (direction: number, along: number, lateral: number): Point => ({
    x: at.x + Math.cos(direction) * along - Math.sin(direction) * lateral * outer,
    y: at.y + Math.sin(direction) * along + Math.cos(direction) * lateral * outer,
  });
  const pivot = place(from, -back, -back / tan);
  const reach = half + grown;
  const rungs: Rung[] = [];
  const add = (p: Point): void => {
    rungs.push(outer > 0 ? { left: pivot, right: p } : { left: p, right: pivot });
  };
  const straight = Math.max(1, Math.ceil(back / STEP));
  const around = Math.max(2, Math.ceil((reach * Math.abs(turn)) / STEP));
  for (let k = 0; k < straight; k++) add(place(from, -back * (1 - k / straight), reach));
  for (let k = 0; k <= around; k++) add(place(from + (turn * k) / around, 0, reach));
  for (let k = 1; k <= straight; k++) add(place(to, (back * k) / straight, reach));
  return { coming: end, going: end, fan: new Ladder(rungs) };
}

/**
 * How a corner is sewn by a rule. `grown` is how much wider than the drawn half width the column is sewn, in mm: a
 * round corner turns about the same place for both.
 */
export function cornerAt(place: CornerPlace, rule: CornerRule, grown: number): Corner {
  const size = Math.abs(place.turn);
  const outer = place.turn > 0 ? -1 : 1; // a right turn has its outer edge on the left
  if (rule === 'round') return round(place, outer, grown);
  const spike = spikeOf(rule);
  return rule === 'cap' || size > spike
    ? runOver(size, outer, place, grown, spike)
    : mitred(Math.tan(size / 2), outer, place, grown);
}
