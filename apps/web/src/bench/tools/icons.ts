// The tools' icons.
import {
  Bandage,
  Circle,
  Flag,
  Image,
  Magnet,
  MousePointer2,
  Pencil,
  PenTool,
  Ruler,
  ScanSearch,
  Shapes,
  Slice,
  Spline,
  Square,
  Type,
  Waves,
} from '@lucide/vue';
import type { Component } from 'vue';
import type { ToolName } from '../../stores/view.ts';

export const TOOL_ICONS: Record<ToolName, Component> = {
  select: MousePointer2,
  points: Spline,
  mend: Bandage,
  read: ScanSearch,
  pen: PenTool,
  freehand: Pencil,
  rectangle: Square,
  ellipse: Circle,
  shapes: Shapes,
  words: Type,
  knife: Slice,
  bend: Flag,
  steer: Waves,
  pull: Magnet,
  measure: Ruler,
  picture: Image,
};
