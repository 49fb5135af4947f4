import { checkDesign, figuresOf, findingsOf, sewDesign } from '@rosehip/core';
import { expect, test } from 'vitest';
import { demoDesigns } from './designs.ts';

test.each(demoDesigns().map((d) => [d.name, d] as const))(
  '%s is sound, inside its hoop and within the limits',
  (_, design) => {
    expect(checkDesign(structuredClone(design))).toEqual(design);
    const plan = sewDesign(design);
    const f = figuresOf(plan);
    expect(Math.max(-f.bounds!.minX, f.bounds!.maxX)).toBeLessThanOrEqual(design.hoop.width / 2);
    expect(Math.max(-f.bounds!.minY, f.bounds!.maxY)).toBeLessThanOrEqual(design.hoop.height / 2);
    expect(f.shortest).toBeGreaterThanOrEqual(0.4);
    expect(f.longest).toBeLessThanOrEqual(7);
    for (const o of plan.objects) expect(o.to, `${o.name} has stitches`).toBeGreaterThan(o.from);
    // Nobody is greeted with findings: those of samplers that are meant to show them are ignored, with a note.
    const found = findingsOf(design, plan);
    expect(found.filter((f) => f.ignored === undefined).map((f) => f.sentence)).toEqual([]);
    expect(found.filter((f) => f.ignored !== undefined)).toHaveLength(design.ignored?.length ?? 0);
  },
);
