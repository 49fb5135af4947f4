<script setup lang="ts">
// A choice of a few, with its label above.
import { useId } from 'vue';

defineProps<{ label: string; value: string; choices: readonly { value: string; label: string }[] }>();
const emit = defineEmits<{ change: [value: string] }>();
const id = useId();
</script>

<template>
  <div>
    <label :for="id" class="label block">{{ label }}</label>
    <select
      :id="id"
      class="field"
      :value="value"
      @change="emit('change', ($event.target as HTMLSelectElement).value)"
    >
      <option v-for="c in choices" :key="c.value" :value="c.value">{{ c.label }}</option>
    </select>
  </div>
</template>
