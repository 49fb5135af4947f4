<script setup lang="ts">
// A button that asks for files.
import { useTemplateRef } from 'vue';

defineOptions({ inheritAttrs: false });
defineProps<{
  /** What the field behind it is called. */
  asks: string;
  accept: string;
  multiple?: boolean;
}>();
const emit = defineEmits<{ files: [files: File[]] }>();
const field = useTemplateRef<HTMLInputElement>('field');

function chosen(): void {
  const input = field.value!;
  const files = [...(input.files ?? [])];
  // The same file can be chosen again.
  input.value = '';
  if (files.length) emit('files', files);
}
</script>

<template>
  <button type="button" class="button" v-bind="$attrs" @click="field?.click()"><slot /></button>
  <input
    ref="field"
    type="file"
    class="sr-only"
    tabindex="-1"
    :aria-label="asks"
    :accept="accept"
    :multiple="multiple"
    @change="chosen"
  />
</template>
