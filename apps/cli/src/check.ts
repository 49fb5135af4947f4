// `rosehip check`: counts, size and time, and what the checks found.
import { figuresOf, findingsOf, resolveDesign, sewHooped } from '@rosehip/core';
import { readAny } from './files.ts';
import { takeLimit } from './limit.ts';

const round = (v: number, places = 2): number => Number(v.toFixed(places));

export async function check(input: string, options: { json?: boolean; limit?: string }): Promise<void> {
  takeLimit(options.limit);
  const design = await readAny(input);
  const { plan } = sewHooped(resolveDesign(design));
  const f = figuresOf(plan);
  const findings = findingsOf(design, plan).filter((one) => one.ignored === undefined);
  const report = {
    name: design.name,
    stitches: f.stitches,
    jumps: f.jumps,
    trims: f.trims,
    colourChanges: f.colourChanges,
    stops: f.stops,
    widthMm: round(f.width, 1),
    heightMm: round(f.height, 1),
    seconds: Math.round(f.seconds),
    shortestMm: round(f.shortest),
    longestMm: round(f.longest),
    threadMetres: round(f.threadMetres),
    threads: f.threads.map((code) => ({ code, name: plan.threads[code].name })),
    hoop: design.hoop,
    insideHoop: !findings.some(({ id }) => id === 'outside-hoop'),
    findings: findings.map(({ id, weight, sentence }) => ({ id, weight, sentence })),
  };
  if (options.json) {
    console.log(JSON.stringify(report, null, 1));
    return;
  }
  console.log(`${report.name}
stitches        ${report.stitches}
colour changes  ${report.colourChanges}
trims           ${report.trims}
jumps           ${report.jumps}
stops           ${report.stops}
size            ${report.widthMm} × ${report.heightMm} mm
stitch length   ${report.shortestMm} to ${report.longestMm} mm
thread          ${report.threadMetres} m
time            ${Math.floor(report.seconds / 60)} min ${report.seconds % 60} s
threads         ${report.threads.map((t) => `${t.name} ${t.code}`).join(', ')}
hoop            ${design.hoop.name}
findings        ${findings.map((one) => one.sentence).join('\n                ') || 'none'}`);
}
