// What a tool on the cloth is.
import type { Path, Point } from '@rosehip/core';

export interface Pointer {
  /** mm */
  at: Point;
  shift: boolean;
  alt: boolean;
}

export interface ToolPreview {
  /** Paths that are being drawn, mm. */
  paths: Path[];
  /** Points with a handle; the first can close a path. */
  points: Point[];
  /** A box that selects, as two corners. */
  box: [Point, Point] | null;
}

export interface ToolAction {
  label: string;
  keys: string;
  /** Why it can't be done now; left out when it can. */
  blocked?: string;
  run(): void;
}

export interface Tool {
  hint: string;
  preview: ToolPreview;
  actions: ToolAction[];
  down(p: Pointer): void;
  /** Called with every move, whether or not a button is held. */
  move(p: Pointer): void;
  up(p: Pointer): void;
  /** True when the key was meant for the tool. */
  key(key: string): boolean;
  /** Drops what is half done. */
  cancel(): void;
}

export const NOTHING: ToolPreview = { paths: [], points: [], box: null };
