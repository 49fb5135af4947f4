<script setup lang="ts">
// Where what is selected stands: lined up, turned, grouped, locked, hidden.
import { computed } from 'vue';
import CommandButton from '../../parts/CommandButton.vue';
import type { BenchCommand } from '../commands/command.ts';
import type { Commands } from '../commands/commands.ts';
import AlignSection from './AlignSection.vue';
import LiveFields from './LiveFields.vue';
import TurnSection from './TurnSection.vue';

const props = defineProps<{ commands: Commands }>();

const sections = computed<{ title: string; commands: BenchCommand[] }[]>(() => [
  { title: 'Select', commands: props.commands.choose.value },
  { title: 'Keep in order', commands: props.commands.arrange.value },
]);
const hint = (c: BenchCommand): string =>
  [c.help ?? c.label, c.keys && `(${c.keys})`].filter(Boolean).join(' ');
</script>

<template>
  <section class="grid gap-5 p-4" aria-label="Arrange">
    <h2 class="sr-only">Arrange</h2>
    <p v-if="commands.need(1)" class="text-muted">Select something on the cloth to arrange it.</p>
    <LiveFields />
    <AlignSection :commands="commands" />
    <TurnSection :commands="commands" />
    <div v-for="s in sections" :key="s.title" class="grid gap-2">
      <h3 class="text-sm">{{ s.title }}</h3>
      <div class="grid grid-cols-2 gap-1.5">
        <CommandButton
          v-for="c in s.commands"
          :key="c.id"
          :label="c.label"
          :hint="hint(c)"
          :blocked="c.blocked"
          @press="c.run()"
        />
      </div>
    </div>
  </section>
</template>
