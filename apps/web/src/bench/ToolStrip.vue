<script setup lang="ts">
// What the active tool can do right now; messages come here too, in a line of their own.
import { Copy, Group, Maximize, Trash2, Ungroup, ZoomIn, ZoomOut } from '@lucide/vue';
import { computed, watch, type Component } from 'vue';
import { showNumber } from '../fields/arithmetic.ts';
import NumberField from '../fields/NumberField.vue';
import CommandButton from '../parts/CommandButton.vue';
import IconButton from '../parts/IconButton.vue';
import { useBench } from '../stores/bench/bench.ts';
import { draftTrouble } from '../stores/drafts.ts';
import { useSettings } from '../stores/settings.ts';
import { useSewing } from '../stores/sewing.ts';
import { useView } from '../stores/view.ts';
import { leaving } from './commands/command.ts';
import type { Commands } from './commands/commands.ts';
import { frameOf } from './items.ts';
import { TOOL_ICONS } from './tools/icons.ts';
import type { Tool } from './tools/tool.ts';
import type { ToolEntry } from './tools/tools.ts';

const props = defineProps<{ tool: Tool; tools: readonly ToolEntry[]; commands: Commands }>();
const emit = defineEmits<{ fit: []; trueSize: [] }>();

const bench = useBench();
const view = useView();
const sewing = useSewing();
const settings = useSettings();

/** The tools that share the place of the one in hand; none when it has its place alone. */
const variants = computed(() => {
  const here = props.tools.find((e) => e.name === view.tool)?.place;
  const all = props.tools.filter((e) => e.place === here);
  return all.length > 1 ? all : [];
});

/** Commands that stand in the strip, by their ids. */
const ICONS: Partial<Record<string, Component>> = {
  group: Group,
  ungroup: Ungroup,
  duplicate: Copy,
  delete: Trash2,
};
const shown = computed(() => props.commands.arrange.value.filter((c) => ICONS[c.id]));
const size = computed(() => {
  const f = frameOf(bench.selectedPlain);
  if (!f) return '';
  const say = (v: number): string => showNumber(v, settings.units, 1);
  const turn = f.turn ? ` · ${showNumber(f.turn, 'plain', 1)}°` : '';
  return `${say(f.width)} × ${say(f.height)} ${settings.units}${turn}`;
});
/** What has just happened, or what is selected; the tool's own hint stands there otherwise. */
const said = computed(() => {
  if (sewing.problem) return sewing.problem;
  if (draftTrouble.value && bench.saveState !== 'saved') return draftTrouble.value;
  if (bench.message) return bench.message;
  if (settings.trouble) return settings.trouble;
  if (bench.looking !== null)
    return 'This is how it was. Press the cloth, or Esc, to go on with the design as it is.';
  if (view.tool !== 'select' || !size.value) return '';
  const { selected } = bench;
  return `${selected.length === 1 ? selected[0].name : `${selected.length} objects`}: ${size.value}`;
});
watch(
  () => bench.selection.join(),
  () => (leaving.value = null),
);
const percent = computed(() => `${Math.round((view.scale / settings.screen) * 100)} %`);
</script>

