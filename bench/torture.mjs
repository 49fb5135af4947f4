// `npm run torture [-- --kills N --rounds N]`: server, database and browser are killed at random moments while people
// save; then the disk is full again and again. Nothing that was acknowledged may be lost, and all must heal by itself.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { register } from 'tsx/esm/api';
import { ensureBuilt } from '../scripts/lib/build.mjs';

register();
const { pause, startHousehold } = await import('./torture/household.mjs');
const { Writer } = await import('./torture/writer.mjs');
const { Sitter } = await import('./torture/sitter.mjs');
const { fullStore, twoTabs } = await import('./torture/tabs.mjs');

const { values } = parseArgs({
  options: { kills: { type: 'string', default: '100' }, rounds: { type: 'string', default: '10' } },
});
const WRITERS = 6;
const folder = mkdtempSync(join(tmpdir(), 'rosehip-torture-'));
const faults = [];
/** What runs, to be ended whatever happens. */
const homes = [];
async function begin(where) {
  const home = await startHousehold(where);
  homes.push(home);
  return home;
}

const middle = (list) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;
const most = (list) => Math.max(0, ...list);
const told = (writers) => {
  const refused = new Map();
  for (const w of writers) for (const [s, n] of w.refused) refused.set(s, (refused.get(s) ?? 0) + n);
  const acknowledged = writers.reduce((n, w) => n + w.acknowledged.size, 0);
  const others = [...refused].map(([status, n]) => `${n} × ${status || 'no answer'}`).join(', ');
  return `${acknowledged} saves acknowledged, ${others || 'none'} refused`;
};

async function startWriters(address) {
  const writers = Array.from({ length: WRITERS }, (_, k) => new Writer(address, k + 1));
  for (const writer of writers) await writer.begin();
  return writers;
}

/** Ends the writers, and checks everything that was ever acknowledged. */
async function settle(writers) {
  for (const writer of writers) await writer.end();
  for (const writer of writers) await writer.checkAll();
  faults.push(...writers.flatMap((w) => w.faults));
}

async function kills() {
  const home = await begin(join(folder, 'kills'));
  const writers = await startWriters(home.address);
  const sitter = new Sitter(home.address);
  await sitter.begin();
  const count = { server: 0, database: 0, browser: 0 };
  const healing = { server: [], database: [] };
  for (let done = 0; done < Number(values.kills);) {
    await pause(200 + Math.random() * 2500);
    const dice = Math.random();
    if (dice < 0.25) {
      count.browser++;
      // Half of them while the server is away: then only the browser has the edits.
      if (Math.random() < 0.5 && home.killServer()) {
        count.server++;
        done++;
        await pause(900);
      }
      await sitter.kill();
    } else if (dice < 0.6) {
      if (!home.killServer()) continue;
      count.server++;
      await pause(100);
      healing.server.push(await home.healed());
    } else {
      home.killDatabase();
      count.database++;
      await pause(1200); // until it is noticed
      healing.database.push(1200 + (await home.healed()));
    }
    done++;
    for (const writer of writers) await writer.checkNewest();
    if (done % 10 === 0) {
      await sitter.check();
      console.log(
        `${done} kills, ${faults.length + sitter.faults.length + writers.reduce((n, w) => n + w.faults.length, 0)} faults`,
      );
    }
  }
  await home.healed();
  await sitter.check();
  await sitter.end();
  await settle(writers);
  faults.push(...sitter.faults);
  await homes.pop().stop();
  console.log(
    `killed: server ${count.server}, database ${count.database}, browser ${count.browser} times; ${told(writers)}.`,
  );
  for (const what of ['server', 'database'])
    console.log(
      `the ${what} was back after ${(middle(healing[what]) / 1000).toFixed(1)} s (middle), ${(most(healing[what]) / 1000).toFixed(1)} s at most`,
    );
  console.log(
    `browser killed with edits that were not saved: ${sitter.unsavedKills} times, ${sitter.unsavedKept} with all that were older than 300 ms`,
  );
}

async function tabs() {
  const home = await begin(join(folder, 'tabs'));
  const rounds = Number(values.rounds);
  const found = [...(await twoTabs(home.address, rounds)), ...(await fullStore(home.address, rounds))];
  faults.push(...found);
  await homes.pop().stop();
  console.log(
    `browser killed with two tabs on one design, and its store full, ${rounds} times each: ${found.length} faults`,
  );
}

async function fullDisk() {
  const disk = join(folder, 'disk');
  mkdirSync(disk);
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=420m', 'none', disk], { stdio: 'pipe' });
  } catch {
    console.log('disk full: not tried, since this user may not mount a small disk.');
    return;
  }
  try {
    const home = await begin(disk);
    const writers = await startWriters(home.address);
    const healing = [];
    for (let round = 0; round < Number(values.rounds); round++) {
      await pause(500 + Math.random() * 1500);
      await home.fillDisk();
      await pause(1000 + Math.random() * 4000);
      if (round % 3 === 1) home.killDatabase(); // and it dies beside
      if (round % 3 === 2) home.killServer();
      await pause(500);
      await home.freeDisk();
      healing.push(await home.healed());
      for (const writer of writers) await writer.checkNewest();
    }
    await settle(writers);
    console.log(
      `disk full ${healing.length} times: ${told(writers)}; well again ${(middle(healing) / 1000).toFixed(1)} s (middle), ${(most(healing) / 1000).toFixed(1)} s at most after there was room`,
    );
  } finally {
    await homes.pop()?.stop();
    execFileSync('umount', [disk]);
  }
}

ensureBuilt();
try {
  if (Number(values.kills)) await kills();
  await tabs();
  await fullDisk();
} finally {
  for (const home of homes) await home.stop();
  rmSync(folder, { recursive: true, force: true });
}
for (const fault of faults) console.error(fault);
console.log(faults.length ? `${faults.length} faults` : 'nothing was lost');
process.exit(faults.length ? 1 : 0);
