// Writes a design as SVG: an artwork layer with the outlines and a stitches layer with the plan.
import type { Design } from '../../design/types.ts';
import { visibleLeaves } from '../../design/tree.ts';
import { materialsOf } from '../../materials/materials.ts';
import { outlinePaths } from '../../outlines/flatten.ts';
import { fillRuleOf } from '../../outlines/region.ts';
import { resolveDesign } from '../../resolve/resolve.ts';
import { inMm, pathData } from '../../outlines/path-data.ts';
import { Move } from '../../sewing/moves.ts';
import type { Plan } from '../../sewing/plan.ts';
import { THREAD_WIDTH } from '../../materials/machine.ts';
import { bandOf, sewnFrom } from '../../stitches/kinds.ts';

/** Text as it may stand in an XML document. */
export const escapeXml = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`).replace(/[^\x20-\ud7ff\ue000-\ufffd\t\n]/g, '');

function artwork(design: Design): string {
  const lines: string[] = [];
  const { thread } = materialsOf(design);
  for (const leaf of visibleLeaves(resolveDesign(design).objects)) {
    if (leaf.kind !== 'object' || leaf.unsewn) continue;
    const { colour } = thread(leaf.thread);
    const width = bandOf(leaf) || THREAD_WIDTH;
    const look =
      sewnFrom(leaf.recipe) === 'region'
        ? `fill="${colour}"`
        : `fill="none" stroke="${colour}" stroke-width="${inMm(width)}"`;
    const rule = fillRuleOf(leaf.outline);
    lines.push(
      `<path ${look} fill-rule="${rule}" aria-label="${escapeXml(leaf.name)}" d="${pathData(outlinePaths(leaf.outline))}"/>`,
    );
  }
  return lines.join('\n');
}

function stitches(plan: Plan): string {
  const lines: string[] = [];
  for (const object of plan.objects) {
    const data: string[] = [];
    let sewing = false;
    for (let i = object.from; i < object.to; i++) {
      if (plan.move[i] !== Move.stitch) {
        sewing = false;
        continue;
      }
      if (!sewing && i > 0) data.push(`M${inMm(plan.x[i - 1])} ${inMm(plan.y[i - 1])}`);
      data.push(`L${inMm(plan.x[i])} ${inMm(plan.y[i])}`);
      sewing = true;
    }
    if (data.length)
      lines.push(
        `<path fill="none" stroke="${plan.threads[object.thread].colour}" stroke-width="0.3" aria-label="${escapeXml(object.name)}" d="${data.join('')}"/>`,
      );
  }
  return lines.join('\n');
}

/** The page is the hoop, in mm; the stitches layer is hidden where the artwork is wanted alone. */
export function writeSvg(design: Design, plan: Plan): string {
  const { width, height } = design.hoop;
  const box = `${inMm(-width / 2)} ${inMm(-height / 2)} ${inMm(width)} ${inMm(height)}`;
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${inMm(width)}mm" height="${inMm(height)}mm" viewBox="${box}">
<title>${escapeXml(design.name)}</title>
<g id="artwork">
${artwork(design)}
</g>
<g id="stitches" stroke-linejoin="round" display="none">
${stitches(plan)}
</g>
</svg>
`;
}
