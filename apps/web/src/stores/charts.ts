// Thread charts: those that ship with Rosehip, the person's own, and which threads they have.
import { OWN_CHART, THREAD_CHARTS, type OwnChart, type Thread, type ThreadChart } from '@rosehip/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { api } from '../api.ts';
import { uuid } from '../parts/uuid.ts';
import { useKeptList } from './kept-list.ts';
import { useSettings } from './settings.ts';

/** What a thread that was just put among one's own has left, in metres: a small spool. */
const SPOOL = 200;

export const useCharts = defineStore('charts', () => {
  const settings = useSettings();
  const {
    all: own,
    problem,
    change,
    load,
  } = useKeptList<ThreadChart>(async () => (await api.charts()).charts);

  /** All charts, those that ship with Rosehip first. */
  const all = computed<ThreadChart[]>(() => [...THREAD_CHARTS, ...own.value]);
  const chart = (id: string): ThreadChart | null => all.value.find((c) => c.id === id) ?? null;
  const isOwn = (id: string): boolean => id.startsWith(OWN_CHART);

  /** Keeps a chart as one of the person's own; gives its id, or null when it could not be kept. */
  async function keep(next: OwnChart, id = `${OWN_CHART}${uuid().slice(0, 30)}`): Promise<string | null> {
    const { name, weight, material, threads } = next;
    const kept = { id, name, weight, material, threads };
    const done = await change(
      () => api.keepChart(id, { name, weight, material, threads }),
      (all) => (all.some((c) => c.id === id) ? all.map((c) => (c.id === id ? kept : c)) : [...all, kept]),
    );
    return done ? id : null;
  }
  const remove = (id: string): Promise<boolean> => change(() => api.removeChart(id));

  /* What the person has */
  const keyOf = (chartId: string, code: string): string => `${chartId} ${code}`;
  const left = computed(() => new Map(settings.threads.map((t) => [keyOf(t.chart, t.code), t.metres])));
  /** Metres that are left of a thread; null when it is none of the person's. */
  const metresOf = (chartId: string, code: string): number | null =>
    left.value.get(keyOf(chartId, code)) ?? null;
  const owns = (chartId: string, thread: Thread): boolean => metresOf(chartId, thread.code) !== null;
  /** How much is left of a thread, in metres; null: it is none of the person's. */
  function setMetres(chartId: string, code: string, metres: number | null): void {
    const others = settings.threads.filter((t) => t.chart !== chartId || t.code !== code);
    settings.setThreads(metres === null ? others : [...others, { chart: chartId, code, metres }]);
  }
  const take = (chartId: string, code: string): void => setMetres(chartId, code, SPOOL);

  return { all, own, chart, isOwn, problem, load, keep, remove, metresOf, owns, setMetres, take };
});
