<script setup lang="ts">
// A small picture that a worker has made.
import { useTemplateRef, watch } from 'vue';

/** In CSS pixels; as high as wide, unless it says otherwise. */
const props = defineProps<{ picture?: ImageBitmap; size: number; height?: number }>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
watch(
  [() => props.picture, canvas],
  ([picture, target]) => {
    if (!target) return;
    [target.width, target.height] = [picture?.width ?? 1, picture?.height ?? 1];
    if (picture) target.getContext('2d')!.drawImage(picture, 0, 0);
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <canvas ref="canvas" :style="{ width: `${size}px`, height: `${height ?? size}px` }" aria-hidden="true" />
</template>
