// Outlines that are made from others, and those that stand by themselves.
import type { DesignObject, Item, LiveOutline, Outline, PlainOutline, TextOutline } from './types.ts';

export const isLive = (outline: Outline): outline is LiveOutline => 'of' in outline;
export const isPlain = (outline: Outline): outline is PlainOutline => !('of' in outline);

/** An object whose outline is words. */
export type TextObject = DesignObject & { outline: TextOutline };

export const isText = (item: Item | null | undefined): item is TextObject =>
  item?.kind === 'object' && item.outline.kind === 'text';
