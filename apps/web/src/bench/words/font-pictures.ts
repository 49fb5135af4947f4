// Words sewn in each font, as small pictures: made one after the other, those that were asked for last first.
import { reactive } from 'vue';
import { useChecker } from '../../workers/engine.ts';

interface Wanted {
  key: string;
  word: string;
  face: string;
  colour: string;
  height: number;
}

/** Pictures that are kept; older ones are made anew when they are seen again. */
const MOST = 160;
const pictures = reactive(new Map<string, ImageBitmap | null>());
let queue: Wanted[] = [];
let working = false;

async function work(): Promise<void> {
  if (working) return;
  working = true;
  for (let next = queue.pop(); next; next = queue.pop()) {
    const { key, word, face, colour, height } = next;
    if (pictures.has(key)) continue;
    try {
      pictures.set(key, (await useChecker().fontPicture(word, face, colour, height)) ?? null);
    } catch {
      pictures.set(key, null);
    }
    if (pictures.size > MOST) pictures.delete(pictures.keys().next().value!);
  }
  working = false;
}

const keyOf = (word: string, face: string, colour: string): string => `${face} ${colour} ${word}`;

/** The picture of a word in a face; undefined while it is not made, null when there is none. */
export const fontPicture = (word: string, face: string, colour: string): ImageBitmap | null | undefined =>
  pictures.get(keyOf(word, face, colour));

/** Asks for it, `height` pixels high. */
export function wantPicture(word: string, face: string, colour: string, height: number): void {
  const key = keyOf(word, face, colour);
  if (pictures.has(key)) return;
  queue = [...queue.filter((w) => w.key !== key && w.word === word), { key, word, face, colour, height }];
  void work();
}

/** Nobody looks any more. */
export const dropWanted = (): void => void (queue = []);
