// A column: one or several ladders, sewn one after another without a join.
import { distance, type Point } from '../../geometry/points.ts';
import { middle, widened, type Ladder, type Rung } from './ladder.ts';

interface Piece {
  /** As drawn. */
  base: Ladder;
  /** As it is sewn: compensated, and with what mitres add. */
  top: Ladder;
  /** Where the piece begins on the column, in mm. */
  start: number;
}

/** A stretch of one piece: places on its base ladder; `from` > `to` when it is gone through backwards. */
export interface Stretch {
  piece: Piece;
  from: number;
  to: number;
}

export class Column {
  private readonly pieces: Piece[] = [];
  readonly length: number;
  readonly ring: boolean;
  /** How much wider than drawn its stitches are at each edge of a column across a shape, in mm. */
  readonly wider: number;

  constructor(pieces: readonly { base: Ladder; top: Ladder }[], wider = 0) {
    let start = 0;
    for (const { base, top } of pieces) {
      this.pieces.push({ base, top, start });
      start += base.length;
    }
    this.length = start;
    this.wider = wider;
    this.ring = pieces.length === 1 && pieces[0].base.ring;
  }

  static of(ladder: Ladder, compensation: number): Column {
    return new Column([{ base: ladder, top: widened(ladder, compensation) }], compensation);
  }

  /** The same as drawn, with stitches so much wider at each edge, in mm. */
  sewnWider(compensation: number): Column {
    return new Column(
      this.pieces.map(({ base }) => ({ base, top: widened(base, compensation) })),
      compensation,
    );
  }

  /** Where the first and the last stitch lie that are not beneath another column, in mm from the begin. */
  get mouths(): [first: number, last: number] {
    if (this.ring || !this.pieces.length) return [0, this.length];
    const [first, last] = [this.pieces[0], this.pieces[this.pieces.length - 1]];
    return [first.base.mouth(0), last.start + last.base.mouth(1)];
  }

  /** The width of the column as drawn that only a fifth of it passes, in mm. */
  get widest(): number {
    return Math.max(0, ...this.pieces.map(({ base }) => base.widest));
  }

  /** The place (mm from the begin) nearest to `p`. */
  nearest(p: Point): number {
    let best = { place: 0, distance: Infinity };
    for (const { base, start } of this.pieces) {
      const near = base.nearest(p);
      if (near.distance < best.distance) best = { place: start + near.place, distance: near.distance };
    }
    return best.place;
  }

  /** The middle of the column at a place. */
  at(place: number): Point {
    return middle(this.rungAt(place));
  }

  rungAt(place: number): Rung {
    const { base, start } = this.pieceAt(place);
    return base.at(place - start);
  }

  /** How wide it is as drawn at a place, in mm. */
  widthAt(place: number): number {
    const { left, right } = this.rungAt(place);
    return distance(left, right);
  }

  /** Which edge is the inner one at a place, and how long it is there as a share of the outer one. */
  inner(place: number): { side: 'left' | 'right'; share: number } {
    const { base, start } = this.pieceAt(place);
    return base.inner(place - start);
  }

  /** The piece that a place lies on: the later one where two meet. */
  private pieceAt(place: number): Piece {
    const { pieces } = this;
    let i = 0;
    while (i + 1 < pieces.length && place >= pieces[i + 1].start) i++;
    return pieces[i];
  }

  /** The column from one place to another, piece by piece. A ring may be gone round beyond its length. */
  stretches(from: number, to: number): Stretch[] {
    if (this.ring) return [{ piece: this.pieces[0], from, to }];
    const [low, high] = from <= to ? [from, to] : [to, from];
    const out: Stretch[] = [];
    this.pieces.forEach((piece) => {
      const { start, base } = piece;
      const a = Math.max(low, start);
      const b = Math.min(high, start + base.length);
      if (b - a <= 1e-9) return;
      out.push({ piece, from: a - start, to: b - start });
    });
    if (!out.length) {
      const piece = this.pieceAt(low);
      const at = Math.min(piece.base.length, Math.max(0, low - piece.start));
      out.push({ piece, from: at, to: at });
    }
    return from <= to ? out : out.reverse().map((s) => ({ ...s, from: s.to, to: s.from }));
  }

  /** Points through the column, `step` mm apart, as `pick` chooses them on every rung. */
  through(from: number, to: number, step: number, pick: (rung: Rung) => Point): Point[] {
    return this.stretches(from, to).flatMap((s) => s.piece.base.along(s.from, s.to, step, pick));
  }

  /** The end (0 or the length) whose middle is nearer to `p`. */
  endNear(p: Point): number {
    return distance(this.at(0), p) <= distance(this.at(this.length), p) ? 0 : this.length;
  }
}
