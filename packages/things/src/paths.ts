// Short ways to write the lines of a drawing.
import { parsePathData, type Path } from '@rosehip/core';
import type { Piece } from './thing.ts';

/** Path data, in mm. */
export const line = (d: string): Path[] => parsePathData(d).paths;

/** The same, mirrored from left to right about x = 0. */
export const mirrored = (paths: readonly Path[]): Path[] =>
  paths.map(({ closed, points }) => ({
    closed,
    points: points.map((p) => ({
      x: -p.x,
      y: p.y,
      ...(p.in && { in: { x: -p.in.x, y: p.in.y } }),
      ...(p.out && { out: { x: -p.out.x, y: p.out.y } }),
    })),
  }));

/** On both sides. */
export const both = (d: string): Path[] => [...line(d), ...mirrored(line(d))];

const otherSide = <P extends { paths: Path[] }>(parts: readonly P[] = []): P[] =>
  parts.map((part) => ({ ...part, paths: mirrored(part.paths) }));

/** Pieces with their mirror images, all that is on them too. */
export const bothSides = (pieces: readonly Piece[]): Piece[] => [
  ...otherSide(pieces).map((piece) => ({
    ...piece,
    folds: otherSide(piece.folds),
    glows: otherSide(piece.glows),
    seams: otherSide(piece.seams),
  })),
  ...pieces,
];

/** A circle, or an ellipse. */
export const round = (x: number, y: number, rx: number, ry = rx): Path[] =>
  line(`M${x - rx} ${y}A${rx} ${ry} 0 1 1 ${x + rx} ${y}A${rx} ${ry} 0 1 1 ${x - rx} ${y}Z`);

/** A rectangle with round corners. */
export const box = (x: number, y: number, width: number, height: number, r = 0): Path[] =>
  r
    ? line(
        `M${x + r} ${y}h${width - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${height - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${2 * r - width}a${r} ${r} 0 0 1 ${-r} ${-r}v${2 * r - height}a${r} ${r} 0 0 1 ${r} ${-r}Z`,
      )
    : line(`M${x} ${y}h${width}v${height}h${-width}Z`);
