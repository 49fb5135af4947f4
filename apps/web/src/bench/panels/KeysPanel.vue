<script setup lang="ts">
// Every key of the bench.
import { computed } from 'vue';
import type { Commands } from '../commands.ts';
import { SHORTCUTS } from '../shortcuts.ts';
import type { ToolEntry } from '../tools/tools.ts';

const props = defineProps<{ tools: ToolEntry[]; commands: Commands }>();

const ABOUT: Record<string, string> = {
  'Left and right': 'Mirror left and right',
  'Up and down': 'Mirror up and down',
  '−1°': 'Turn back by 1°',
  '−10°': 'Turn back by 10°',
  '+1°': 'Turn by 1°',
  '+10°': 'Turn by 10°',
  'Same thread': 'Select all in the same thread',
  'Same kind': 'Select all stitched alike',
  Beneath: 'Select what lies beneath',
  'The group': 'Select the group around',
};
const all = computed(() => [
  ...props.tools.map((t) => ({ keys: t.key, does: t.label })),
  ...[...props.commands.byKey.value.values()].map((c) => ({
    keys: c.keys!,
    does: ABOUT[c.label] ?? c.label,
  })),
  ...SHORTCUTS,
]);
</script>

<template>
  <section class="p-4" aria-label="Keys">
    <h2 class="mb-3 text-lg">Keys</h2>
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
      <template v-for="s in all" :key="s.keys + s.does">
        <dt>
          <kbd class="rounded-[4px] border border-line bg-linen px-1.5 py-0.5 font-sans text-xs">{{
            s.keys
          }}</kbd>
        </dt>
        <dd>{{ s.does }}</dd>
      </template>
    </dl>
  </section>
</template>
