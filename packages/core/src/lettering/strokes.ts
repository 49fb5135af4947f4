// How wide a font's strokes are, and how much room its letters have inside, measured on its letters.
import { chordalAxis } from '../geometry/chordal-axis.ts';
import { regionFromRings } from '../geometry/clip.ts';
import { EdgeIndex } from '../geometry/edge-index.ts';
import type { Point } from '../geometry/points.ts';
import { ringsOf, type Region } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import type { Font } from './fonts.ts';
import { setText } from './set-text.ts';

/** Letters are measured at this height of capitals, in mm. */
const HEIGHT = 20;
const STEP = 0.3;
/** So much of every arm of a letter counts: its ends run into others, or into corners. */
const MIDDLE = [0.2, 0.8];
/** The stroke that this share of all strokes is thinner than. */
const THIN = 0.1;
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';
/** Letters with room inside, and the room that this share of all such is narrower than. */
const WITH_COUNTERS = 'abdegopqABDOPQR4689';
const TIGHT = 0.25;

/** The letters of these that a font has, as regions. */
function regionsOf(font: Font, of: string): Region[] {
  const text = { kind: 'text' as const, of: [], text: '', font: '', height: HEIGHT };
  return [...of].flatMap((letter) => {
    const { outline, letters } = setText({ ...text, text: letter }, font);
    return letters.some(({ missing }) => missing) ? [] : [outlineRegion(outline)];
  });
}

/** Twice how far a place lies from the nearest edge, in mm. */
const widthAt = (edges: EdgeIndex, { x, y }: Point): number =>
  2 * (edges.nearest(x, y, HEIGHT)?.distance ?? 0);

/** What a share of all widths is narrower than, as a share of the height of capitals; 0 when there are none. */
function quantile(widths: number[], share: number): number {
  widths.sort((a, b) => a - b);
  return widths.length ? widths[Math.floor(share * widths.length)] / HEIGHT : 0;
}

/**
 * The width of a font's thin strokes as a share of the height of its capitals: a tenth of all strokes of A–Z and a–z, by
 * length, are thinner. 0 for a font without these letters. Measured along each letter's chordal axis.
 */
export function thinStroke(font: Font): number {
  const widths: number[] = [];
  for (const region of regionsOf(font, LETTERS)) {
    const edges = new EdgeIndex(region.flatMap(ringsOf));
    for (const polygon of region)
      for (const { points } of chordalAxis(polygon, STEP).arms) {
        const [from, to] = MIDDLE.map((share) => Math.round(share * (points.length - 1)));
        for (let i = from; i <= to; i++) widths.push(widthAt(edges, points[i]));
      }
  }
  return quantile(widths, THIN);
}

/**
 * The width of a font's tight counters as a share of the height of its capitals: of all room inside of letters a quarter is
 * narrower where it is widest. 0 for a font without any. Measured along each counter's chordal axis.
 */
export function tightCounter(font: Font): number {
  const widths: number[] = [];
  const holes = regionsOf(font, WITH_COUNTERS).flatMap((region) =>
    region.flatMap((polygon) => polygon.holes),
  );
  for (const hole of holes) {
    const [counter] = regionFromRings([hole]);
    if (!counter) continue;
    const edges = new EdgeIndex([hole]);
    const { arms, nodes } = chordalAxis(counter, STEP);
    const places = [...arms.flatMap((arm) => arm.points), ...nodes.map(({ at }) => at)];
    widths.push(Math.max(0, ...places.map((p) => widthAt(edges, p))));
  }
  return quantile(widths, TIGHT);
}
