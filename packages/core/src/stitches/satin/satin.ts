// Satin: stitches to and fro across a line with a width.
import { bandRegion } from '../../geometry/clip.ts';
import type { Point } from '../../geometry/points.ts';
import { lengthOf, reversed, type Line } from '../../geometry/polyline.ts';
import type { UnderlayWeight } from '../../materials/cloths.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { compensationSetting, type StitchInput, type StitchKind } from '../kind.ts';
import { begunNear } from '../run.ts';
import { runPoints } from '../run-points.ts';
import { Part, ThreadBuilder, type PartCode, type SewnThread } from '../thread.ts';
import { across, armsOf, type Arm } from './column.ts';

/** A stitch narrower than this at a mitre's tip is left out, in mm. */
const NARROWEST = 0.6;
/** Columns wider than this are split, in mm. */
const WIDEST = 7;
/** Stitches of one edge nearer than this are shortened by turns, in mm. */
const CROWDED = 0.25;
/** How far closed columns sew over their own start, in mm. */
const CLOSING_OVERLAP = 1;
const UNDERLAY_INSET = 0.4;
/** How much of the half width crowded stitches leave out, in turn. */
const SHORTENED = [0, 0.35, 0, 0.55];
/** Where split points lie within their share, in turn. */
const SPLIT_STAGGER = [0, 0.2, -0.1, 0.1, -0.2];

/** Sews to a place; a stitch wider than the limit is split, its needle points staggered from one to the next. */
function sewTo(builder: ThreadBuilder, p: Point, part: PartCode, index: number): void {
  const from = builder.last;
  const width = from ? Math.hypot(p.x - from.x, p.y - from.y) : 0;
  if (from && width > WIDEST) {
    const parts = Math.ceil(width / (WIDEST * 0.8));
    const stagger = SPLIT_STAGGER[index % SPLIT_STAGGER.length];
    for (let k = 1; k < parts; k++) {
      const t = (k + stagger) / parts;
      builder.add(from.x + (p.x - from.x) * t, from.y + (p.y - from.y) * t, part);
    }
  }
  builder.add(p.x, p.y, part);
}

/** The top stitches: needle points by turns on the right and left edge, `spacing` apart on the outer one. */
function sewTop(arms: Arm[], spacing: number, builder: ThreadBuilder): void {
  let side = 1;
  let index = 0;
  for (const arm of arms) {
    const end = arm.to + (arm.ring ? CLOSING_OVERLAP : 0);
    let s = arm.from;
    for (let guard = 0; s <= end && guard < 200_000; guard++) {
      const st = arm.station(s);
      const bend = Math.abs(st.curvature) * arm.half;
      if (st.high - st.low >= NARROWEST) {
        const inner = st.curvature > 0 ? 1 : -1;
        const crowded = spacing * ((1 - Math.min(1, bend)) / (1 + bend)) < CROWDED;
        let lateral = side > 0 ? st.high : st.low;
        if (crowded && side === inner) lateral -= lateral * SHORTENED[(index >> 1) % SHORTENED.length];
        const p = across(st, lateral);
        sewTo(builder, p, Part.top, index);
        side = -side;
        index++;
      }
      s += spacing / 2 / (1 + bend);
    }
  }
}

/** A line along the column at a lateral distance, kept clear of mitred corners. */
function rail(arms: Arm[], lateral: number): Line {
  const out: number[] = [];
  for (const arm of arms) {
    const steps = Math.max(1, Math.round(arm.length));
    for (let i = 0; i <= steps; i++) {
      const inset = Math.min(UNDERLAY_INSET, arm.length / 4);
      const s = Math.min(arm.length - inset, Math.max(inset, (arm.length * i) / steps));
      const st = arm.station(s);
      const low = Math.min(st.low + UNDERLAY_INSET, 0);
      const high = Math.max(st.high - UNDERLAY_INSET, 0);
      const p = across(st, Math.min(high, Math.max(low, lateral)));
      out.push(p.x, p.y);
    }
  }
  return { coords: Float64Array.from(out), closed: false };
}

function sewLine(line: Line, builder: ThreadBuilder): void {
  if (line.coords.length < 4) return;
  runPoints(line, 2.5).forEach((p, i) => sewTo(builder, p, Part.underlay, i));
}

