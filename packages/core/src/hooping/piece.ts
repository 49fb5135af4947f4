// The piece of cloth as an outline.
import type { Piece, PlainOutline } from '../design/types.ts';
import { scaling } from '../geometry/matrix.ts';
import { panelById } from '../materials/panels.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { transformOutline } from '../outlines/transform.ts';

/** Its middle is the origin; mm. */
export function pieceOutline({ shape, panel, width, height }: Piece): PlainOutline {
  if (shape === 'round') return { kind: 'ellipse', x: 0, y: 0, width, height, turn: 0 };
  if (shape === 'rectangle') return { kind: 'rectangle', x: 0, y: 0, width, height, turn: 0, radius: 0 };
  const drawn: PlainOutline = { kind: 'path', paths: parsePathData(panelById(panel).d).paths };
  return transformOutline(drawn, scaling(width / 100, height / 100)) as PlainOutline;
}
