// Changing the words that are selected, one text or several.
import { isText, stitchedHeight, type TextObject, type TextOutline } from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { bringFont } from '../../stores/fonts.ts';
import { shared } from '../recipe-card/recipe-edit.ts';

export function useTextEdit() {
  const bench = useBench();
  const texts = computed<TextObject[]>(() =>
    bench.selected.length && bench.selected.every(isText) ? (bench.selected as TextObject[]) : [],
  );
  const one = computed(() => (texts.value.length === 1 ? texts.value[0] : null));
  const valueOf = <T>(pick: (outline: TextOutline) => T): T | null =>
    shared(texts.value.map(({ outline }) => pick(outline)));

  /** The selected texts, as they were before a preview, with some of their outlines changed; undefined drops a key. */
  function changed(change: (outline: TextOutline) => Partial<TextOutline>): TextObject[] {
    return bench.committedSelected.filter(isText).map((object) => {
      const outline = { ...object.outline, ...change(object.outline) };
      for (const key of Object.keys(outline) as (keyof TextOutline)[])
        if (outline[key] === undefined) delete outline[key];
      return { ...object, outline };
    });
  }
  const show = (change: (outline: TextOutline) => Partial<TextOutline>): void =>
    bench.preview(changed(change));
  const set = (change: (outline: TextOutline) => Partial<TextOutline>, label: string): boolean =>
    bench.replace(changed(change), label);

  /** Loads a font for what is selected, and then shows or sets it. */
  async function withFont(font: string, then: (items: TextObject[]) => void): Promise<void> {
    await bringFont(font, texts.value.map(({ outline }) => outline.text).join(''));
    // Letters that are stitches have a height of their own: handles and spaces go by it.
    const height = stitchedHeight(font);
    then(changed(() => ({ font, ...(height && { height }) })));
  }

  return { texts, one, valueOf, changed, show, set, withFont };
}
