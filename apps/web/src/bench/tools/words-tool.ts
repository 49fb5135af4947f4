// Words: click and type on the cloth; letters by their handles.
import {
  applyMatrix,
  arcThrough,
  boundsOfItems,
  caretAt,
  distance,
  findItem,
  inverse,
  isText,
  leavesAt,
  lineNear,
  lineWidthOf,
  markedAt,
  objectCover,
  outlinePaths,
  stoodOn,
  withoutPull,
  type PartHandle,
  type Point,
  type SetLetter,
  type SetPart,
  type TextObject,
} from '@rosehip/core';
import { computed, reactive, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { handleOf, moved, secondOf, turned, withLetter } from '../words/letter-drag.ts';
import { partHandleAt, pulledWords } from '../words/part-drag.ts';
import { useWriting } from '../words/writing.ts';
import { useGesture } from './gesture.ts';
import { drawDisc, drawLeaf, drawLine, LEAF, ROSEHIP } from './marks.ts';
import { toolOf, NOTHING, type Marker, type Pointer, type Tool, type ToolPreview } from './tool.ts';

/** How near a press must be to a handle, in CSS pixels. */
const NEAR = 8;
/** Words that are begun this near to a line stand along it, in CSS pixels. */
const ON_LINE = 4;
/** A drag up or down by so much, in CSS pixels, says how high new words are; at most so high, in mm. */
const BOX = 8;
const HIGHEST = 500;

/** Was the part of the word that begins here drawn by hand? */
const isPulled = (object: TextObject | null, at: number): boolean => {
  const baseline = object?.outline.baseline;
  return baseline?.kind === 'within' && !!baseline.pulls?.some((pull) => pull.at === at);
};

export function wordsTool(): Tool {
  const bench = useBench();
  const view = useView();
  const writing = useWriting();
  const gesture = useGesture();
  const { state } = writing;
  /** A drag over letters, or of a handle; and the letter whose handle was touched last. */
  const hand = reactive({
    marking: false,
    pulling: null as 'move' | 'turn' | 'arc' | 'part' | null,
    from: null as Point | null,
    /** Where the box was begun that new words are to be as high as. */
    box: null as Point | null,
  });
  const box = shallowRef<ToolPreview>(NOTHING);
  let letter: SetLetter | null = null;
  /** What was written in, and where the caret stood, before the press under way. */
  let before: Pick<typeof state, 'id' | 'from' | 'to'> = { id: null, from: 0, to: 0 };
  /** The handle of a part that is drawn. */
  let corner: { part: SetPart; handle: PartHandle } | null = null;

  /** Letters that can be moved: those of words that fill a shape stand where the shape wants them. */
  const seen = computed(() =>
    writing.object.value?.outline.baseline?.kind === 'within'
      ? []
      : (writing.set.value?.letters.filter((l) => !l.blank) ?? []),
  );
  /** The part of the word that the caret is in, of words that fill a shape. */
  const part = computed<SetPart | null>(() => {
    const parts = writing.set.value?.parts;
    return parts?.findLast(({ at }) => at <= state.to) ?? parts?.[0] ?? null;
  });
  const heldLetter = computed(() => seen.value.find((l) => l.at === state.held) ?? null);
  const committed = (): TextObject | null => {
    const found = bench.committedSelected[0];
    return isText(found) ? found : null;
  };

  /** The leaf at the end of the first line, by which words are drawn into an arc; null where they stand on something else. */
  const end = computed<Point | null>(() => {
    const kind = writing.object.value?.outline.baseline?.kind;
    if (kind && kind !== 'arc') return null;
    const line = seen.value.filter((l) => l.line === 0);
    if (line.length < 2) return null;
    const last = line.reduce((a, b) => (b.at > a.at ? b : a));
    const height = writing.letterHeight.value;
    return applyMatrix(last.frame, { x: (last.rightToLeft ? 0 : last.width) + 0.4 * height, y: 0 });
  });

  /** The words on the arc that ends at a place, or straight. */
  function arched(to: Point): TextObject | null {
    const object = committed();
    const set = writing.set.value;
    if (!object || !set) return null;
    const { length } = set.lines[0];
    const level = stoodOn(object.outline, set, undefined);
    const back = inverse(level.place!);
    if (!back) return null;
    const { x, y } = applyMatrix(back, to);
    const reach = 0.4 * object.outline.height;
    const radius = arcThrough(length, Math.abs(x) - reach, y);
    const outline = radius === null ? level : stoodOn(object.outline, set, { kind: 'arc', radius });
    return { ...object, outline };
  }

  /** The handle at a place. */
  function handleAt(p: Point): { letter: SetLetter | null; pulling: 'move' | 'turn' | 'arc' } | null {
    const near = NEAR / view.scale;
    if (end.value && distance(end.value, p) < near) return { letter: null, pulling: 'arc' };
    const height = writing.letterHeight.value;
    if (heldLetter.value && distance(secondOf(heldLetter.value, height), p) < near)
      return { letter: heldLetter.value, pulling: 'turn' };
    const found = seen.value.find((l) => distance(handleOf(l, height), p) < near);
    return found ? { letter: found, pulling: 'move' } : null;
  }

  function pulled(to: Point, even: boolean): TextObject | null {
    if (hand.pulling === 'arc') return arched(to);
    const object = committed();
    const set = writing.set.value;
    if (hand.pulling === 'part')
      return object && set && corner && hand.from
        ? pulledWords(object, set, corner.part, corner.handle, hand.from, to)
        : null;
    if (!object || !letter || !hand.from) return null;
    return hand.pulling === 'move'
      ? moved(object, letter, hand.from, to)
      : turned(object, letter, hand.from, to, even);
  }

  /** The middle of the one closed shape, or group of such, that is selected, and how large it is, in mm. */
  const middle = computed<{ at: Point; width: number; height: number } | null>(() => {
    const [only, ...others] = bench.selectedPlain;
    if (!only || others.length || isText(bench.selected[0])) return null;
    const closes = (item: typeof only): boolean =>
      item.kind === 'group'
        ? !item.repeat && item.objects.some(closes)
        : item.kind === 'object' && outlinePaths(item.outline).some((path) => path.closed);
    if (!closes(only)) return null;
    const b = boundsOfItems([only]);
    const at = b && { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 };
    return at && { at, width: b.maxX - b.minX, height: b.maxY - b.minY };
  });

  /** The thread that covers a place; null where cloth is seen. */
  function coveredAt(at: Point): string | null {
    const [leaf] = bench.plain
      ? leavesAt(bench.plain, at, 0).filter((l) => l.kind !== 'object' || !l.unsewn)
      : [];
    if (leaf?.kind !== 'object') return leaf?.thread ?? null;
    return objectCover(leaf, bench.materials.cloth) ? leaf.thread : null;
  }

  /** The line that words stand along when they are begun here. */
  function lineAt(at: Point): typeof state.on {
    const near = bench.plain && lineNear(bench.plain, at, ON_LINE / view.scale);
    const item = near && findItem(bench.design!, near.id);
    return near && { ...near, width: item?.kind === 'object' ? (lineWidthOf(item) ?? 0) : 0 };
  }

  function begin(
    at: Point,
    on: Parameters<typeof writing.begin>[1] = null,
    within: typeof middle.value = null,
  ): void {
    writing.begin(at, on, within, coveredAt(at));
  }

  /** The middle of a hoop in which nothing is yet. */
  const emptyHoop = (): typeof middle.value =>
    bench.design && !bench.design.objects.length ? { at: { x: 0, y: 0 }, ...bench.design.hoop } : null;

  // With words selected, the tool writes on in them at once; with a shape, or on an empty bench, in the middle unless it is pressed elsewhere.
  watch(
    () => view.tool,
    (tool) => {
      const [only, ...others] = bench.selected;
      if (tool !== 'words' || others.length || writing.writing.value) return;
      if (isText(only)) return writing.go(only.id, only.outline.text.length);
      const room = only ? middle.value : emptyHoop();
      if (room) begin(room.at, null, room);
    },
  );

  return toolOf({
    hint: computed(() =>
      writing.writing.value
        ? part.value
          ? 'Type. Discs draw the part of the word that the caret is in. Esc: done.'
          : state.id
            ? 'Type. Discs move letters, the leaf draws an arc. Esc: done.'
            : 'Type here, or click where words are to begin instead.'
        : 'Click where words are to begin, or drag how high; click a line for words along it, or words to change them.',
    ),
    preview: box,
    actions: computed(() => [
      ...(part.value
        ? [
            {
              label: 'Part as it was',
              blocked: isPulled(committed(), part.value.at)
                ? undefined
                : 'This word’s part lies as the shape has it.',
              run() {
                const object = committed();
                if (!object || !part.value) return;
                const outline = withoutPull(object.outline, part.value.at);
                bench.replace([{ ...object, outline }], 'Part as it was');
              },
            },
          ]
        : []),
      ...(part.value
        ? []
        : [
            {
              label: 'Letter as it was',
              blocked: heldLetter.value
                ? bench.selected.some((o) => isText(o) && o.outline.letters?.some((l) => l.at === state.held))
                  ? undefined
                  : 'This letter stands as the font has it.'
                : 'Touch the disc below a letter first.',
              run() {
                const object = committed();
                if (!object || state.held === null) return;
                const none = { space: 0, lift: 0, turn: 0, size: 1, thread: undefined, recipe: undefined };
                bench.replace([withLetter(object, state.held, none)], 'Letter as it was');
              },
            },
          ]),
    ]),
    // Words that fill a shape are as high as it wants.
    numbers: computed(() =>
      part.value
        ? []
        : [
            {
              label: 'Height of capitals',
              value: writing.letterHeight.value,
              unit: 'mm' as const,
              least: 1,
              most: HIGHEST,
              step: 0.5,
              set(height: number) {
                writing.height.value = height;
                const object = committed();
                if (object && state.id)
                  bench.replace([{ ...object, outline: { ...object.outline, height } }], 'Height');
              },
            },
          ],
    ),
    down(p: Pointer) {
      before = { id: state.id, from: state.from, to: state.to };
      const pull = part.value && partHandleAt(part.value, p.at, NEAR / view.scale);
      if (pull && part.value) {
        writing.keep();
        corner = { part: part.value, handle: pull };
        hand.pulling = 'part';
        hand.from = p.at;
        return;
      }
      const handle = handleAt(p.at);
      if (handle) {
        writing.keep();
        letter = handle.letter;
        state.held = letter?.at ?? null;
        hand.pulling = handle.pulling;
        hand.from = p.at;
        return;
      }
      state.held = null;
      const on = writing.wordsAt(p.at);
      if (on) {
        writing.go(on.id, p.shift && state.id === on.id ? state.from : on.offset, on.offset);
        hand.marking = true;
      } else if (state.id) writing.stop();
      else {
        hand.box = p.at;
        begin(p.at, lineAt(p.at));
      }
    },
    move({ at, shift }: Pointer) {
      if (hand.box && state.at) {
        const high = Math.abs(at.y - hand.box.y);
        if (high * view.scale < BOX) return;
        // As high as the box, from its lower left on.
        writing.height.value = Math.min(HIGHEST, Math.max(1, Math.round(2 * high) / 2));
        state.on = null;
        state.at = { x: Math.min(at.x, hand.box.x), y: Math.max(at.y, hand.box.y) };
        box.value = { ...NOTHING, box: [hand.box, at] };
      } else if (hand.pulling) {
        const next = pulled(at, shift);
        if (next) gesture.show([next]);
      } else if (hand.marking) {
        const on = writing.wordsAt(at);
        if (on && on.id === state.id) state.to = on.offset;
      }
    },
    up({ at, shift }: Pointer) {
      hand.marking = false;
      hand.box = null;
      box.value = NOTHING;
      if (!hand.pulling) return;
      const next = pulled(at, shift);
      const far = hand.from && distance(hand.from, at) * view.scale > 2;
      if (next && far) {
        gesture.show([next]);
        gesture.commit(
          { move: 'Move letter', turn: 'Turn letter', arc: 'Arc', part: 'Draw a part' }[hand.pulling],
        );
      } else gesture.cancel();
      hand.pulling = null;
    },
    doubleClick({ at }: Pointer) {
      const on = writing.wordsAt(at);
      const text = writing.object.value?.outline.text;
      if (!on || text === undefined) return;
      const before = text.slice(0, on.offset).search(/\S+$/);
      const after = text.slice(on.offset).search(/\s|$/);
      writing.go(on.id, before < 0 ? on.offset : before, on.offset + after);
    },
    key(key: string) {
      // Without a mouse: new words in the middle, or the selected ones from their end.
      if (key !== 'Enter' || writing.writing.value) return false;
      const [only] = bench.selected;
      if (isText(only)) writing.go(only.id, only.outline.text.length);
      else begin(view.centre);
      return true;
    },
    letGo() {
      if (hand.pulling) gesture.cancel();
      Object.assign(hand, { pulling: null, marking: false, box: null });
      box.value = NOTHING;
      // The caret goes back to where it was.
      const { id, from, to } = before;
      if (id && bench.committed && findItem(bench.committed, id)) writing.go(id, from, to);
      else if (!id) writing.stop();
    },
    cancel() {
      if (hand.pulling) {
        hand.pulling = null;
        return gesture.cancel();
      }
      const was = writing.writing.value;
      state.held = null;
      if (was) writing.stop();
      return was;
    },
    mark({ ctx, toPx, scale }: Marker) {
      const height = writing.letterHeight.value;
      const text = writing.set.value;
      if (!text) {
        if (!state.at) return;
        const p = toPx(state.at);
        drawLine(ctx, p, { x: p.x, y: p.y - height * scale }, ROSEHIP, 2);
        return;
      }
      const [from, to] = [Math.min(state.from, state.to), Math.max(state.from, state.to)];
      ctx.fillStyle = 'rgb(179 38 63 / 0.18)';
      for (const corners of from < to ? markedAt(text, from, to, height) : []) {
        ctx.beginPath();
        for (const p of corners.map(toPx)) ctx.lineTo(p.x, p.y);
        ctx.fill();
      }
      const [foot, top] = caretAt(text, state.to, height).map(toPx);
      drawLine(ctx, foot, top, '#fffdf8', 4);
      drawLine(ctx, foot, top, ROSEHIP, 2);
      for (const l of seen.value) drawDisc(ctx, toPx(handleOf(l, height)), 3.5, l.at === state.held);
      if (part.value) {
        const edge = part.value.edge.map(toPx);
        edge.forEach((p, i) => drawLine(ctx, p, edge[(i + 1) % edge.length], LEAF, 1, [3, 3]));
        for (const p of part.value.sides) drawDisc(ctx, toPx(p), 3.5, false);
        for (const p of part.value.corners) drawDisc(ctx, toPx(p), 5, false);
      }
      if (end.value) drawLeaf(ctx, toPx(end.value), 5.5, hand.pulling === 'arc');
      if (heldLetter.value) {
        const [a, b] = [handleOf(heldLetter.value, height), secondOf(heldLetter.value, height)].map(toPx);
        drawLine(ctx, a, b, LEAF, 1, [3, 3]);
        drawDisc(ctx, b, 5, false);
      }
    },
  });
}
