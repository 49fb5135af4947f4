<script setup lang="ts">
// One-step jobs for what is selected: something around it, or live copies of it.
import CommandButton from '../../parts/CommandButton.vue';
import type { Commands } from '../commands.ts';

defineProps<{ commands: Commands }>();
</script>

<template>
  <div class="grid gap-2">
    <h3 class="text-sm">Around this</h3>
    <div class="grid grid-cols-2 gap-1.5">
      <CommandButton
        v-for="c in commands.around.value"
        :key="c.label"
        :label="c.label"
        :hint="c.help"
        :blocked="c.blocked"
        @press="c.run()"
      />
    </div>
  </div>
  <div class="grid gap-2">
    <h3 class="text-sm">Repeat this</h3>
    <div class="grid grid-cols-4 gap-1.5">
      <CommandButton
        v-for="c in commands.repeats.value"
        :key="c.label"
        :label="c.label"
        :called="`${c.label} repeat`"
        :hint="c.keys ? `${c.help} (${c.keys})` : c.help"
        :blocked="c.blocked"
        @press="c.run()"
      />
    </div>
  </div>
</template>
