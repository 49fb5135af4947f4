<script setup lang="ts">
// One design on the shelf.
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { Copy, EllipsisVertical, PencilLine, Shuffle, Trash2, FileText } from '@lucide/vue';
import { computed, nextTick, ref, useTemplateRef } from 'vue';
import type { ShelfEntry } from '@rosehip/wire';
import { showNumber } from '../fields/arithmetic.ts';
import { ago, counted, sewingTime } from '../parts/time.ts';
import { useSettings } from '../stores/settings.ts';
import DesignPicture from './DesignPicture.vue';

const props = defineProps<{
  entry: ShelfEntry;
  /** Only its picture and its name. */
  small: boolean;
  selected: boolean;
  /** Some design is selected: all can be ticked. */
  selecting: boolean;
}>();
const emit = defineEmits<{
  rename: [name: string];
  duplicate: [];
  remove: [];
  /** Ticked or not any more; `stretch`: all from the last one on. */
  toggle: [stretch: boolean];
}>();

const settings = useSettings();
const renaming = ref(false);
const name = ref('');
const field = useTemplateRef<HTMLInputElement>('field');

const size = computed(() => {
  const s = props.entry.summary;
  if (!s || !s.stitches) return '';
  const [w, h] = [s.width, s.height].map((v) => showNumber(v, settings.units, 1));
  return `${w} × ${h} ${settings.units}`;
});

async function beginRename(): Promise<void> {
  name.value = props.entry.name;
  renaming.value = true;
  await nextTick();
  field.value?.select();
}

function endRename(keep: boolean): void {
  if (!renaming.value) return;
  renaming.value = false;
  const text = name.value.trim();
  if (keep && text && text !== props.entry.name) emit('rename', text);
}
</script>

<template>
  <article
    class="group relative rounded-card border bg-panel transition-colors"
    :class="selected ? 'border-rosehip' : 'border-line hover:border-muted/50'"
  >
    <label
      class="absolute top-1.5 left-1.5 z-[1] grid size-7 place-items-center rounded-card bg-panel/90"
      :class="
        selecting
          ? ''
          : 'opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 [@media(hover:none)]:opacity-100'
      "
    >
      <input
        type="checkbox"
        class="size-4"
        :checked="selected"
        :aria-label="`Select ${entry.name}`"
        @click="emit('toggle', $event.shiftKey)"
      />
    </label>
    <RouterLink
      :to="{ name: 'bench', params: { id: entry.id } }"
      class="block overflow-hidden rounded-t-[5px]"
      draggable="false"
    >
      <span class="sr-only">Open {{ entry.name }}</span>
      <DesignPicture :entry="entry" otherwise="Being stitched …" />
    </RouterLink>
    <div class="border-t border-line" :class="small ? 'px-2 py-1' : 'px-3 py-2.5'">
      <div class="flex items-center gap-1">
        <input
          v-if="renaming"
          ref="field"
          v-model="name"
          class="field"
          maxlength="120"
          aria-label="Name of the design"
          @keydown.enter="endRename(true)"
          @keydown.esc="endRename(false)"
          @blur="endRename(true)"
        />
        <h2 v-else class="grow truncate text-base" :title="entry.name">{{ entry.name }}</h2>
        <Menu as="div" class="relative">
          <MenuButton class="button button-quiet button-icon" :aria-label="`More for ${entry.name}`">
            <EllipsisVertical :size="18" aria-hidden="true" />
          </MenuButton>
          <MenuItems
            class="absolute right-0 bottom-9 z-10 w-40 rounded-card border border-line bg-panel py-1 outline-none"
          >
            <MenuItem v-slot="{ active }">
              <button
                type="button"
                class="flex w-full items-center gap-2 px-3 py-1.5"
                :class="active ? 'bg-linen' : ''"
                @click="beginRename"
              >
                <PencilLine :size="16" aria-hidden="true" /> Rename
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button
                type="button"
                class="flex w-full items-center gap-2 px-3 py-1.5"
                :class="active ? 'bg-linen' : ''"
                @click="emit('duplicate')"
              >
                <Copy :size="16" aria-hidden="true" /> Duplicate
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <RouterLink
                :to="{ name: 'adapt', params: { id: entry.id } }"
                class="flex w-full items-center gap-2 px-3 py-1.5"
                :class="active ? 'bg-linen' : ''"
              >
                <Shuffle :size="16" aria-hidden="true" /> Adapt
              </RouterLink>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <RouterLink
                :to="{ name: 'sheet', params: { id: entry.id } }"
                class="flex w-full items-center gap-2 px-3 py-1.5"
                :class="active ? 'bg-linen' : ''"
              >
                <FileText :size="16" aria-hidden="true" /> Sewing sheet
              </RouterLink>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button
                type="button"
                class="flex w-full items-center gap-2 px-3 py-1.5 text-rosehip"
                :class="active ? 'bg-blush' : ''"
                @click="emit('remove')"
              >
                <Trash2 :size="16" aria-hidden="true" /> Delete
              </button>
            </MenuItem>
          </MenuItems>
        </Menu>
      </div>
      <template v-if="!small">
        <p v-if="entry.summary?.stitches" class="text-muted">
          <span class="block">{{ size }}</span>
          {{ counted(entry.summary.stitches) }} stitches · {{ sewingTime(entry.summary.seconds) }}
        </p>
        <p v-else-if="entry.summary" class="text-muted">No stitches yet · {{ entry.hoop }} hoop</p>
        <p v-else class="text-muted">{{ entry.hoop }} hoop</p>
        <div class="mt-1.5 flex items-center gap-2">
          <ul
            class="flex"
            :aria-label="`${entry.summary?.colours.length ?? 0} colours: ${entry.summary?.colours.map((c) => c.name).join(', ')}`"
          >
            <li
              v-for="c in entry.summary?.colours.slice(0, 9)"
              :key="c.code"
              class="-mr-1 size-4 rounded-full border border-panel"
              :style="{ background: c.colour }"
              :title="`${c.name} ${c.code}`"
            />
          </ul>
          <span class="grow" />
          <time class="label" :datetime="entry.changedAt">{{ ago(entry.changedAt) }}</time>
        </div>
        <ul v-if="entry.labels.length" class="mt-1.5 flex flex-wrap gap-1" aria-label="Labels">
          <li v-for="l in entry.labels" :key="l" class="rounded-full bg-linen px-2 text-xs leading-5">
            {{ l }}
          </li>
        </ul>
      </template>
    </div>
  </article>
</template>
