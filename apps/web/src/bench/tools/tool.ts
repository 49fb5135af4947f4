// What a tool on the cloth is.
import type { Path, Point } from '@rosehip/core';
import { reactive, type Ref } from 'vue';

export interface Pointer {
  /** mm */
  at: Point;
  shift: boolean;
  alt: boolean;
  /** Ctrl (or ⌘) is held: nothing is snapped to. */
  free: boolean;
  /** How strongly a pen presses, from 0 to 1; null for what can't tell. */
  pressure: number | null;
}

export interface ToolPreview {
  /** Paths that are being drawn, mm. */
  paths: Path[];
  /** Points with a handle; the first can close a path. */
  points: Point[];
  /** A box that selects, as two corners. */
  box: [Point, Point] | null;
  /** A line drawn round what is to be selected. */
  lasso?: Point[];
}

export interface ToolAction {
  label: string;
  keys?: string;
  /** Pressed in: a choice that is on. */
  on?: boolean;
  /** Why it can't be done now; left out when it can. */
  blocked?: string;
  run(): void;
}

/** A number of the tool's own, in the strip. */
export interface ToolNumber {
  label: string;
  value: number;
  unit: 'mm' | '°' | '';
  least: number;
  most: number;
  step: number;
  set(value: number): void;
}

/** A choice of the tool's own, in the strip. */
export interface ToolChoice {
  label: string;
  value: string;
  choices: readonly { value: string; label: string }[];
  set(value: string): void;
}

/** Draws on the layer above the cloth; places in mm are put on screen by `toPx`. */
export interface Marker {
  ctx: CanvasRenderingContext2D;
  toPx(p: Point): Point;
  /** Pixels a millimetre. */
  scale: number;
}

export interface Tool {
  hint: string;
  preview: ToolPreview;
  actions: ToolAction[];
  numbers?: ToolNumber[];
  choices?: ToolChoice[];
  down(p: Pointer): void;
  /** Called with every move, whether or not a button is held. */
  move(p: Pointer): void;
  up(p: Pointer): void;
  doubleClick?(p: Pointer): void;
  /** True when the key was meant for the tool. `e` tells which others are held. */
  key(key: string, e: KeyboardEvent): boolean;
  /** Leaves what is half done; true when there was something. */
  cancel(): boolean;
  /** The press under way is none: a second finger came to move the cloth. Left out: all that is half done is left. */
  letGo?(): void;
  /** What undo takes back first: the last part of what is half done, told as its label; null when nothing is. */
  halfDone?: { label: string; takeBack(): void } | null;
  /** Handles and helping lines of the tool. */
  mark?(marker: Marker): void;
  /** Ids of what is worked on; everything else is dimmed. */
  focus?: string[] | null;
}

/** A tool as it is written down: what changes by itself may be a ref. */
export type ToolParts = {
  [K in keyof Tool]: K extends 'hint' | 'preview' | 'actions' | 'numbers' | 'choices' | 'focus' | 'halfDone'
    ? Tool[K] | Ref<Tool[K]>
    : Tool[K];
};

/** A tool of its parts; refs are read as their values. */
export const toolOf = (parts: ToolParts): Tool => reactive(parts) as Tool;

export const NOTHING: ToolPreview = { paths: [], points: [], box: null };