<template>
  <!-- What a tool offers stands in a second row where one is too short for it; how the cloth is seen always has its place. -->
  <div class="flex items-start gap-1 border-b border-line bg-panel/70 px-3">
    <div class="flex min-h-[39px] min-w-0 grow flex-wrap items-center gap-1 py-1">
      <div
        v-if="variants.length"
        class="mr-1 flex shrink-0 rounded-card border border-line"
        role="group"
        aria-label="Which tool"
      >
        <button
          v-for="v in variants"
          :key="v.name"
          type="button"
          class="grid h-7 w-8 place-items-center first:rounded-l-[5px] last:rounded-r-[5px]"
          :class="view.tool === v.name ? 'bg-ink text-panel' : 'hover:bg-linen'"
          :aria-label="v.label"
          :aria-pressed="view.tool === v.name"
          :title="`${v.label} (${v.key})`"
          @click="view.tool = v.name"
        >
          <component :is="TOOL_ICONS[v.name]" :size="16" aria-hidden="true" />
        </button>
      </div>
      <div
        v-if="leaving"
        role="alertdialog"
        aria-label="Delete"
        class="flex min-w-0 flex-1 basis-72 items-center gap-1.5"
      >
        <p class="min-w-0 truncate" :title="leaving.names.join(', ')">
          {{ leaving.names.length > 1 ? `${leaving.names.length} objects are` : `${leaving.names[0]} is` }}
          made from this:
        </p>
        <CommandButton
          class="h-7 px-2"
          label="Set plain"
          hint="They stay as they are, and follow no more"
          @press="commands.removeWaiting('plain')"
        />
        <CommandButton
          class="h-7 px-2"
          label="Delete too"
          :hint="`Deletes ${leaving.names.join(', ')} too`"
          @press="commands.removeWaiting('remove')"
        />
        <CommandButton class="h-7 px-2" label="Keep all" @press="leaving = null" />
      </div>
      <!-- Two lines of it fit: a sentence that says what to do is worth more than one that ends in dots. -->
      <div v-else class="@container min-w-0 flex-1" :class="said ? 'basis-40' : 'basis-0'">
        <p class="line-clamp-2 leading-[1.15] text-muted" aria-live="polite" :title="said || tool.hint">
          <template v-if="said">{{ said }}</template>
          <span v-else class="@max-[90px]:hidden">{{ tool.hint }}</span>
        </p>
      </div>
      <span
        class="ml-2 size-2 shrink-0 rounded-full bg-rosehip transition-opacity"
        :class="sewing.busy ? 'opacity-70' : 'opacity-0'"
        title="Stitches are on their way"
        aria-hidden="true"
      />
      <NumberField
        v-for="n in tool.numbers ?? []"
        :key="n.label"
        :label="n.label"
        :value="n.value"
        :unit="n.unit"
        :least="n.least"
        :most="n.most"
        :step="n.step"
        inline
        class="mr-2 shrink-0 max-[1000px]:mr-1 max-[1000px]:[&>div]:w-16 max-[1000px]:[&_label]:sr-only"
        @live="n.set($event)"
        @change="n.set($event)"
      />
      <div v-for="c in tool.choices ?? []" :key="c.label" class="mr-1 flex shrink-0 items-center gap-1.5">
        <span class="text-xs text-muted max-[1300px]:hidden" aria-hidden="true">{{ c.label }}</span>
        <select
          class="field h-7 w-24 py-0 max-[900px]:w-[72px] max-[900px]:px-1"
          :value="c.value"
          :aria-label="c.label"
          :title="`${c.label} …`"
          @change="c.set(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="o in c.choices" :key="o.value" :value="o.value">{{ o.label }}</option>
        </select>
      </div>
      <CommandButton
        v-for="a in tool.actions"
        :key="a.label"
        class="h-7 px-2"
        :label="a.label"
        :hint="a.keys ? `${a.label} (${a.keys})` : a.label"
        :blocked="a.blocked"
        :on="a.on"
        @press="a.run()"
      />
      <template v-if="view.tool === 'select'">
        <IconButton
          v-for="c in shown"
          :key="c.id"
          :label="c.label"
          :hint="`${c.label} (${c.keys})`"
          :blocked="c.blocked"
          @press="c.run()"
          ><component :is="ICONS[c.id]" :size="16" aria-hidden="true"
        /></IconButton>
      </template>
    </div>
    <div class="flex h-[39px] shrink-0 items-center">
      <span class="mx-1 h-5 w-px bg-line" />
      <IconButton label="Zoom out" hint="Zoom out (−)" @press="view.zoomAt(1 / 1.25)"
        ><ZoomOut :size="16" aria-hidden="true"
      /></IconButton>
      <button
        type="button"
        class="button button-quiet h-7 w-16 justify-center px-1 max-[900px]:hidden"
        title="True size (1)"
        @click="emit('trueSize')"
      >
        {{ percent }}
      </button>
      <IconButton label="Zoom in" hint="Zoom in (+)" @press="view.zoomAt(1.25)"
        ><ZoomIn :size="16" aria-hidden="true"
      /></IconButton>
      <IconButton label="Fit the hoop" hint="Fit the hoop (0)" @press="emit('fit')"
        ><Maximize :size="16" aria-hidden="true"
      /></IconButton>
    </div>
  </div>
</template>
