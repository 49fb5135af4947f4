<script setup lang="ts">
// In the strip's place while something is tried on: what the hand does, and a picture to take away.
import { ArrowLeft, ImageDown } from '@lucide/vue';
import { computed } from 'vue';
import ZoomButtons from '../../parts/ZoomButtons.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useView } from '../../stores/view.ts';
import { useTryOn } from './try-on.ts';

const emit = defineEmits<{ picture: [] }>();
const bench = useBench();
const view = useView();
const settings = useSettings();
const tried = useTryOn();
const seen = tried.view;
const percent = computed(() => `${Math.round((seen.seen.value.scale / settings.screen) * 100)} %`);
</script>

<template>
  <div class="flex h-10 items-center gap-1 border-b border-line bg-panel/70 px-3">
    <button type="button" class="button button-quiet h-7 shrink-0 px-1" @click="view.tryingOn = false">
      <ArrowLeft :size="16" aria-hidden="true" /> Back to the hoop
    </button>
    <p class="line-clamp-2 min-w-0 leading-[1.15] text-muted" aria-live="polite">
      <template v-if="bench.message">{{ bench.message }}</template>
      <!-- A narrow window has room for its first words only. -->
      <span v-else class="max-[900px]:sr-only">
        {{
          tried.marking.value
            ? 'Drag from one end of the known length to the other.'
            : 'Drag the design, turn it by its handle; drag beside it to look elsewhere.'
        }}
      </span>
    </p>
    <div class="grow" />
    <button type="button" class="button button-quiet h-7 shrink-0 px-2" @click="emit('picture')">
      <ImageDown :size="16" aria-hidden="true" /> Take a picture
    </button>
    <span class="mx-1 h-5 w-px bg-line" />
    <span class="w-12 shrink-0 text-right whitespace-nowrap text-muted max-[900px]:hidden">{{
      percent
    }}</span>
    <ZoomButtons fits="Fit the thing" @zoom="seen.zoom" @fit="seen.fit" />
  </div>
</template>
