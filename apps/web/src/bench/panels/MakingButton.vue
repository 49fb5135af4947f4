<script setup lang="ts">
// A command as a small picture of its result; resting on it shows that on the cloth.
import BitmapPicture from '../../parts/BitmapPicture.vue';
import { useResting } from '../resting.ts';

defineProps<{ label: string; hint: string; size: number; picture?: ImageBitmap }>();
const emit = defineEmits<{ press: []; rest: []; leave: [] }>();

const { come, go } = useResting(
  () => emit('rest'),
  () => emit('leave'),
);
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
