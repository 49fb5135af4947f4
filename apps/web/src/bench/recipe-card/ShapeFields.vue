<script setup lang="ts">
// Place, size and turn of what is selected, by numbers.
import { Link2, Link2Off } from '@lucide/vue';
import { computed, ref } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench.ts';
import { canReshape, fitted, frameOf, moved, primitiveOf, turnedAbout, type Frame } from '../items.ts';
import type { DesignObject, Item } from '@rosehip/core';

const bench = useBench();
const locked = ref(true);

const frame = computed(() => frameOf(bench.selected));
const primitive = computed(() => primitiveOf(bench.selected));
const radius = computed(() =>
  primitive.value?.outline.kind === 'rectangle' ? primitive.value.outline.radius : null,
);
const blocked = computed(() =>
  canReshape(bench.selected)
    ? undefined
    : 'Stitches brought in keep their exact size: they can be moved, but not sized or turned yet.',
);

function changed(key: 'x' | 'y' | 'width' | 'height', value: number): Item[] {
  const items = bench.committedSelected;
  const from = frameOf(items);
  if (!from) return items;
  if (key === 'x') return moved(items, value - from.x, 0);
  if (key === 'y') return moved(items, 0, value - from.y);
  const to: Frame = { ...from, [key]: value };
  if (locked.value) {
    const k = value / Math.max(from[key], 1e-6);
    to.width = key === 'width' ? value : from.width * k;
    to.height = key === 'height' ? value : from.height * k;
  }
  return fitted(items, from, to);
}

function turned(value: number): Item[] {
  const items = bench.committedSelected;
  const from = frameOf(items);
  return from ? turnedAbout(items, value - from.turn, from) : items;
}

function rounded(value: number): Item[] {
  const object = bench.committedSelected[0] as DesignObject;
  return object.outline.kind === 'rectangle'
    ? [{ ...object, outline: { ...object.outline, radius: value } }]
    : [object];
}

const FIELDS = [
  { key: 'x', label: 'Across', help: 'From the hoop’s middle to the right.' },
  { key: 'y', label: 'Down', help: 'From the hoop’s middle downwards.' },
  { key: 'width', label: 'Width', help: '' },
  { key: 'height', label: 'Height', help: '' },
] as const;
</script>

<template>
  <div v-if="frame" class="grid gap-2">
    <h3 class="text-sm">Shape</h3>
    <div class="grid grid-cols-2 gap-2">
      <NumberField
        v-for="f in FIELDS"
        :key="f.key"
        :label="f.label"
        :value="frame[f.key]"
        :least="f.key === 'width' || f.key === 'height' ? 0.2 : -1000"
        :most="1000"
        :help="f.help"
        :blocked="f.key === 'width' || f.key === 'height' ? blocked : undefined"
        @live="bench.preview(changed(f.key, $event))"
        @change="bench.replace(changed(f.key, $event), f.key === 'x' || f.key === 'y' ? 'Move' : 'Size')"
      />
      <NumberField
        :label="primitive ? 'Turn' : 'Turn by'"
        :value="frame.turn"
        unit="°"
        :least="-360"
        :most="360"
        :step="1"
        :blocked="blocked"
        help="Clockwise; 360/5 is one fifth of a circle."
        @live="bench.preview(turned($event))"
        @change="bench.replace(turned($event), 'Turn')"
      />
      <NumberField
        v-if="radius !== null"
        label="Corner radius"
        :value="radius"
        :least="0"
        :most="500"
        @live="bench.preview(rounded($event))"
        @change="bench.replace(rounded($event), 'Corner radius')"
      />
      <button
        type="button"
        class="button self-end"
        :class="radius !== null ? 'col-span-2' : ''"
        :aria-pressed="locked"
        title="Keep width and height in proportion when one is typed"
        @click="locked = !locked"
      >
        <component :is="locked ? Link2 : Link2Off" :size="16" aria-hidden="true" />
        {{ locked ? 'In proportion' : 'Free' }}
      </button>
    </div>
  </div>
</template>
