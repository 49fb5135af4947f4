// How fast designs are adapted, when they have been sewn already as on the bench: a part of `npm run bench`.
import {
  adaptDesign,
  clothById,
  figuresOf,
  followed,
  proposedWith,
  sewDesign,
} from '../packages/core/src/index.ts';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { demoDesigns } from '../demo/designs.ts';

for (const design of demoDesigns()) {
  await loadFonts(design, readFontFile);
  const { stitches } = figuresOf(sewDesign(design));
  const cells = ['cap', 'fleece', 'quilt'].map((kind) => {
    const choices = proposedWith(design, { cloth: { kind, colour: clothById(kind).colour } });
    const from = performance.now();
    const made = adaptDesign(design, choices);
    const adapted = performance.now() - from;
    const begun = performance.now();
    followed(made.design, made.design, made.design);
    return `${kind} ${adapted.toFixed(0)} ms (followed ${(performance.now() - begun).toFixed(0)})`;
  });
  console.log(`${design.name.padEnd(24)} ${String(stitches).padStart(6)} stitches: ${cells.join(', ')}`);
}
