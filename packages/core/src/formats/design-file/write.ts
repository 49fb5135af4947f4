// Writes the design file (.rosehip.json), and takes designs up again that were checked before. Apart from what reads it: its
// check is as large as all that sews, and a page seldom needs it.
import type { Design } from '../../design/types.ts';
import { withKept, withoutKept } from './kept.ts';
import { upgraded } from './migrations.ts';

/**
 * A design that was checked when it was kept, by this Rosehip or an earlier one, as the present version has it. What comes
 * from elsewhere goes through `checkDesign`.
 */
export const asPresent = (kept: object): Design =>
  upgraded(withoutKept(kept as Record<string, unknown>)) as unknown as Design;

export const writeDesignFile = (design: Design): string => `${JSON.stringify(withKept(design), null, 1)}\n`;
