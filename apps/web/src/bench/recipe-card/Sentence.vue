<script setup lang="ts">
// How what is selected is stitched, as a sentence; its words open what they speak of.
import { computed } from 'vue';
import type { Setting } from '@rosehip/core';
import { showNumber } from '../../fields/arithmetic.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useRecipeEdit, useSelectedThread } from './recipe-edit.ts';

/** Which picker is open. */
defineProps<{ open: 'kind' | 'thread' | 'font' | null }>();
const emit = defineEmits<{ open: [name: string] }>();
const bench = useBench();
const units = useSettings();
const edit = useRecipeEdit();
const thread = useSelectedThread();

function shownSetting(setting: Setting): string {
  const value = edit.valueOf(setting.name);
  if (value === null) return 'mixed';
  if (setting.type === 'choice')
    return setting.choices.find((c) => c.value === value)?.label ?? String(value);
  return setting.unit === 'mm'
    ? `${showNumber(value as number, units.units)} ${units.units}`
    : `${showNumber(value as number, 'plain')}${setting.unit}`;
}

interface Word {
  text: string;
  opens?: string;
  /** Punctuation that follows, which must not begin a line. */
  then?: string;
}
const threadWord = computed<Word>(() => ({
  text: thread.value ? `${thread.value.name} ${thread.value.code}` : 'mixed threads',
  opens: 'thread',
}));

/** Words with the punctuation that follows those which open something. */
function withPunctuation(given: readonly Word[]): Word[] {
  const out: Word[] = [];
  for (const word of given) {
    const before = out.at(-1);
    const [then] = before?.opens && !word.opens ? /^[.,;:]*/.exec(word.text)! : [''];
    if (then) out[out.length - 1] = { ...before!, then };
    if (word.text.length > then.length) out.push({ ...word, text: word.text.slice(then.length) });
  }
  return out;
}

/** The kind's sentence, cut at the words that open something. */
const words = computed<Word[]>(() => withPunctuation(cut()));
function cut(): Word[] {
  const kind = edit.kind.value;
  if (!edit.objects.value.length)
    return bench.selected.every((i) => i.kind !== 'group')
      ? [{ text: 'Stitches, kept exactly as they are, in ' }, threadWord.value, { text: '.' }]
      : [];
  if (!kind)
    return [{ text: 'These are stitched in ' }, { text: 'different ways', opens: 'kind' }, { text: '.' }];
  const isShown = (name: string): boolean =>
    name === 'kind' || name === 'thread' || edit.shown.value.some((s) => s.name === name);
  const told = kind.sentence.replace(/\[([^|\]]*)\|?([^\]]*)\]/g, (_, part: string, otherwise: string) =>
    [...part.matchAll(/\{(\w+)\}/g)].every(([, name]) => isShown(name)) ? part : otherwise,
  );
  return told.split(/(\{\w+\})/).map((part) => {
    const name = /^\{(\w+)\}$/.exec(part)?.[1];
    if (!name) return { text: part };
    if (name === 'kind') return { text: kind.name.toLowerCase(), opens: 'kind' };
    if (name === 'thread') return threadWord.value;
    return { text: shownSetting(kind.settings.find((s) => s.name === name)!), opens: name };
  });
}
</script>

<template>
  <p v-if="words.length" class="px-1 leading-6">
    <template v-for="(word, i) in words" :key="i">
      <span v-if="word.opens" class="whitespace-nowrap"
        ><button
          type="button"
          class="border-b border-dashed border-rosehip/60 text-left whitespace-normal text-rosehip italic hover:bg-blush"
          :aria-expanded="word.opens === 'kind' || word.opens === 'thread' ? open === word.opens : undefined"
          @click="emit('open', word.opens)"
        >
          {{ word.text }}</button
        >{{ word.then }}</span
      ><span v-else>{{ word.text }}</span>
    </template>
  </p>
</template>