/** Zigzag from one end to the other and back, its needle points `lateral` mm from the line. */
function sewZigzag(arms: Arm[], lateral: number, builder: ThreadBuilder): void {
  const points: Point[][] = [[], []];
  let side = 1;
  for (const arm of arms) {
    const steps = Math.max(1, Math.round(arm.length / 1.5));
    for (let i = 0; i <= steps; i++) {
      const st = arm.station((arm.length * (i + 0.5)) / (steps + 1));
      const low = Math.min(0, Math.max(-lateral, st.low + UNDERLAY_INSET));
      const high = Math.max(0, Math.min(lateral, st.high - UNDERLAY_INSET));
      points[0].push(across(st, side > 0 ? high : low));
      points[1].push(across(st, side > 0 ? low : high));
      side = -side;
    }
  }
  points[1].reverse();
  points.flat().forEach((p, i) => sewTo(builder, p, Part.underlay, i));
}

/** Which underlay a column of this width gets; `weight` is what the cloth asks for. */
function underlayFor(choice: string, width: number, weight: UnderlayWeight): string {
  if (choice !== 'auto') return choice;
  if (weight === 'none') return 'none';
  if (width < 2) return 'centre';
  if (width <= 4) return 'edge';
  return weight === 'light' ? 'edge' : 'edge-zigzag';
}

/** Underlay begins and ends at the column's start, where the top stitches then begin. */
function sewUnderlay(arms: Arm[], kind: string, width: number, builder: ThreadBuilder): void {
  const inset = width / 2 - UNDERLAY_INSET;
  if (kind === 'none') return;
  if (kind === 'centre' || inset < 0.3) {
    const centre = rail(arms, 0);
    sewLine(centre, builder);
    sewLine(reversed(centre), builder);
    return;
  }
  sewLine(rail(arms, inset), builder);
  sewLine(reversed(rail(arms, -inset)), builder);
  if (kind === 'edge-zigzag') sewZigzag(arms, inset, builder);
}

function stitch({ outline, settings, cloth, entry, start }: StitchInput): SewnThread[] {
  const width = settings.width as number;
  const compensation = settings.compensation as number;
  const spacing = (settings.spacing as number) / cloth.density;
  const underlay = underlayFor(settings.underlay as string, width, cloth.underlay);
  const threads: SewnThread[] = [];
  let from = start ?? entry;
  for (const line of outlineLines(outline)) {
    if (lengthOf(line) < 0.8) continue;
    // A closed column chooses its own beginning: a corner, where a join hides best.
    const begun = line.closed ? line : begunNear(line, from);
    const arms = armsOf(begun, width / 2 + compensation);
    const builder = new ThreadBuilder();
    sewUnderlay(arms, underlay, width, builder);
    sewTop(arms, spacing, builder);
    if (builder.length < 2) continue;
    threads.push(builder.thread);
    from = builder.last ?? from;
  }
  return threads;
}

export const satin: StitchKind = {
  id: 'satin',
  name: 'Satin',
  summary: 'Smooth stitches to and fro across a line with a width.',
  sentence: 'Cover this line with {kind}, {width} wide, stitches {spacing} apart, in {thread}.',
  from: 'lines',
  settings: [
    {
      name: 'width',
      label: 'Column width',
      type: 'number',
      unit: 'mm',
      least: 0.8,
      most: 20,
      step: 0.1,
      default: 3,
      help: 'How wide the column is; over 7 mm its stitches are split.',
    },
    {
      name: 'spacing',
      label: 'Spacing',
      type: 'number',
      unit: 'mm',
      least: 0.2,
      most: 1.5,
      step: 0.05,
      default: 0.4,
      help: 'From stitch to stitch along the outer edge.',
    },
    {
      name: 'underlay',
      label: 'Underlay',
      type: 'choice',
      more: true,
      choices: [
        { value: 'auto', label: 'by width and cloth' },
        { value: 'none', label: 'none' },
        { value: 'centre', label: 'centre run' },
        { value: 'edge', label: 'edge run' },
        { value: 'edge-zigzag', label: 'edge run and zigzag' },
      ],
      default: 'auto',
      help: 'Stitches beneath that hold the cloth and lift the satin.',
    },
    compensationSetting('How much wider each side is sewn, against the pull of the thread.'),
  ],
  stitch,
  cover: ({ outline, settings }) => bandRegion(outlineLines(outline), settings.width as number),
};
