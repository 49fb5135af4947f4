<script setup lang="ts">
// The finder: one line that finds every command, setting and object, says its key, and does it.
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
} from '@headlessui/vue';
import { Search } from '@lucide/vue';
import { computed, nextTick, ref } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import type { Commands } from '../commands/commands.ts';
import type { ToolEntry } from '../tools/tools.ts';
import { useFinderEntries, type FinderEntry } from './entries.ts';
import { finderOf } from './search.ts';

const props = defineProps<{ commands: Commands; tools: readonly ToolEntry[] }>();
const bench = useBench();
const view = useView();
const entries = useFinderEntries(props.commands, props.tools);
const text = ref('');
const search = computed(() => finderOf(entries.value));
const found = computed(() => search.value(text.value));

async function choose(entry: FinderEntry | null): Promise<void> {
  if (!entry) return;
  if (entry.blocked) {
    bench.message = entry.blocked;
    return;
  }
  view.finding = false;
  await nextTick(); // the dialog gives the keyboard back first
  entry.run();
}
</script>

<template>
  <Dialog :open="true" class="relative z-40" aria-label="Find" @close="view.finding = false">
    <div class="fixed inset-0 bg-ink/20" aria-hidden="true" />
    <div class="fixed inset-x-0 top-14 flex justify-center px-4">
      <DialogPanel class="w-full max-w-xl rounded-card border border-line bg-panel shadow-xl">
        <Combobox :model-value="null" @update:model-value="choose">
          <div class="flex items-center gap-2 border-b border-line px-3">
            <Search :size="18" class="text-muted" aria-hidden="true" />
            <ComboboxInput
              class="h-11 w-full bg-transparent outline-none"
              aria-label="What are you looking for?"
              placeholder="Find: border, mirror, spacing, a name …"
              autocomplete="off"
              @change="text = $event.target.value"
              @keydown.esc="view.finding = false"
            />
          </div>
          <ComboboxOptions static class="max-h-[60vh] overflow-y-auto p-1.5">
            <li v-if="!found.length" class="px-3 py-2 text-muted">
              Nothing is called “{{ text }}”, or does that.
            </li>
            <ComboboxOption v-for="e in found" :key="e.id" v-slot="{ active }" :value="e" as="template">
              <li
                class="flex cursor-pointer items-baseline gap-3 rounded-card px-3 py-1.5"
                :class="active ? 'bg-blush' : ''"
              >
                <span class="min-w-0 grow">
                  <b class="font-medium" :class="e.blocked ? 'text-muted' : ''">{{ e.label }}</b>
                  <span class="ml-2 text-[13px] text-muted">{{ e.blocked ?? e.about }}</span>
                </span>
                <span class="shrink-0 text-xs text-muted">{{ e.sort }}</span>
                <kbd
                  v-if="e.keys"
                  class="shrink-0 rounded-[4px] border border-line bg-linen px-1.5 font-sans text-xs"
                  >{{ e.keys }}</kbd
                >
              </li>
            </ComboboxOption>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
