<script setup lang="ts">
// The numbers and choices of a recipe: what most people change first, what is drawn as pictures, the rest folded.
import { computed, nextTick, watch } from 'vue';
import { OWN_MOTIF } from '@rosehip/core';
import { useKept } from '../../parts/kept.ts';
import { useView } from '../../stores/view.ts';
import OwnMotifs from './OwnMotifs.vue';
import { useRecipeEdit } from './recipe-edit.ts';
import SettingField from './SettingField.vue';
import SwatchField from './SwatchField.vue';

const view = useView();
const edit = useRecipeEdit();

/** Choices that are made among pictures. */
const DRAWN = ['pattern', 'unit'];
const plain = computed(() => edit.shown.value.filter((s) => !s.more && !DRAWN.includes(s.name)));
const more = computed(() => edit.shown.value.filter((s) => s.more));
const drawn = computed(() =>
  edit.shown.value.flatMap((s) => (s.type === 'choice' && DRAWN.includes(s.name) ? [s] : [])),
);
/** The setting that a motif of the person's own can fill, where that is asked for. */
const ownMotif = computed(() => {
  const names = edit.kind.value?.settings.map((s) => s.name) ?? [];
  if (names.includes('unit')) return 'unit';
  return ['leaf', 'blossom'].find((n) => names.includes(n) && edit.valueOf(n) === OWN_MOTIF);
});
const moreOpen = useKept('rosehip-more', false);

watch(
  () => view.openSetting,
  async (name) => {
    if (!edit.shown.value.some((s) => s.name === name)) return;
    view.openSetting = null;
    if (more.value.some((s) => s.name === name)) moreOpen.value = true;
    await nextTick();
    document
      .querySelector<HTMLElement>(`[data-setting="${name}"] :is(input, select, [aria-pressed=true])`)
      ?.focus();
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <div v-if="edit.kind.value" class="grid gap-2">
    <div class="grid grid-cols-2 gap-2">
      <SettingField
        v-for="s in plain"
        :key="s.name"
        :setting="s"
        :class="s.type === 'choice' || s.name === 'seed' ? 'col-span-2' : ''"
      />
    </div>
    <SwatchField v-for="s in drawn" :key="s.name" :setting="s" />
    <OwnMotifs v-if="ownMotif" :setting="ownMotif" />
    <details
      v-if="more.length"
      class="mt-1"
      :open="moreOpen"
      @toggle="moreOpen = ($event.target as HTMLDetailsElement).open"
    >
      <summary class="cursor-pointer text-muted">More</summary>
      <div class="mt-2 grid gap-2">
        <SettingField v-for="s in more" :key="s.name" :setting="s" />
      </div>
    </details>
  </div>
</template>
