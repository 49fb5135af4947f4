<script setup lang="ts">
// A number that can be typed with arithmetic and units, stepped with the arrow keys, and scrubbed by its label.
import { computed, nextTick, ref, useId, useTemplateRef, watch } from 'vue';
import { useSettings } from '../stores/settings.ts';
import { NumberError, readNumber, showNumber, type Measure } from './arithmetic.ts';

const props = withDefaults(
  defineProps<{
    /** Empty where what it stands beside says enough: `help` names it then. */
    label: string;
    /** mm, degrees or a plain number; null when several objects differ. */
    value: number | null;
    unit?: 'mm' | '°' | '×' | '';
    least?: number;
    most?: number;
    step?: number;
    help?: string;
    places?: number;
    /** The label stands before the field instead of above it. */
    inline?: boolean;
    /** Why it can't be changed now. */
    blocked?: string;
  }>(),
  { unit: 'mm', least: -Infinity, most: Infinity, step: 0.1, places: 2 },
);
/** `live` while a hand is still moving, `change` when the value stands. */
const emit = defineEmits<{ live: [value: number]; change: [value: number] }>();

const settings = useSettings();
const id = useId();
const measure = computed<Measure>(() => (props.unit === 'mm' ? settings.units : 'plain'));
const unitShown = computed(() => (props.unit === 'mm' ? settings.units : props.unit));
const shown = computed(() =>
  props.value === null ? '' : showNumber(props.value, measure.value, props.places),
);
const text = ref(shown.value);
const problem = ref('');
const typing = ref(false);
const field = useTemplateRef<HTMLInputElement>('field');

/** A number that becomes another one while the hand is about to type over it is selected again, or what is typed would be added to it. */
watch(shown, async (now) => {
  if (typing.value) return;
  text.value = now;
  await nextTick();
  if (document.activeElement === field.value && !typing.value) field.value!.select();
});

const limited = (v: number): number => Math.min(props.most, Math.max(props.least, v));
const tidy = (v: number): number => Number(v.toFixed(4));

function say(value: number): string {
  return `${showNumber(value, measure.value, props.places)} ${unitShown.value}`.trim();
}

/** Takes what was typed; when it is wrong, the field says why and keeps it. */
function take(): void {
  typing.value = false;
  if (text.value === shown.value || (props.value === null && !text.value.trim())) {
    problem.value = '';
    return;
  }
  try {
    const value = readNumber(text.value, measure.value, props.value);
    if (value < props.least - 1e-9 || value > props.most + 1e-9) {
      problem.value = value < props.least ? `At least ${say(props.least)}.` : `At most ${say(props.most)}.`;
      return;
    }
    problem.value = '';
    emit('change', tidy(limited(value)));
    text.value = shown.value;
  } catch (error) {
    if (!(error instanceof NumberError)) throw error;
    problem.value = error.message;
  }
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Enter') take();
  else if (event.key === 'Escape') {
    text.value = shown.value;
    problem.value = '';
    typing.value = false;
    (event.target as HTMLInputElement).blur();
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    event.preventDefault();
    if (props.value === null || props.blocked) return;
    const size = props.step * (event.shiftKey ? 10 : 1);
    const next = tidy(limited(props.value + (event.key === 'ArrowUp' ? size : -size)));
    problem.value = '';
    typing.value = false;
    emit('change', next);
  }
}

/** Dragging the label changes the value by one step every 4 pixels. */
function scrub(event: PointerEvent): void {
  if (props.value === null || props.blocked || event.button !== 0) return;
  const label = event.currentTarget as HTMLElement;
  const from = props.value;
  const startX = event.clientX;
  let now = from;
  const move = (e: PointerEvent): void => {
    const steps = Math.trunc((e.clientX - startX) / 4);
    now = tidy(limited(from + steps * props.step));
    if (steps) emit('live', now);
  };
  const end = (): void => {
    label.removeEventListener('pointermove', move);
    label.removeEventListener('pointerup', end);
    label.removeEventListener('pointercancel', end);
    if (now !== from) emit('change', now);
  };
  label.setPointerCapture(event.pointerId);
  label.addEventListener('pointermove', move);
  label.addEventListener('pointerup', end);
  label.addEventListener('pointercancel', end);
}
</script>

<template>
  <div :class="inline ? 'flex items-center gap-2' : 'block'" :title="blocked || help">
    <label
      v-if="label"
      :for="id"
      class="label block touch-none select-none"
      :class="{ 'cursor-ew-resize': value !== null && !blocked }"
      @pointerdown="scrub"
      >{{ label }}</label
    >
    <div class="relative" :class="inline && label ? 'w-22 min-w-0' : ''">
      <input
        :id="id"
        ref="field"
        v-model="text"
        class="field"
        :class="[unitShown && (inline ? 'pr-7' : 'pr-8'), inline && 'pl-1.5']"
        :aria-label="label ? undefined : help"
        inputmode="text"
        autocomplete="off"
        :placeholder="value === null ? 'mixed' : ''"
        :readonly="!!blocked"
        :aria-disabled="!!blocked || undefined"
        :aria-invalid="!!problem"
        :aria-describedby="problem ? `${id}-problem` : undefined"
        @input="typing = true"
        @focus="($event.target as HTMLInputElement).select()"
        @blur="take"
        @keydown.stop="onKey"
      />
      <span
        class="pointer-events-none absolute top-1.5 text-muted"
        :class="inline ? 'right-1.5' : 'right-2'"
        aria-hidden="true"
        >{{ unitShown }}</span
      >
    </div>
    <p v-if="problem" :id="`${id}-problem`" role="alert" class="text-xs text-rosehip">{{ problem }}</p>
  </div>
</template>
