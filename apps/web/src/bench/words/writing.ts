// Words that are being written on the cloth: which, where the caret stands, and what was typed since the last step.
import { computed, reactive } from 'vue';
import {
  DESIGN_LIMITS,
  everyLeaf,
  findItem,
  heightOnce,
  isText,
  LINE_SPACE,
  offsetAt,
  retyped,
  stitchedHeight,
  textOnCloth,
  threadSeenOn,
  type Design,
  type Point,
  type SetText,
  type TextObject,
  type TextOutline,
} from '@rosehip/core';
import { useKept } from '../../parts/kept.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { bringFont, fontsCame } from '../../stores/fonts.ts';
import { useView } from '../../stores/view.ts';
import { objectFor } from '../tools/make.ts';

/** Words are called by what they say, until somebody gives them another name. */
export const nameOf = (text: string): string => text.trim().split('\n')[0].trim().slice(0, 60) || 'Words';

/** The object with other words. */
export function reworded(object: TextObject, text: string): TextObject {
  const called = object.name === nameOf(object.outline.text);
  return { ...object, outline: retyped(object.outline, text), ...(called && { name: nameOf(text) }) };
}

/** Within a shape words are at most so much of its height and of its width, and at least so high, in mm. */
const SHARE = 0.5;
const WIDE = 0.88;
const LEAST = 4;
/** On a column they are at most so much of its width, where that leaves them high enough. */
const SHARE_OF_COLUMN = 0.6;
/** What is typed becomes a step when the hand has rested for so long, in ms. */
const RESTED = 900;

const state = reactive({
  /** The object that is written in; null for one that begins with the first letter. */
  id: null as string | null,
  /** Where new words begin; null when nothing is written. */
  at: null as Point | null,
  /** The line that new words stand along, where on it as a share, and how wide it is sewn, mm; null where they stand free. */
  on: null as { id: string; share: number; width: number } | null,
  /** New words have their middle where they begin, within something of this size, mm; until they are done, or sized otherwise. */
  within: null as { at: Point; width: number; height: number } | null,
  /** How high new words along something are, in mm, as long as they come round it once; 0 when they are done, or sized otherwise. */
  alongAt: 0,
  /** The thread that covers what they are begun upon; null where cloth is seen. */
  beneath: null as string | null,
  from: 0,
  to: 0,
  /** The letter whose handle was touched last, by where it begins in the text. */
  held: null as number | null,
});

let timer: ReturnType<typeof setTimeout> | undefined;
let typed: TextObject | null = null;
/** The height that words within a shape were given; a hand that gives them another one has the last word. */
let given = 0;

