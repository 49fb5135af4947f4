<script setup lang="ts">
// A file or a folder on the stick: its picture, its names, and what can be done with it.
import { FileText, Folder, Pencil, Timer, Trash2 } from '@lucide/vue';
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef } from 'vue';
import { useIntersectionObserver } from '@vueuse/core';
import { readSewnLog, SEWN_ENDING } from '@rosehip/core';
import type { OnStick } from '@rosehip/wire';
import { api } from '../api.ts';
import IconButton from '../parts/IconButton.vue';
import { fileSize } from '../parts/file-size.ts';
import { ago, counted, sewingTime } from '../parts/time.ts';
import { useStick } from '../stores/stick.ts';
import { useChecker } from '../workers/engine.ts';

const { entry } = defineProps<{ entry: OnStick }>();
const emit = defineEmits<{ open: [] }>();
const stick = useStick();
const path = computed(() => stick.inFolder(entry.name));
const isStitches = computed(() => !entry.folder && /\.dst$/i.test(entry.name));
const isLog = computed(() => entry.name.endsWith(SEWN_ENDING));

/* Looked at only when it comes into sight: a stick may hold thousands. */
const row = useTemplateRef<HTMLElement>('row');
const picture = ref('');
/** What the file says of itself, or why it can't be read. */
const about = ref('');
const { stop } = useIntersectionObserver(row, ([seen]) => {
  if (!seen.isIntersecting) return;
  stop();
  void look();
});
async function look(): Promise<void> {
  if (!isStitches.value && !isLog.value) return;
  try {
    const bytes = await api.stickFile(path.value);
    if (isLog.value) {
      const log = readSewnLog(new TextDecoder().decode(bytes));
      about.value = `${log.finished ? 'sewn' : 'begun'} in ${sewingTime(log.seconds)} on ${log.machine}, ${counted(log.stitches)} stitches`;
      return;
    }
    const seen = await useChecker().stitchFilePicture(bytes, 112, 84);
    picture.value = URL.createObjectURL(new Blob([seen.png as BlobPart], { type: 'image/png' }));
    about.value = `${counted(seen.stitches)} stitches, ${seen.colours} ${seen.colours === 1 ? 'colour' : 'colours'}, ${seen.width.toFixed(1)} × ${seen.height.toFixed(1)} mm`;
  } catch (error) {
    about.value = (error as Error).message;
  }
}
onBeforeUnmount(() => picture.value && URL.revokeObjectURL(picture.value));

/* Another name; its ending stays when it is left out. */
const naming = ref(false);
const name = ref('');
const field = useTemplateRef<HTMLInputElement>('field');
async function rename(): Promise<void> {
  name.value = entry.name;
  naming.value = true;
  await nextTick();
  field.value?.focus();
  const dot = entry.name.lastIndexOf('.');
  field.value?.setSelectionRange(0, dot > 0 && !entry.folder ? dot : entry.name.length);
}
async function renamed(): Promise<void> {
  if (!naming.value) return;
  naming.value = false;
  const ending = entry.folder ? '' : (/\.\w+$/.exec(entry.name)?.[0] ?? '');
  const typed = name.value.trim();
  const next = ending && !typed.toLowerCase().endsWith(ending.toLowerCase()) ? typed + ending : typed;
  if (typed && next !== entry.name) await stick.rename(path.value, next);
}
const deleting = ref(false);
</script>

<template>
  <li ref="row" class="flex items-center gap-3 border-b border-line py-2">
    <span
      class="flex h-[52px] w-[70px] shrink-0 items-center justify-center rounded-card bg-panel text-muted"
    >
      <img v-if="picture" :src="picture" alt="" class="h-full w-full rounded-card object-contain" />
      <component
        :is="entry.folder ? Folder : isLog ? Timer : FileText"
        v-else
        :size="22"
        aria-hidden="true"
      />
    </span>
    <div class="min-w-0 grow">
      <input
        v-if="naming"
        ref="field"
        v-model="name"
        class="field h-8"
        maxlength="120"
        :aria-label="`New name of ${entry.name}`"
        @keydown.enter="renamed"
        @keydown.esc="naming = false"
        @blur="renamed"
      />
      <button
        v-else-if="entry.folder"
        type="button"
        class="block max-w-full truncate font-medium hover:underline"
        @click="emit('open')"
      >
        {{ entry.name }}
      </button>
      <p v-else class="truncate font-medium" :title="entry.name">{{ entry.name }}</p>
      <p class="truncate text-muted" :title="about">
        <span title="What old machines show">{{ entry.short }}</span>
        <template v-if="!entry.folder">
          · {{ fileSize(entry.size) }} · {{ ago(new Date(entry.changed).toISOString()) }}</template
        >
        <template v-if="about"> · {{ about }}</template>
      </p>
    </div>
    <div v-if="deleting" class="flex shrink-0 items-center gap-1">
      <span class="max-sm:sr-only">Delete it for good?</span>
      <button type="button" class="button button-primary" @click="stick.remove(path)">Delete</button>
      <button type="button" class="button" @click="deleting = false">Keep</button>
    </div>
    <div v-else class="flex shrink-0">
      <IconButton :label="`Rename ${entry.name}`" @press="rename"
        ><Pencil :size="16" aria-hidden="true"
      /></IconButton>
      <IconButton :label="`Delete ${entry.name}`" @press="deleting = true"
        ><Trash2 :size="16" aria-hidden="true"
      /></IconButton>
    </div>
  </li>
</template>
