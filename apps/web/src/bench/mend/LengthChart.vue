<script setup lang="ts">
// How many stitches are how long; its two ends are pulled to choose stitches of some lengths.
import { BarChart as Bars } from 'echarts/charts';
import { AriaComponent, BrushComponent, GridComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import VChart from 'vue-echarts';

use([Bars, GridComponent, AriaComponent, BrushComponent, SVGRenderer]);

const props = defineProps<{
  /** Stitches by their length, a number a tenth of a millimetre. */
  counts: readonly number[];
  /** The lengths that are chosen, in mm; null when none are. */
  range: readonly [number, number] | null;
}>();
const emit = defineEmits<{ range: [least: number, most: number] }>();
const chart = useTemplateRef<InstanceType<typeof VChart>>('chart');

const text = { color: '#6d5f6b', fontFamily: 'Figtree Variable', fontSize: 11 };
/** As far as there are stitches. */
const shown = computed(() => {
  const last = props.counts.findLastIndex((count) => count > 0);
  return props.counts.slice(0, Math.max(21, last + 2));
});
const isInside = (i: number): boolean =>
  !!props.range && i / 10 >= props.range[0] - 1e-6 && i / 10 <= props.range[1] + 1e-6;
const option = computed(() => ({
  animation: false,
  aria: { enabled: true },
  grid: { left: 38, right: 10, top: 8, bottom: 20, outerBoundsMode: 'none' },
  xAxis: {
    type: 'category',
    data: shown.value.map((_, i) => (i / 10).toFixed(1)),
    axisLabel: {
      ...text,
      interval: (i: number) => i % 10 === 0,
      formatter: (v: string) => `${Math.round(+v)}`,
    },
    axisTick: { show: false },
    axisLine: { lineStyle: { color: '#e2d8c7' } },
  },
  yAxis: { type: 'value', splitNumber: 2, axisLabel: text, splitLine: { lineStyle: { color: '#e2d8c7' } } },
  brush: {
    xAxisIndex: 0,
    brushType: 'lineX',
    brushMode: 'single',
    transformable: true,
    throttleType: 'debounce',
    throttleDelay: 60,
    brushStyle: { color: 'rgba(179,38,63,0.14)', borderColor: '#b3263f', borderWidth: 1 },
    outOfBrush: { colorAlpha: 1 },
  },
  series: [
    {
      type: 'bar',
      barCategoryGap: '10%',
      data: shown.value.map((value, i) => ({
        value,
        itemStyle: { color: isInside(i) ? '#b3263f' : '#c9b9a3' },
      })),
    },
  ],
}));

/** Shows the range as it is, and keeps the hand ready to draw another. */
async function showRange(): Promise<void> {
  await nextTick();
  const { value } = chart;
  if (!value) return;
  value.dispatchAction({
    type: 'takeGlobalCursor',
    key: 'brush',
    brushOption: { brushType: 'lineX', brushMode: 'single' },
  });
  const last = shown.value.length - 1;
  value.dispatchAction({
    type: 'brush',
    areas: props.range
      ? [
          {
            brushType: 'lineX',
            xAxisIndex: 0,
            coordRange: props.range.map((mm) => Math.min(last, Math.round(10 * mm))),
          },
        ]
      : [],
  });
}
watch([() => props.range?.join(), () => shown.value.length], showRange, { flush: 'post' });
/** A chart takes orders only once it was drawn. */
let drawn = false;
function begin(): void {
  if (drawn) return;
  drawn = true;
  void showRange();
}

function brushed(event: object): void {
  const range = (event as { areas?: { coordRange?: number[] }[] }).areas?.[0]?.coordRange;
  if (!range) return;
  const last = shown.value.length - 1;
  const [least, most] = [Math.max(0, Math.min(...range)), Math.max(...range)];
  emit('range', Math.round(least) / 10, most >= last ? 100 : Math.round(most) / 10);
}
</script>

<template>
  <div role="img" aria-label="Stitches by their length, in mm" class="h-28 w-full">
    <!-- Taken in now, drawn with the next frame: the first chart takes tens of milliseconds for either. -->
    <VChart
      ref="chart"
      :option="option"
      :update-options="{ lazyUpdate: true }"
      autoresize
      @finished="begin"
      @brushend="brushed"
    />
  </div>
</template>
