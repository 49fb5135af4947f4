// Threads of an outline by a kind, and the cloth they cover, as it comes on linen.
import type { PlainOutline, SettingValue } from '../src/design/types.ts';
import type { Region } from '../src/geometry/region.ts';
import { clothById } from '../src/materials/cloths.ts';
import { completeSettings, type StitchInput } from '../src/stitches/kind.ts';
import { stitchKind } from '../src/stitches/kinds.ts';
import type { SewnThread } from '../src/stitches/thread.ts';

type Settings = Record<string, SettingValue>;

function inputOf(id: string, outline: PlainOutline, settings: Settings): StitchInput {
  const cloth = clothById('linen');
  return { outline, cloth, settings: completeSettings(stitchKind(id)!, { kind: id, settings }, cloth) };
}

export const stitched = (
  id: string,
  outline: PlainOutline,
  settings: Settings = {},
  ends: Pick<StitchInput, 'start' | 'end'> = {},
): SewnThread[] => stitchKind(id)!.stitch({ ...inputOf(id, outline, settings), ...ends });

/** The cloth that the kind says its thread covers. */
export const covered = (id: string, outline: PlainOutline, settings: Settings = {}): Region =>
  stitchKind(id)!.cover(inputOf(id, outline, settings));
