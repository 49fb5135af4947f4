// `rosehip fonts`: the fonts that ship with Rosehip.
import { FONTS } from '@rosehip/fonts';

export function fonts(options: { json?: boolean }): void {
  if (options.json) {
    console.log(
      JSON.stringify(
        FONTS.map(({ files: _, ...family }) => family),
        null,
        1,
      ),
    );
    return;
  }
  for (const { name, use, joined, scripts, faces } of FONTS)
    for (const { id, smallest } of faces) {
      const more = [joined ? 'joined' : '', ...scripts].filter(Boolean).join(', ');
      console.log(`${id.padEnd(24)}${name}, ${use}, from ${smallest} mm${more ? ` (${more})` : ''}`);
    }
}
