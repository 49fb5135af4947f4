<script setup lang="ts">
// A command as a small picture of its result; resting on it shows that on the cloth.
import { onBeforeUnmount, useTemplateRef, watch } from 'vue';

const props = defineProps<{ label: string; hint: string; size: number; picture?: ImageBitmap }>();
const emit = defineEmits<{ press: []; rest: []; leave: [] }>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');

watch(
  [() => props.picture, canvas],
  ([picture, target]) => {
    if (!target) return;
    target.width = target.height = picture?.width ?? 1;
    if (picture) target.getContext('2d')!.drawImage(picture, 0, 0);
  },
  { immediate: true, flush: 'post' },
);

/** The hand, or the keyboard, rests on it for so long before the cloth shows it, in ms. */
const REST = 250;
let timer: ReturnType<typeof setTimeout> | undefined;
function come(): void {
  clearTimeout(timer);
  timer = setTimeout(() => emit('rest'), REST);
}
function go(): void {
  clearTimeout(timer);
  emit('leave');
}
onBeforeUnmount(go);
</script>

<template>
  <button
    type="button"
    class="grid justify-items-center gap-1 rounded-card border border-line bg-panel px-1 pt-1.5 pb-1 text-[12.5px] leading-tight hover:bg-linen focus-visible:bg-linen"
    :title="hint"
    @click="(go(), emit('press'))"
    @pointerenter="come"
    @pointerleave="go"
    @focus="come"
    @blur="go"
  >
    <canvas ref="canvas" :style="{ width: `${size}px`, height: `${size}px` }" aria-hidden="true" />
    {{ label }}
  </button>
</template>
