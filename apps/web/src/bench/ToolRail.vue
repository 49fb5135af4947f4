<script setup lang="ts">
// The rail of tools at the left.
import {
  Circle,
  Image,
  Flag,
  Magnet,
  MousePointer2,
  Pencil,
  PenTool,
  Ruler,
  Shapes,
  Slice,
  Spline,
  Square,
  Waves,
} from '@lucide/vue';
import type { Component } from 'vue';
import { useView, type ToolName } from '../stores/view.ts';
import type { ToolEntry } from './tools/tools.ts';

defineProps<{ entries: ToolEntry[] }>();
const view = useView();

const ICONS: Record<ToolName, Component> = {
  select: MousePointer2,
  points: Spline,
  pen: PenTool,
  freehand: Pencil,
  rectangle: Square,
  ellipse: Circle,
  shapes: Shapes,
  knife: Slice,
  bend: Flag,
  steer: Waves,
  pull: Magnet,
  measure: Ruler,
  picture: Image,
};
</script>

<template>
  <nav
    class="flex flex-col items-stretch gap-0.5 border-r border-line bg-panel p-1 overflow-y-auto"
    aria-label="Tools"
  >
    <button
      v-for="e in entries"
      :key="e.name"
      type="button"
      class="flex flex-col items-center gap-0.5 rounded-card py-1 text-[11px] leading-3"
      :class="view.tool === e.name ? 'bg-rosehip text-white' : 'hover:bg-linen'"
      :aria-pressed="view.tool === e.name"
      :title="`${e.label} (${e.key})`"
      @click="view.tool = e.name"
    >
      <component :is="ICONS[e.name]" :size="20" aria-hidden="true" />
      {{ e.label }}
    </button>
  </nav>
</template>
