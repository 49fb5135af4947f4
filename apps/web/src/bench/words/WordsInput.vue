<script setup lang="ts">
// What is typed on the cloth goes through a field of the browser's, which stands unseen at the caret: so caret keys,
// marking, copy and paste, and input methods for other scripts work as everywhere.
import { computed, nextTick, onMounted, useTemplateRef, watch } from 'vue';
import { caretAt, DESIGN_LIMITS } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useWriting } from './writing.ts';

const bench = useBench();
const view = useView();
const writing = useWriting();
const { state } = writing;
const field = useTemplateRef<HTMLTextAreaElement>('field');
const text = computed(() => writing.object.value?.outline.text ?? '');

/** Foot and top of the caret, in mm; null where new words have not begun. */
const caret = computed(() => {
  const set = writing.set.value;
  return set && caretAt(set, state.to, writing.letterHeight.value);
});
/** Where the caret stands, in pixels of the cloth: windows of input methods open there. */
const place = computed(() => {
  const { x, y } = view.toPx(caret.value?.[0] ?? state.at ?? { x: 0, y: 0 });
  return {
    left: `${Math.min(view.width - 2, Math.max(0, x))}px`,
    top: `${Math.min(view.height - 20, Math.max(0, y - 16))}px`,
  };
});

function show(): void {
  const { value } = field;
  if (!value) return;
  if (value.value !== text.value) value.value = text.value;
  const [from, to] = [Math.min(state.from, state.to), Math.max(state.from, state.to)];
  if (value.selectionStart !== from || value.selectionEnd !== to)
    value.setSelectionRange(from, to, state.from > state.to ? 'backward' : 'forward');
}
watch([text, () => state.from, () => state.to, () => state.id], async () => {
  await nextTick();
  show();
});

/** Where the caret stood when it was brought into sight last. */
let shown = -1;
/** What was typed, or walked to by keys, is seen: the cloth moves along where a line leaves the window. */
async function keepInSight(): Promise<void> {
  shown = state.to;
  await nextTick();
  if (caret.value) view.bringIntoSight(...caret.value);
}

/** The caret has moved in the field. */
function follow(): void {
  const { value } = field;
  if (!value || value.value !== text.value) return;
  const back = value.selectionDirection === 'backward';
  state.from = back ? value.selectionEnd : value.selectionStart;
  state.to = back ? value.selectionStart : value.selectionEnd;
}

/** A key was let go: where it moved the caret, also while it marks, that stays in sight. Other keys leave the view alone. */
function walked(): void {
  follow();
  if (state.to !== shown) void keepInSight();
}

function input(): void {
  const { value } = field;
  if (!value) return;
  const { length } = value.value;
  writing.type(value.value, value.selectionStart, value.selectionEnd);
  void keepInSight();
  // What is too long is cut off in the field too.
  if (length > DESIGN_LIMITS.letters) void nextTick(show);
}

function key(e: KeyboardEvent): void {
  if (e.isComposing) return;
  const command = e.ctrlKey || e.metaKey;
  if (e.key === 'Escape') {
    writing.stop();
    view.tool = 'select';
  } else if (command && e.key.toLowerCase() === 'z') {
    writing.keep();
    if (e.shiftKey) bench.redo();
    else bench.undo();
    if (!writing.object.value) writing.stop();
  } else if (command && e.key === 'Enter') writing.stop();
  // Words don't begin with an empty line: such an Enter does nothing.
  else if (e.key !== 'Enter' || field.value?.value) {
    e.stopPropagation();
    return;
  }
  e.preventDefault();
  e.stopPropagation();
}

/** A press beside the cloth leaves the field: what was typed is kept, and the words stay written in. */
const left = (): void => writing.keep();
/** A press on the cloth gives the cloth the focus; it belongs here. */
async function take(): Promise<void> {
  await nextTick();
  field.value?.focus({ preventScroll: true });
  show();
}
onMounted(take);
defineExpose({ take });
</script>

<template>
  <textarea
    ref="field"
    wrap="off"
    class="absolute h-5 w-px resize-none overflow-hidden whitespace-pre border-0 bg-transparent p-0 opacity-0 outline-none"
    :style="place"
    aria-label="Words on the cloth"
    rows="1"
    spellcheck="false"
    autocomplete="off"
    autocapitalize="off"
    @input="input"
    @select="follow"
    @keyup="walked"
    @keydown="key"
    @blur="left"
  />
</template>
