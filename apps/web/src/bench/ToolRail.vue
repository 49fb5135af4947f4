<script setup lang="ts">
// The rail of tools at the left: a place for each sort of tool, which takes up the one that was used last.
import { computed, reactive, watch } from 'vue';
import { useView, type ToolName } from '../stores/view.ts';
import { TOOL_ICONS } from './tools/icons.ts';
import type { ToolEntry, ToolPlace } from './tools/tools.ts';

const props = defineProps<{ entries: ToolEntry[] }>();
const view = useView();

const placeOf = (name: ToolName): ToolPlace => props.entries.find((e) => e.name === name)!.place;
/** The tool of each place that was used last. */
const last = reactive(new Map<ToolPlace, ToolName>());
watch(
  () => view.tool,
  (tool) => last.set(placeOf(tool), tool),
  { immediate: true },
);
const places = computed(() =>
  [...new Set(props.entries.map((e) => e.place))].map((place) => {
    const tools = props.entries.filter((e) => e.place === place);
    const tool = tools.find((e) => e.name === last.get(place)) ?? tools[0];
    return { place, tool, keys: tools.map((e) => e.key).join(', ') };
  }),
);
</script>

<template>
  <nav
    class="flex flex-col items-stretch gap-0.5 border-r border-line bg-panel p-1 overflow-x-hidden overflow-y-auto"
    aria-label="Tools"
  >
    <button
      v-for="{ place, tool, keys } in places"
      :key="place"
      type="button"
      class="flex flex-col items-center gap-0.5 rounded-card px-0.5 py-1 text-center text-[11px] leading-3"
      :class="placeOf(view.tool) === place ? 'bg-rosehip text-white' : 'hover:bg-linen'"
      :aria-pressed="placeOf(view.tool) === place"
      :title="`${place} (${keys})`"
      @click="view.tool = tool.name"
    >
      <component :is="TOOL_ICONS[tool.name]" :size="20" aria-hidden="true" />
      {{ place }}
    </button>
  </nav>
</template>
