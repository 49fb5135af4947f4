<script setup lang="ts">
// One part of the card: a head that stays in sight, and what it opens. Four of them share one scrolling column.
import { ChevronDown, ChevronRight } from '@lucide/vue';
import { nextTick, useId, useTemplateRef } from 'vue';

const props = defineProps<{
  title: string;
  /** Its place among the parts, from 0, and how many there are: so much room the other heads take. */
  place: number;
  of: number;
  /** What it holds, said in its head while it is closed. */
  told?: string;
}>();
const open = defineModel<boolean>({ required: true });

/** Height of a head in CSS pixels; the style below says the same. */
const HEAD = 30;
const id = useId();
const body = useTemplateRef<HTMLElement>('body');

/** What all parts scroll in. */
const columnOf = (part: HTMLElement): HTMLElement => part.closest('[data-column]')!;

/** So much of what a part holds must be seen between the heads for it to be in sight, in CSS pixels. */
const SEEN = 100;
function inSight(): boolean {
  const column = columnOf(body.value!).getBoundingClientRect();
  const box = body.value!.getBoundingClientRect();
  const top = Math.max(box.top, column.top + (props.place + 1) * HEAD);
  const bottom = Math.min(box.bottom, column.bottom - (props.of - 1 - props.place) * HEAD);
  return bottom - top >= Math.min(SEEN, box.height);
}

/** Brings what it holds to the top of the column. */
async function show(): Promise<void> {
  open.value = true;
  await nextTick();
  const { value } = body;
  if (value) columnOf(value).scrollTo({ top: value.offsetTop - (props.place + 1) * HEAD });
}
defineExpose({ show });

/** What can be seen is closed; what can't is brought into sight. */
function press(): void {
  if (open.value && inSight()) open.value = false;
  else void show();
}
</script>

<template>
  <h3 class="head" :style="{ '--above': place, '--below': of - 1 - place }">
    <button
      type="button"
      class="flex h-full w-full items-center gap-1.5 px-3 text-left text-sm hover:bg-linen"
      :aria-expanded="open"
      :aria-controls="id"
      @click="press"
    >
      <component :is="open ? ChevronDown : ChevronRight" :size="15" class="shrink-0" aria-hidden="true" />
      <span class="shrink-0">{{ title }}</span>
      <span v-if="told" class="truncate font-sans text-xs font-normal text-muted">{{ told }}</span>
    </button>
  </h3>
  <div v-show="open" :id="id" ref="body" class="grid gap-4 px-4 pt-2 pb-4"><slot /></div>
</template>

<style scoped>
.head {
  height: 30px;
  border-top: 1px solid var(--color-line);
  background: var(--color-panel);
}
/* In a low window the heads would leave nothing between them: there they scroll. */
.heads-stay .head {
  position: sticky;
  z-index: 5;
  top: calc(var(--above) * 30px);
  bottom: calc(var(--below) * 30px);
}
</style>
