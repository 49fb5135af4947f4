// Threads of an outline by a kind, as it comes on linen.
import type { PlainOutline, SettingValue } from '../src/design/types.ts';
import { clothById } from '../src/materials/cloths.ts';
import { completeSettings, type StitchInput } from '../src/stitches/kind.ts';
import { stitchKind } from '../src/stitches/kinds.ts';
import type { SewnThread } from '../src/stitches/thread.ts';

export function stitched(
  id: string,
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
  ends: Pick<StitchInput, 'start' | 'end'> = {},
): SewnThread[] {
  const kind = stitchKind(id)!;
  const cloth = clothById('linen');
  return kind.stitch({
    outline,
    cloth,
    ...ends,
    settings: completeSettings(kind, { kind: id, settings }, cloth),
  });
}
