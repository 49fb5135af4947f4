<script setup lang="ts">
// A choice among drawn things: surface patterns of a fill, units of a motif line. Each shows what it looks like.
import { needlesOf, OWN_MOTIF, unitCoords, UNIT_SIZE, type ChoiceSetting } from '@rosehip/core';
import { computed } from 'vue';
import { useRecipeEdit } from './recipe-edit.ts';

const props = defineProps<{ setting: ChoiceSetting }>();
const edit = useRecipeEdit();
const value = computed(() => edit.valueOf(props.setting.name));

/** What ships with Rosehip; own motifs stand below. */
const choices = computed(() => props.setting.choices.filter((c) => c.value !== OWN_MOTIF));

/** Size of a swatch, in its own units. */
const W = 56;
const H = 30;
const ROWS = 26;

/** Needle points of a patch of fill: what the eye sees on the cloth. */
function patternPath(id: string): string {
  const length = 10;
  let d = '';
  for (let row = 0; row < ROWS; row++) {
    const y = ((row + 0.5) * H) / ROWS;
    for (const x of needlesOf(id, row, 0.5, W - 0.5, length)) d += `M${x.toFixed(1)} ${y.toFixed(1)}h1.3`;
  }
  return d;
}

function unitPath(id: string): string {
  const c = unitCoords(id);
  const k = 18 / UNIT_SIZE;
  let d = '';
  for (let n = 0; n < 3; n++)
    for (let i = 0; i < c.length; i += 2)
      d += `${n || i ? 'L' : 'M'}${(1 + k * (c[i] + n * UNIT_SIZE)).toFixed(1)} ${(H / 2 + 3 + k * c[i + 1]).toFixed(1)}`;
  return d;
}

const pathOf = (id: string): string => (props.setting.name === 'unit' ? unitPath(id) : patternPath(id));
</script>

<template>
  <fieldset :data-setting="setting.name">
    <legend class="label" :title="setting.help">{{ setting.label }}</legend>
    <div class="grid grid-cols-4 gap-1" role="group">
      <button
        v-for="c in choices"
        :key="c.value"
        type="button"
        class="rounded-card border p-0.5 text-center text-[11px] leading-4 hover:bg-linen"
        :class="value === c.value ? 'border-rosehip bg-blush' : 'border-line'"
        :aria-pressed="value === c.value"
        @click="edit.set(setting.name, c.value, setting.label)"
      >
        <svg :viewBox="`0 0 ${W} ${H}`" class="w-full" aria-hidden="true">
          <path :d="pathOf(String(c.value))" fill="none" stroke="currentColor" stroke-width="0.9" />
        </svg>
        {{ c.label }}
      </button>
    </div>
  </fieldset>
</template>
