// Small pictures of recipes, sewn beside what the hand is doing.
import { onUnmounted, shallowRef, watch } from 'vue';
import type { Design, Recipe, SwatchMaterials } from '@rosehip/core';
import { useChecker } from '../workers/engine.ts';

/** What of a design its swatches are sewn on and with. */
export const swatchMaterials = ({ cloth, chart, ownChart }: Design): SwatchMaterials => ({
  cloth: { ...cloth },
  chart,
  ...(ownChart && { ownChart }),
});

/** Pictures of recipes in a thread on a cloth, in their order; `size` CSS pixels high and wide. */
export function useRecipePictures(
  wanted: () => { recipes: Recipe[]; thread: string; on: SwatchMaterials } | null,
  size: number,
) {
  const pictures = shallowRef<(ImageBitmap | undefined)[]>([]);
  let asked = 0;
  const forget = (list: (ImageBitmap | undefined)[]): void => list.forEach((picture) => picture?.close());

  watch(
    () => JSON.stringify(wanted()),
    async () => {
      const now = ++asked;
      const ask = wanted();
      let made: (ImageBitmap | undefined)[] = [];
      try {
        if (ask?.recipes.length)
          made = await useChecker().recipePictures(
            ask.recipes.map(({ kind, settings }) => ({ kind, settings: { ...settings } })),
            ask.thread,
            { ...ask.on },
            Math.round(size * devicePixelRatio),
          );
      } catch {
        // Without pictures the names still say what they are.
      }
      if (now !== asked) return forget(made);
      forget(pictures.value);
      pictures.value = made;
    },
    { immediate: true },
  );
  onUnmounted(() => {
    asked++;
    forget(pictures.value);
  });
  return pictures;
}
