// Letters that are stitches already, as stitches in their places.
import type {
  DesignObject,
  Path,
  PathOutline,
  PlainOutline,
  StitchesObject,
  TextLetter,
} from '../design/types.ts';
import { onMachineGrid } from '../geometry/points.ts';
import { Move } from './plan.ts';

/** A way longer than this inside a letter is cut, in mm. */
const CUT = 3;

interface Piece {
  letters: TextLetter[];
  outline: PathOutline;
}

/** Puts a thread behind those that are there; `whole` never cuts on the way. */
function append(into: StitchesObject, { points }: Path, whole: boolean): void {
  points.forEach(({ x, y }, i) => {
    const at = [Math.round(onMachineGrid(x) * 10), Math.round(onMachineGrid(y) * 10)];
    const before = into.points.slice(-2);
    if (!i && before.length) {
      const far = Math.hypot(at[0] - before[0], at[1] - before[1]) > 10 * CUT;
      if (far && !whole) {
        into.points.push(...before);
        into.moves.push(Move.trim);
      }
    }
    into.points.push(...at);
    into.moves.push(i ? Move.stitch : Move.jump);
  });
}

/** The pieces of a text whose letters are stitches: each by itself, or all as one step of the thread. */
export function stitchedLetters(
  object: DesignObject<PlainOutline>,
  pieces: readonly Piece[],
  idOf: (i: number) => string,
): StitchesObject[] {
  const { visible, locked, thread, stopAfter, lettersJoined } = object;
  const made: StitchesObject[] = [];
  let last: { letter: TextLetter; item: StitchesObject } | null = null;
  for (const { letters, outline } of pieces) {
    const [letter] = letters;
    const own = letter.thread ?? thread;
    if (!last || !lettersJoined || last.item.thread !== own) {
      const id = idOf(made.length);
      const item: StitchesObject = {
        id,
        name: letter.says,
        kind: 'stitches',
        visible,
        locked,
        thread: own,
        points: [],
        moves: [],
      };
      made.push(item);
      last = { letter, item };
    } else last.item.name = `${last.item.name}${letter.says}`.slice(0, 120);
    for (const path of outline.paths) append(last.item, path, !!lettersJoined);
  }
  const end = made.at(-1);
  if (end && stopAfter !== undefined) end.stopAfter = stopAfter;
  return made;
}
