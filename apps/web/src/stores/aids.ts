// What helps the eye while drawing: rulers, the grid, and what is snapped to. Kept in this browser.
import { useKept } from '../parts/kept.ts';
import { defineStore } from 'pinia';

export type SnapKind = 'points' | 'edges' | 'boxes' | 'gaps' | 'guides' | 'grid';

export const SNAP_KINDS: { kind: SnapKind; label: string }[] = [
  { kind: 'points', label: 'Points' },
  { kind: 'edges', label: 'Outlines' },
  { kind: 'boxes', label: 'Middles and edges' },
  { kind: 'gaps', label: 'Equal gaps' },
  { kind: 'guides', label: 'Guides' },
  { kind: 'grid', label: 'Grid' },
];

export const useAids = defineStore('aids', () => ({
  rulers: useKept('rosehip-rulers', false),
  showGrid: useKept('rosehip-grid', false),
  /** mm between the grid's lines. */
  gridStep: useKept('rosehip-grid-step', 10),
  snapping: useKept('rosehip-snapping', true),
  snapTo: useKept<Record<SnapKind, boolean>>('rosehip-snap-to', {
    points: true,
    edges: true,
    boxes: true,
    gaps: true,
    guides: true,
    grid: true,
  }),
}));
