// Letters that are stitches already, as stitches in their places.
import type {
  DesignObject,
  Path,
  PathOutline,
  PlainOutline,
  StitchesObject,
  TextLetter,
} from '../design/types.ts';
import { RecordList } from '../design/stitch-blocks.ts';
import { onMachineGrid } from '../geometry/points.ts';
import { Move } from './moves.ts';

/** A way longer than this inside a letter is cut, in mm. */
const CUT = 3;

/** Letters that are being put together to one item. */
interface Growing {
  item: Omit<StitchesObject, 'blocks'>;
  records: RecordList;
}

interface Piece {
  letters: TextLetter[];
  outline: PathOutline;
}

/** Puts a thread behind those that are there; `whole` never cuts on the way. */
function append(records: RecordList, { points }: Path, whole: boolean): void {
  points.forEach(({ x, y }, i) => {
    const at = [Math.round(onMachineGrid(x) * 10), Math.round(onMachineGrid(y) * 10)] as const;
    const before = records.last;
    const far = !i && before && Math.hypot(at[0] - before[0], at[1] - before[1]) > 10 * CUT;
    if (far && !whole) records.add(...before, Move.trim);
    records.add(...at, i ? Move.stitch : Move.jump);
  });
}

/** The pieces of a text whose letters are stitches: each by itself, or all as one step of the thread. */
export function stitchedLetters(
  object: DesignObject<PlainOutline>,
  pieces: readonly Piece[],
  idOf: (i: number) => string,
): StitchesObject[] {
  const { visible, locked, thread, stopAfter, lettersJoined } = object;
  const made: Growing[] = [];
  let last: Growing | null = null;
  for (const { letters, outline } of pieces) {
    const [letter] = letters;
    const own = letter.thread ?? thread;
    if (!last || !lettersJoined || last.item.thread !== own) {
      const id = idOf(made.length);
      const item: Growing['item'] = {
        id,
        name: letter.says,
        kind: 'stitches',
        visible,
        locked,
        thread: own,
      };
      made.push((last = { item, records: new RecordList() }));
    } else last.item.name = `${last.item.name}${letter.says}`.slice(0, 120);
    for (const path of outline.paths) append(last.records, path, !!lettersJoined);
  }
  const end = made.at(-1);
  if (end && stopAfter !== undefined) end.item.stopAfter = stopAfter;
  return made.map(({ item, records }) => ({ ...item, blocks: records.blocks() }));
}
