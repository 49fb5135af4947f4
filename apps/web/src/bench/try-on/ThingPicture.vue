<script setup lang="ts">
// A thing, small.
import { useTemplateRef, watch } from 'vue';

const props = defineProps<{ picture?: ImageBitmap; width: number; height: number }>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
watch(
  [() => props.picture, canvas],
  ([picture, target]) => {
    if (!target || !picture) return;
    [target.width, target.height] = [picture.width, picture.height];
    target.getContext('2d')!.drawImage(picture, 0, 0);
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <canvas ref="canvas" :style="{ width: `${width}px`, height: `${height}px` }" aria-hidden="true" />
</template>
