<script setup lang="ts">
// A command as a small picture of its result; resting on it shows that on the cloth.
import { onBeforeUnmount } from 'vue';
import BitmapPicture from '../../parts/BitmapPicture.vue';

defineProps<{ label: string; hint: string; size: number; picture?: ImageBitmap }>();
const emit = defineEmits<{ press: []; rest: []; leave: [] }>();

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
    <BitmapPicture :picture="picture" :size="size" />
    {{ label }}
  </button>
</template>
