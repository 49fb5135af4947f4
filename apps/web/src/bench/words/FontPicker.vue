<script setup lang="ts">
// The list of fonts: every one sewn in the person's own word, found by typing, walked by arrows, seen on the cloth
// while it is pointed at.
import { FolderPlus } from '@lucide/vue';
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useId, useTemplateRef, watch } from 'vue';
import { useKept } from '../../parts/kept.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useOwnFonts } from '../../stores/own-fonts.ts';
import { dropWanted } from './font-pictures.ts';
import FontRow from './FontRow.vue';
import { listed, USES, type Listed } from './faces.ts';
import OwnFonts from './OwnFonts.vue';
import { useTextEdit } from './text-edit.ts';

const emit = defineEmits<{ choose: [font: string]; close: [] }>();
const bench = useBench();
const own = useOwnFonts();
const faces = computed(() => listed(own.all));
/** Fonts are put on the shelf, named and taken off. */
const keeping = ref(false);
const edit = useTextEdit();
const id = useId();
const search = ref('');
const last = useKept<string[]>('rosehip-fonts-used', []);

/** A word of the person's own, short enough to be seen. */
const word = computed(() => {
  const words = edit.texts.value[0]?.outline.text.trim().split(/\s+/) ?? [];
  return (words.find((w) => w.length > 2) ?? words[0] ?? 'Larkmoor').slice(0, 10);
});
const thread = computed(() => edit.texts.value[0]?.thread ?? '222');
const height = computed(() => edit.texts.value[0]?.outline.height ?? 15);

const found = computed(() => {
  const wanted = search.value.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return faces.value.filter(({ name, use, about }) => {
    const told = `${name} ${USES[use]} ${about}`.toLowerCase();
    return wanted.every((w) => told.includes(w));
  });
});
/** In parts: the last used ones, then by use. */
const parts = computed(() => {
  const used = search.value
    ? []
    : last.value.flatMap((id) => faces.value.find((face) => face.id === id) ?? []);
  const byUse = Object.entries(USES).map(([use, title]) => ({
    title,
    faces: found.value.filter((f) => f.use === use),
  }));
  return [{ title: 'Used last', faces: used }, ...byUse].filter(({ faces }) => faces.length);
});
const flat = computed(() =>
  parts.value.flatMap(({ title, faces }) => faces.map((face) => ({ key: `${title} ${face.id}`, face }))),
);
const current = edit.valueOf((o) => o.font);
const active = ref(flat.value.find(({ face }) => face.id === current)?.key ?? flat.value[0]?.key ?? '');

// Enter takes the first that is found.
watch(search, () => (active.value = flat.value[0]?.key ?? ''));

let asked = '';
/** Shows a font on the cloth, when the hand has rested on it. */
let rest: ReturnType<typeof setTimeout> | undefined;
function show(face: Listed, wait = 120): void {
  clearTimeout(rest);
  rest = setTimeout(() => {
    asked = face.id;
    void edit.withFont(face.id, (items) => asked === face.id && bench.preview(items));
  }, wait);
}
/** What is seen on the cloth was pointed at. */
let byHand = false;
/** Only a hand that moves means a font: the list also passes beneath one that rests. */
function pointed({ movementX, movementY }: PointerEvent, key: string, face: Listed): void {
  if ((!movementX && !movementY) || (byHand && active.value === key)) return;
  byHand = true;
  active.value = key;
  show(face);
}
function leave(): void {
  byHand = false;
  clearTimeout(rest);
  asked = '';
  bench.cancelPreview();
}
function choose(face: Listed): void {
  clearTimeout(rest);
  asked = '';
  last.value = [face.id, ...last.value.filter((f) => f !== face.id)].slice(0, 4);
  emit('choose', face.id);
}

const optionOf = (key: string): string => `${id}-${key.replace(/\W/g, '-')}`;
async function step(by: number): Promise<void> {
  const at = flat.value.findIndex(({ key }) => key === active.value);
  const next = flat.value[Math.min(flat.value.length - 1, Math.max(0, at + by))];
  if (!next) return;
  active.value = next.key;
  byHand = false;
  show(next.face, 60);
  await nextTick();
  document.getElementById(optionOf(next.key))?.scrollIntoView({ block: 'nearest' });
}
function key(e: KeyboardEvent): void {
  const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 6, PageUp: -6 }[e.key];
  const now = flat.value.find((f) => f.key === active.value);
  if (by) void step(by);
  else if (e.key === 'Enter' && now) choose(now.face);
  else if (e.key === 'Escape') emit('close');
  else {
    e.stopPropagation();
    return;
  }
  e.preventDefault();
  e.stopPropagation();
}

const field = useTemplateRef<HTMLInputElement>('field');
onMounted(async () => {
  void own.load();
  field.value?.focus();
  await nextTick();
  document.getElementById(optionOf(active.value))?.scrollIntoView({ block: 'center' });
});
onBeforeUnmount(() => {
  dropWanted();
  if (asked) leave();
});
</script>

<template>
  <OwnFonts v-if="keeping" @close="keeping = false" @choose="choose" />
  <div v-else class="grid gap-2">
    <div class="sticky top-0 z-10 -mx-1 grid gap-2 bg-panel px-1 py-2">
      <input
        ref="field"
        v-model="search"
        type="search"
        class="field"
        placeholder="Name, use or script"
        aria-label="Find a font"
        role="combobox"
        aria-expanded="true"
        :aria-controls="`${id}-list`"
        :aria-activedescendant="optionOf(active)"
        @keydown="key"
      />
      <button type="button" class="button justify-center" @click="keeping = true">
        <FolderPlus :size="16" aria-hidden="true" /> Your own fonts and alphabets
      </button>
    </div>
    <div :id="`${id}-list`" role="listbox" aria-label="Fonts" @pointerleave="byHand && leave()">
      <div v-for="part in parts" :key="part.title" role="group" :aria-label="part.title">
        <p class="label mt-2" aria-hidden="true">{{ part.title }}</p>
        <div
          v-for="face in part.faces"
          :id="optionOf(`${part.title} ${face.id}`)"
          :key="face.id"
          role="option"
          :aria-selected="face.id === current"
          class="grid cursor-pointer scroll-mt-28 rounded-card border px-2 py-1"
          :class="
            active === `${part.title} ${face.id}`
              ? 'border-rosehip bg-blush'
              : face.id === current
                ? 'border-line bg-linen'
                : 'border-transparent hover:bg-linen'
          "
          @pointermove="pointed($event, `${part.title} ${face.id}`, face)"
          @click="choose(face)"
        >
          <FontRow
            :face="face"
            :word="word"
            :colour="bench.materials.thread(thread).colour"
            :height="height"
          />
        </div>
      </div>
      <p v-if="!flat.length" class="text-muted">No font is called “{{ search }}”.</p>
    </div>
  </div>
</template>
