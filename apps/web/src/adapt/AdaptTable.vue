<script setup lang="ts">
// What adapting changes, of what, and why; what it does by itself can be left out.
import { TriangleAlert } from '@lucide/vue';
import { computed } from 'vue';
import { ADAPT_RULES, type AdaptRow, type AdaptRule, type AdaptStep } from '@rosehip/core';

const props = defineProps<{ rows: readonly AdaptRow[]; without: readonly AdaptRule[] }>();
const emit = defineEmits<{ change: [without: AdaptRule[]] }>();

const NAMES: Record<AdaptStep, string> = {
  cloth: 'Cloth',
  numbers: 'Numbers set by hand',
  suits: 'What suits the cloth',
  edge: 'Run at the edge',
  read: 'Stitches read anew',
  size: 'Size',
  small: 'Small parts',
  mesh: 'Mesh beneath',
  order: 'Order',
  hoop: 'Hoop',
};

const isRule = (step: AdaptStep): step is AdaptRule => (ADAPT_RULES as readonly string[]).includes(step);

interface Line extends AdaptRow {
  /** The first of its step has the step's name, and how many lines the step has. */
  spans: number;
  /** The step is left out: nothing of it is done. */
  left?: boolean;
}
/** Steps in the order of their names, those that are left out in their place. */
const lines = computed<Line[]>(() =>
  (Object.keys(NAMES) as AdaptStep[]).flatMap((step): Line[] => {
    if (isRule(step) && props.without.includes(step))
      return [
        {
          step,
          of: [],
          names: [],
          change: 'Left out: tick it to have it done.',
          why: '',
          spans: 1,
          left: true,
        },
      ];
    const own = props.rows.filter((r) => r.step === step);
    return own.map((row, k) => ({ ...row, spans: k ? 0 : own.length }));
  }),
);

/** So many names are said; the rest is counted. */
const SAID = 3;
function what({ names }: AdaptRow): string {
  if (!names.length) return 'All of it';
  const unique = [...new Set(names)];
  const more = names.length - Math.min(SAID, unique.length);
  return unique.slice(0, SAID).join(', ') + (more > 0 && unique.length > SAID ? ` and ${more} more` : '');
}

function turn(rule: AdaptRule): void {
  const left = props.without.includes(rule);
  emit('change', left ? props.without.filter((r) => r !== rule) : [...props.without, rule]);
}
</script>

<template>
  <section
    class="border-t border-line bg-panel px-4 py-2 overflow-y-auto"
    aria-label="What changes"
    tabindex="0"
  >
    <table v-if="lines.length" class="w-full text-left">
      <thead class="text-xs text-muted">
        <tr>
          <th scope="col" class="w-44 py-1 pr-3 font-medium max-[1100px]:w-36">Step</th>
          <th scope="col" class="w-[18%] py-1 pr-3 font-medium">Of what</th>
          <th scope="col" class="py-1 pr-3 font-medium">Change</th>
          <th scope="col" class="py-1 font-medium">Why</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(line, i) in lines"
          :key="i"
          class="align-top"
          :class="line.spans ? 'border-t border-line' : ''"
        >
          <th v-if="line.spans" scope="rowgroup" :rowspan="line.spans" class="py-1 pr-3 font-medium">
            <label v-if="isRule(line.step)" class="flex items-start gap-1.5">
              <input
                type="checkbox"
                class="mt-1 size-3.5 shrink-0"
                :checked="!line.left"
                :aria-label="`${NAMES[line.step]}: done`"
                @change="turn(line.step)"
              />
              {{ NAMES[line.step] }}
            </label>
            <span v-else>{{ NAMES[line.step] }}</span>
          </th>
          <td class="py-1 pr-3" :title="line.names.join(', ') || undefined">
            {{ line.left ? '' : what(line) }}
          </td>
          <td class="py-1 pr-3" :class="line.left ? 'text-muted' : ''">
            <TriangleAlert
              v-if="line.told"
              :size="14"
              class="mr-1 inline text-amber-deep"
              role="img"
              aria-label="To be looked at:"
            />{{ line.change }}
          </td>
          <td class="py-1 text-muted">{{ line.why }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="py-3 text-muted">
      Nothing is changed yet. Choose another cloth, size or hoop at the side: what follows from it is listed
      here, with why, before you keep it.
    </p>
  </section>
</template>
