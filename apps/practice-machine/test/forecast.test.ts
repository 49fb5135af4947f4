// What the bench foretells is what the practice machine takes, everything else equal: for every demo design, on every machine.
import { expect, test } from 'vitest';
import {
  figuresOf,
  machineById,
  Move,
  needlePlan,
  resolveDesign,
  sewHooped,
  writeDst,
  type Plan,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { demoDesigns } from '../../../demo/designs.ts';
import { readJob } from '../src/machine/job.ts';
import { MODELS } from '../src/machine/models.ts';
import { Sewing } from '../src/machine/sewing.ts';

/** Which colours of a file are stops, and which needle a person puts each thread on, as the bench advises. */
function advised(plan: Plan, count: number) {
  const waits: boolean[] = [];
  const threads: string[] = [plan.objects.find((o) => o.to > o.from)!.thread];
  plan.move.forEach((move, i) => {
    if (move !== Move.change && move !== Move.stop) return;
    waits.push(move === Move.stop);
    const after = plan.objects[plan.object[Math.min(i + 1, plan.x.length - 1)]];
    threads.push(move === Move.stop ? threads.at(-1)! : after.thread);
  });
  const spools = threads.filter((t, k) => t !== threads[k - 1]);
  const { needles } = needlePlan(spools, count);
  let spool = -1;
  const colours = threads.map((thread, k) => {
    if (thread !== threads[k - 1]) spool++;
    const needle = needles.findIndex(
      (held) => held.filter((t) => t.before <= spool).at(-1)?.thread === thread,
    );
    return { thread, needle };
  });
  return { waits, colours };
}

test.each(demoDesigns().map((d) => [d.name, d] as const))(
  '%s takes as long as foretold',
  async (_, design) => {
    await loadFonts(design, readFontFile);
    for (const model of MODELS) {
      const { plan } = sewHooped(resolveDesign(design), { speed: machineById(model.id).speed });
      const job = readJob(`${design.name}.dst`, writeDst(plan, design.name));
      const { waits, colours } = advised(plan, model.needles);
      expect(job.colours).toBe(colours.length);
      const sewing = new Sewing(job, model, colours);
      for (let k = 0; sewing.status !== 'done' && k < 1000; k++) {
        sewing.advance(3600);
        if (sewing.status === 'thread')
          if (waits[sewing.colour - 1]) sewing.sameThread();
          else sewing.threadedNow();
        sewing.go();
      }
      const { seconds, stitches } = figuresOf(plan);
      expect(sewing.counts.stitches).toBe(stitches);
      expect(Math.abs(sewing.counts.seconds / seconds - 1)).toBeLessThan(0.05);
    }
  },
);
