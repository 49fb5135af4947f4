// Settings that all satin has, along lines and across letters.
import type { ChoiceSetting, NumberSetting } from '../kind.ts';

/** Shapes wider than this are filled instead, in mm: satin that is split more than once does not look like satin. */
export const FILLED_FROM = 14;

export const spacingSetting = {
  name: 'spacing',
  label: 'Spacing',
  type: 'number',
  unit: 'mm',
  least: 0.2,
  most: 1.5,
  step: 0.05,
  default: 0.4,
  help: 'From stitch to stitch along the outer edge.',
} as const satisfies NumberSetting;

export const underlaySetting = {
  name: 'underlay',
  label: 'Underlay',
  type: 'choice',
  more: true,
  choices: [
    { value: 'auto', label: 'by width and cloth' },
    { value: 'none', label: 'none' },
    { value: 'centre', label: 'centre run' },
    { value: 'edge', label: 'edge run' },
    { value: 'edge-zigzag', label: 'edge run and zigzag' },
  ],
  default: 'auto',
  help: 'Stitches beneath that hold the cloth and lift the satin.',
} as const satisfies ChoiceSetting;
