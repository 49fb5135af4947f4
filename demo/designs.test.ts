import {
  applyCommand,
  checkDesign,
  figuresOf,
  findingsOf,
  findItem,
  fixOf,
  hoopingPlans,
  resolveDesign,
  sewDesign,
  sewHooped,
  type DesignObject,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { expect, test } from 'vitest';
import { demoDesigns } from './designs.ts';
import { readyProjects } from './ready.ts';
import { towelCorner } from './towel-corner.ts';

const FRAYED = 'Frayed border';
const sound = demoDesigns().filter(({ name }) => name !== FRAYED);

test.each([...sound, towelCorner()].map((d) => [d.name, d] as const))(
  '%s is sound, inside its hoop and within the limits',
  async (_, design) => {
    expect(checkDesign(structuredClone(design))).toEqual(design);
    await loadFonts(design, readFontFile);
    const { plan } = sewHooped(resolveDesign(design));
    const f = figuresOf(plan);
    // In each of its hoopings, when it has several.
    for (const { plan: hooped } of hoopingPlans(resolveDesign(design)).plans) {
      const { bounds } = figuresOf(hooped);
      expect(Math.max(-bounds!.minX, bounds!.maxX)).toBeLessThanOrEqual(design.hoop.width / 2);
      expect(Math.max(-bounds!.minY, bounds!.maxY)).toBeLessThanOrEqual(design.hoop.height / 2);
    }
    expect(f.shortest).toBeGreaterThanOrEqual(0.4);
    expect(f.longest).toBeLessThanOrEqual(7);
    for (const o of plan.objects) expect(o.to, `${o.name} has stitches`).toBeGreaterThan(o.from);
    // Nobody is greeted with findings: those of samplers that are meant to show them are ignored, with a note.
    const found = findingsOf(design, plan);
    expect(found.filter((f) => f.ignored === undefined).map((f) => f.sentence)).toEqual([]);
    expect(found.filter((f) => f.ignored !== undefined)).toHaveLength(design.ignored?.length ?? 0);
  },
);

test.each(readyProjects().map((p) => [p.name, p] as const))(
  '%s can be begun from, and each of its places changed',
  (_, { design }) => {
    expect(checkDesign(structuredClone(design))).toEqual(design);
    expect(design.places!.length).toBeGreaterThanOrEqual(2);
    for (const { what, of } of design.places!) {
      const item = of && findItem(design, of);
      if (what === 'thread') expect(item).toBeTruthy();
      if (what === 'width') expect((item as DesignObject).recipe.settings.width).toBeGreaterThan(0);
      if (what === 'copies') expect(item).toMatchObject({ kind: 'group', repeat: {} });
    }
  },
);

test('what is frayed is found, and every fix leaves less of it', () => {
  let design = demoDesigns().find(({ name }) => name === FRAYED)!;
  expect(checkDesign(structuredClone(design))).toEqual(design);
  const found = findingsOf(design, sewDesign(design));
  expect(new Set(found.map(({ id }) => id))).toEqual(
    new Set(['jump-visible', 'stitch-long', 'stitch-short', 'missing-tie']),
  );
  for (const finding of found)
    if (finding.fix) design = applyCommand(design, fixOf(design, finding).command).design;
  const left = findingsOf(design, sewDesign(design)).map(({ id }) => id);
  expect(left).not.toContain('stitch-long');
  expect(left).not.toContain('jump-visible');
  expect(left.length).toBeLessThan(found.length);
});
