<script setup lang="ts">
// One setting of a recipe: a number or a choice, shared by all that is selected.
import { CircleHelp } from '@lucide/vue';
import { computed, ref } from 'vue';
import type { Setting } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import HelpNote from './HelpNote.vue';
import { useRecipeEdit } from './recipe-edit.ts';

const props = defineProps<{ setting: Setting }>();
const edit = useRecipeEdit();
/** What it does is shown. */
const explained = ref(false);

const value = computed(() => edit.valueOf(props.setting.name));
const number = computed(() => (typeof value.value === 'number' ? value.value : null));
/** Numbers without a default are the cloth's to choose; they can be given back to it. */
const byCloth = computed(() => props.setting.type === 'number' && props.setting.default === undefined);
const auto = computed(() => edit.isAuto(props.setting.name));
/** Whom a number without a default is left to. */
const leftTo = computed(() =>
  props.setting.type === 'number' && props.setting.follows ? 'the same' : 'by cloth',
);
/** What "auto" has chosen, in the words of its choice. */
const chosen = computed(() => {
  const { setting } = props;
  const picked = edit.chosen.value[setting.name];
  if (setting.type !== 'choice' || value.value !== 'auto' || picked === undefined) return '';
  return setting.choices.find((c) => c.value === picked)?.label ?? String(picked);
});

/** The next variant; after the last one, the first. */
function another(): void {
  const { setting } = props;
  if (setting.type !== 'number') return;
  edit.set(setting.name, ((number.value ?? 0) % setting.most) + 1, 'Another one');
}

function choose(event: Event): void {
  const { setting } = props;
  if (setting.type !== 'choice') return;
  const text = (event.target as HTMLSelectElement).value;
  const choice = setting.choices.find((c) => String(c.value) === text);
  if (choice) edit.set(setting.name, choice.value, setting.label);
}
</script>

<template>
  <div :data-setting="setting.name" class="relative" :class="explained ? 'col-span-full' : ''">
    <button
      type="button"
      class="absolute -top-0.5 right-0 z-[1] grid size-6 place-items-center rounded-full text-muted hover:bg-linen hover:text-ink"
      :class="explained ? 'bg-linen text-ink' : ''"
      :aria-label="`What “${setting.label}” does`"
      :title="setting.help"
      :aria-expanded="explained"
      @click="explained = !explained"
    >
      <CircleHelp :size="14" aria-hidden="true" />
    </button>
    <div v-if="setting.type === 'number'" class="flex items-end gap-2">
      <NumberField
        class="grow"
        :label="setting.label"
        :value="number"
        :unit="setting.unit"
        :least="setting.least"
        :most="setting.most"
        :step="setting.step"
        :help="setting.help"
        @live="edit.preview(setting.name, $event)"
        @change="edit.set(setting.name, $event, setting.label)"
      />
      <button
        v-if="setting.name === 'seed'"
        type="button"
        class="button shrink-0"
        title="The same recipe, grown differently"
        @click="another"
      >
        Another one
      </button>
      <template v-if="byCloth">
        <p v-if="auto" class="pb-1.5 text-xs text-muted">{{ leftTo }}</p>
        <button v-else type="button" class="button" @click="edit.set(setting.name, undefined, setting.label)">
          {{ leftTo === 'by cloth' ? 'By cloth' : 'The same' }}
        </button>
      </template>
    </div>
    <template v-else>
      <label class="label" :for="`setting-${setting.name}`">{{ setting.label }}</label>
      <select
        :id="`setting-${setting.name}`"
        class="field"
        :title="setting.help"
        :value="value === null ? '' : String(value)"
        @change="choose"
      >
        <option v-if="value === null" value="" disabled>mixed</option>
        <option v-for="c in setting.choices" :key="c.value" :value="String(c.value)">{{ c.label }}</option>
      </select>
      <p v-if="chosen" class="mt-0.5 text-xs text-muted">chosen: {{ chosen }}</p>
    </template>
    <HelpNote v-if="explained" :setting="setting" />
  </div>
</template>
