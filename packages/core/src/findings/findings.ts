// Findings on a design: what will not sew as it may be meant, in plain sentences, worst first.
import { visibleLeaves } from '../design/tree.ts';
import type { Design } from '../design/types.ts';
import { clothById } from '../materials/cloths.ts';
import { resolveDesign } from '../outlines/resolve.ts';
import type { Figures } from '../sewing/plan.ts';
import { objectRemarks } from '../sewing/stitch-object.ts';
import type { Remark } from '../stitches/kind.ts';
import { outsideHoop } from './outside-hoop.ts';

export interface Finding {
  id: 'outside-hoop' | 'no-stitches' | Remark;
  /** How much it matters: 3 the design can't be sewn as it is, 1 good to know. */
  weight: 1 | 2 | 3;
  sentence: string;
  /** The object that it is about. */
  object?: string;
}

const SENTENCES: Record<Remark, { weight: 1 | 2 | 3; say(name: string, longest: number): string }> = {
  'two-lines': {
    weight: 2,
    say: (name) => `${name} needs two lines for a column between them; it has only one.`,
  },
  'satin-narrow': {
    weight: 1,
    say: (name) => `${name} is narrower than 1 mm: too narrow for satin, so it is sewn as a bean run.`,
  },
  'satin-split': {
    weight: 1,
    say: (name, longest) =>
      `${name} is wider than ${longest} mm: its stitches are split, so it will shine less than narrow satin.`,
  },
};

/** All findings on a design; `figures` are those of its plan, `empty` names objects without a stitch. */
export function findingsOf(design: Design, figures: Figures, empty: readonly string[] = []): Finding[] {
  const out: Finding[] = [];
  const outside = outsideHoop(design, figures);
  if (outside) out.push({ id: 'outside-hoop', weight: 3, sentence: outside.sentence });
  const cloth = clothById(design.cloth.kind);
  for (const leaf of visibleLeaves(resolveDesign(design).objects)) {
    if (leaf.kind !== 'object' || leaf.unsewn) continue;
    const remarks = objectRemarks(leaf, cloth);
    for (const id of remarks) {
      const { weight, say } = SENTENCES[id];
      out.push({ id, weight, sentence: say(leaf.name, cloth.longest ?? 7), object: leaf.id });
    }
    if (empty.includes(leaf.id) && !remarks.includes('two-lines'))
      out.push({
        id: 'no-stitches',
        weight: 2,
        sentence: `${leaf.name} has no room for a stitch: make it larger, or stitch it another way.`,
        object: leaf.id,
      });
  }
  return out.sort((a, b) => b.weight - a.weight);
}
