<script setup lang="ts">
// Where it goes: this computer, the stick in its slot, or a folder.
import { FolderOpen, HardDriveDownload, Usb } from '@lucide/vue';
import { onMounted, watch } from 'vue';
import { useIntervalFn } from '@vueuse/core';
import { fileSize } from '../../parts/file-size.ts';
import { useStick } from '../../stores/stick.ts';
import type { Where } from './where.ts';

const { where, folder, canPick, choose } = defineProps<{
  where: Where;
  folder: FileSystemDirectoryHandle | null;
  canPick: boolean;
  choose: () => Promise<boolean>;
}>();
// Every press is told, also of what stands chosen only until the stick is found: a model would keep that to itself.
const emit = defineEmits<{ to: [where: Where] }>();
const stick = useStick();
onMounted(stick.glance);
watch(
  () => where,
  (w) => w === 'stick' && void stick.load(),
);
// It may be pulled out at any time.
useIntervalFn(() => where === 'stick' && !stick.busy && void stick.glance(), 3000);

async function toFolder(): Promise<void> {
  if (folder ? true : await choose()) emit('to', 'folder');
}
const PLACES = {
  none: 'There is no stick here: npm start gives this Rosehip one.',
  machine: 'The stick is in the machine.',
  hand: 'The stick is not in its slot.',
  computer: '',
};
</script>

<template>
  <fieldset class="grid gap-1.5">
    <legend class="label mb-1">Where to</legend>
    <div class="flex rounded-card border border-line" role="radiogroup" aria-label="Where to">
      <button
        type="button"
        role="radio"
        class="flex h-9 grow items-center justify-center gap-1.5 rounded-l-[5px] px-1 font-medium"
        :class="where === 'computer' ? 'bg-ink text-panel' : 'hover:bg-linen'"
        :aria-checked="where === 'computer'"
        @click="emit('to', 'computer')"
      >
        <HardDriveDownload :size="18" class="max-[1100px]:hidden" aria-hidden="true" /> Computer
      </button>
      <button
        type="button"
        role="radio"
        class="flex h-9 grow items-center justify-center gap-1.5 px-1 font-medium"
        :class="[
          where === 'stick' ? 'bg-ink text-panel' : 'hover:bg-linen',
          canPick ? '' : 'rounded-r-[5px]',
        ]"
        :aria-checked="where === 'stick'"
        @click="emit('to', 'stick')"
      >
        <Usb :size="18" class="max-[1100px]:hidden" aria-hidden="true" /> Stick
      </button>
      <button
        v-if="canPick"
        type="button"
        role="radio"
        class="flex h-9 grow items-center justify-center gap-1.5 rounded-r-[5px] px-1 font-medium"
        :class="where === 'folder' ? 'bg-ink text-panel' : 'hover:bg-linen'"
        :aria-checked="where === 'folder'"
        title="A folder of this computer, such as that of a real stick"
        @click="toFolder"
      >
        <FolderOpen :size="18" class="max-[1100px]:hidden" aria-hidden="true" /> Folder
      </button>
    </div>
    <template v-if="where === 'stick'">
      <p v-if="stick.state?.slot === 'none'" class="text-muted">{{ PLACES.none }}</p>
      <p v-else-if="stick.state && !stick.inside" class="flex flex-wrap items-center gap-2">
        {{ PLACES[stick.state.slot] }}
        <button type="button" class="button h-7 px-2" @click="stick.put('computer', true)">Put it in</button>
      </p>
      <p v-else-if="stick.state?.locked" class="flex flex-wrap items-center gap-2 text-amber-deep">
        The stick is locked.
        <button type="button" class="button h-7 px-2" @click="stick.lock(false)">Unlock it</button>
      </p>
      <p v-else-if="stick.state" class="text-muted">
        {{ fileSize(stick.state.capacity - stick.state.used) }} of {{ fileSize(stick.state.capacity) }} free ·
        <RouterLink :to="{ name: 'stick' }" class="underline">What is on it</RouterLink>
      </p>
    </template>
    <p v-else-if="where === 'folder' && folder" class="flex flex-wrap items-center gap-2 text-muted">
      Into “{{ folder.name }}”
      <button type="button" class="button h-7 px-2" @click="choose">Another</button>
    </p>
  </fieldset>
</template>