export function useWriting() {
  const bench = useBench();
  const view = useView();
  /** What new words are set in, as it was chosen last. */
  const font = useKept('rosehip-font', 'nunito-800');
  const height = useKept('rosehip-letter-height', 15);

  const writing = computed(() => state.id !== null || state.at !== null);
  const textIn = (design: Design | null): TextObject | null => {
    const item = state.id && design ? findItem(design, state.id) : null;
    return isText(item) ? item : null;
  };
  const object = computed(() => textIn(bench.design));
  const committed = (): TextObject | null => textIn(bench.committed);
  const set = computed<SetText | null>(() =>
    fontsCame.value >= 0 && bench.design && state.id ? textOnCloth(bench.design, state.id) : null,
  );
  /** New words lie in the middle of a column that is wide enough for them. */
  const isUponColumn = (): boolean => (state.on?.width ?? 0) * SHARE_OF_COLUMN >= LEAST;
  /** How high new words are: letters that are stitches have a height of their own, and a shape around them leaves so much. */
  const newHeight = (): number =>
    stitchedHeight(font.value) ??
    (state.on && isUponColumn()
      ? Math.min(height.value, Math.round(10 * SHARE_OF_COLUMN * state.on.width) / 10)
      : Math.min(height.value, Math.max(LEAST, Math.round((state.within?.height ?? Infinity) * SHARE))));
  const letterHeight = computed(() => object.value?.outline.height ?? newHeight());

  /** What was typed becomes a step. */
  function keep(): void {
    clearTimeout(timer);
    const now = typed;
    typed = null;
    if (!now || !committed()) return;
    if (now.outline.text.trim()) bench.replace([now], 'Type');
    else bench.run({ do: 'remove', label: 'Remove words', id: now.id });
  }

  /** Begins new words at a place, with their middle there when they stand within something so high, or along the line that passes through it. */
  function begin(
    at: Point,
    on: typeof state.on = null,
    within: typeof state.within = null,
    beneath: typeof state.beneath = null,
  ): void {
    stop();
    bench.selection = [];
    state.at = at;
    state.on = on;
    state.within = within;
    state.beneath = beneath;
    state.from = state.to = 0;
    void bringFont(font.value, '');
  }

  /** Writes on in words that are there, from one offset to another. */
  function go(id: string, from: number, to = from): void {
    if (state.id !== id) stop();
    state.id = id;
    state.at = null;
    state.from = from;
    state.to = to;
    if (bench.selection.join() !== id) bench.selection = [id];
  }

  function stop(): void {
    keep();
    state.alongAt = 0;
    state.id = null;
    state.at = null;
    state.on = null;
    state.held = null;
    state.within = null;
  }

  /** The text as far as words may be long; that the rest is left out, is said. */
  function within(text: string): string {
    if (text.length <= DESIGN_LIMITS.letters) return text;
    bench.message = `Words hold up to ${DESIGN_LIMITS.letters.toLocaleString('en-GB')} characters: what came after was left out.`;
    return text.slice(0, DESIGN_LIMITS.letters);
  }

  /** The words on the cloth, as large as they may be within or around what they were begun at; themselves when that is so. */
  function fitted(words: TextObject): TextObject {
    const { outline } = words;
    const round = state.alongAt && !stitchedHeight(outline.font) && set.value?.round;
    if (round) {
      const once = Math.max(Math.min(LEAST, state.alongAt), heightOnce(outline.height, round));
      const height = Math.min(state.alongAt, once);
      return height === outline.height ? words : { ...words, outline: { ...outline, height } };
    }
    const lines = set.value?.lines ?? [];
    const longest = Math.max(0, ...lines.map(({ length }) => length));
    if (!state.within || !outline.place || !longest || stitchedHeight(outline.font)) return words;
    const { at, ...within } = state.within;
    // From the top of the first line's capitals to the last baseline, as a share of their height.
    const high = 1 + (lines.length - 1) * (outline.lineSpace ?? LINE_SPACE);
    const room = Math.min((outline.height * WIDE * within.width) / longest, (WIDE * within.height) / high);
    const height = Math.round(10 * Math.max(LEAST, Math.min(newHeight(), room))) / 10;
    const [a, b, c, d, x, before] = outline.place;
    const y = at.y + height - (high * height) / 2;
    if (height === outline.height && y === before) return words;
    return { ...words, outline: { ...outline, height, place: [a, b, c, d, x, y] } };
  }

  /** The text has become this, and the caret stands there. */
  function type(written: string, from: number, to: number): void {
    const text = within(written);
    state.from = from;
    state.to = to;
    if (state.at) {
      if (!text.trim()) return;
      const outline: TextOutline = {
        kind: 'text',
        text,
        font: font.value,
        height: newHeight(),
        ...(state.on
          ? {
              of: [state.on.id],
              align: 'centre',
              baseline: {
                kind: 'along',
                start: state.on.share,
                side: 'left',
                ...(isUponColumn() && { through: true }),
              },
            }
          : state.within !== null
            ? // Capitals stand above their baseline.
              { of: [], align: 'centre', place: [1, 0, 0, 1, state.at.x, state.at.y + newHeight() / 2] }
            : { of: [], align: 'left', place: [1, 0, 0, 1, state.at.x, state.at.y] }),
      };
      // In the thread of what they lie on nobody could read them.
      const thread =
        state.beneath === null ? view.thread : threadSeenOn(bench.design!, state.beneath, view.thread);
      const made = objectFor(outline, 'lettering', 'Words', { name: nameOf(text), thread });
      if (!made || !bench.run(made.command)) return;
      given = outline.height;
      state.alongAt = state.on ? outline.height : 0;
      state.at = state.on = null;
      state.id = made.id;
      bench.selection = [made.id];
      view.panel = 'card';
      return;
    }
    const before = committed();
    if (!before || !object.value || text === object.value.outline.text) return;
    typed = reworded(before, text);
    if (object.value.outline.height !== given) {
      state.within = null;
      state.alongAt = 0;
    }
    // As high as the words before: others may need less, or leave room for more.
    typed.outline = {
      ...typed.outline,
      height: object.value.outline.height,
      place: object.value.outline.place,
    };
    bench.preview([typed]);
    const better = fitted(typed);
    if (better !== typed) bench.preview([(typed = better)]);
    given = typed.outline.height;
    clearTimeout(timer);
    timer = setTimeout(keep, RESTED);
  }

  /** The words that a press on the cloth means, and where in them; null beside all words. */
  function wordsAt(p: Point): { id: string; offset: number } | null {
    if (!bench.design) return null;
    const texts = [...everyLeaf(bench.design.objects)].filter(
      (leaf) => isText(leaf) && leaf.visible && !leaf.locked,
    );
    for (const text of texts.reverse() as TextObject[]) {
      const found = textOnCloth(bench.design, text.id);
      if (!found) continue;
      const { offset, distance } = offsetAt(found, p, text.outline.height);
      if (distance * view.scale < 3) return { id: text.id, offset };
    }
    return null;
  }

  return {
    state,
    writing,
    object,
    set,
    letterHeight,
    font,
    height,
    begin,
    go,
    stop,
    keep,
    type,
    within,
    wordsAt,
  };
}
