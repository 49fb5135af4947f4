// Threads of an outline by a kind, as it comes on linen.
import type { PlainOutline, SettingValue } from '../src/design/types.ts';
import { clothById } from '../src/materials/cloths.ts';
import { completeSettings } from '../src/stitches/kind.ts';
import { stitchKind } from '../src/stitches/kinds.ts';
import type { SewnThread } from '../src/stitches/thread.ts';

export function stitched(
  id: string,
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
): SewnThread[] {
  const kind = stitchKind(id)!;
  const cloth = clothById('linen');
  return kind.stitch({ outline, cloth, settings: completeSettings(kind, { kind: id, settings }, cloth) });
}
