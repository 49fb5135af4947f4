// The place that a finding is about, marked on the cloth while its list is open.
import type { Bounds } from '@rosehip/core';
import { shallowRef } from 'vue';

export const marked = shallowRef<Bounds | null>(null);
