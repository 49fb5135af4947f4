// Outlines that are made from others, and those that stand by themselves.
import type { LiveOutline, Outline, PlainOutline } from './types.ts';

export const isLive = (outline: Outline): outline is LiveOutline => 'of' in outline;
export const isPlain = (outline: Outline): outline is PlainOutline => !('of' in outline);
