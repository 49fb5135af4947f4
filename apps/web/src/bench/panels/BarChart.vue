<script setup lang="ts">
// A small bar chart.
import { BarChart as Bars } from 'echarts/charts';
import { AriaComponent, GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';

use([Bars, GridComponent, TooltipComponent, AriaComponent, SVGRenderer]);

const props = withDefaults(
  defineProps<{
    bars: { name: string; value: number; colour: string }[];
    /** What the chart shows, for those who can't see it. */
    label: string;
    unit: string;
    /** Whether names stand beneath the bars. */
    names?: boolean;
  }>(),
  { names: true },
);

const text = { color: '#6d5f6b', fontFamily: 'Figtree Variable', fontSize: 11 };
const option = computed(() => ({
  animation: false,
  aria: { enabled: true, label: { description: props.label } },
  grid: { left: 38, right: 4, top: 8, bottom: props.names ? 20 : 6 },
  tooltip: {
    confine: true,
    formatter: ({ name, value }: { name: string; value: number }) => `${name}: ${value} ${props.unit}`,
    textStyle: { ...text, color: '#2a1c2b' },
  },
  xAxis: {
    type: 'category',
    data: props.bars.map((b) => b.name),
    axisLabel: { ...text, show: props.names, interval: 1 },
    axisTick: { show: false },
    axisLine: { lineStyle: { color: '#e2d8c7' } },
  },
  yAxis: { type: 'value', splitNumber: 2, axisLabel: text, splitLine: { lineStyle: { color: '#e2d8c7' } } },
  series: [
    {
      type: 'bar',
      barCategoryGap: '20%',
      data: props.bars.map(({ value, colour }) => ({
        value,
        itemStyle: { color: colour, borderColor: 'rgba(42,28,43,0.3)', borderWidth: 1, borderRadius: 2 },
      })),
    },
  ],
}));
</script>

<template>
  <div role="img" :aria-label="label" class="h-28 w-full">
    <VChart :option="option" autoresize />
  </div>
</template>
