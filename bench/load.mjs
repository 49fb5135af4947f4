// `npm run load [-- --people N] [--seconds N]`: that many people draw and save, on a server and a database of their own.
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { register } from 'tsx/esm/api';
import { freePort, startDatabase } from '../scripts/lib/database.mjs';
import { ROOT } from '../scripts/lib/packages.mjs';
import { serverProgram } from '../scripts/lib/programs.mjs';

register();
const { clubBadge } = await import('../demo/club-badge.ts');
const { values } = parseArgs({
  options: { people: { type: 'string', default: '100' }, seconds: { type: 'string', default: '45' } },
});
const people = Number(values.people);
const until = Number(values.seconds) * 1000;
/** Between one save of a person and the next, in ms. */
const THINKING = 1000;

const folder = mkdtempSync(join(tmpdir(), 'rosehip-load-'));
const database = await startDatabase(folder);
const port = await freePort();
const program = serverProgram();
const server = fork(program.file, {
  cwd: ROOT,
  execArgv: program.execArgv,
  env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: database.url, PORT: String(port), SEED: '1' },
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
});
const address = await new Promise((done, failed) => {
  server.once('message', (m) => (m.address ? done(m.address) : failed(new Error(m.problem))));
  server.once('exit', (code) => failed(new Error(`the server ended (${code})`)));
});

const saves = [];
const lists = [];
const refused = new Map();
const start = performance.now();
const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** One person with a browser: makes a design, moves something once a second, looks at the shelf now and then. */
async function person(i) {
  await pause((i / people) * THINKING);
  let cookie = '';
  const call = async (method, path, body, times) => {
    const began = performance.now();
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: { ...(body && { 'content-type': 'application/json' }), cookie },
      body: body && JSON.stringify(body),
    });
    cookie ||= answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const data = answer.status === 204 ? null : await answer.json();
    times?.push(performance.now() - began);
    if (!answer.ok) refused.set(answer.status, (refused.get(answer.status) ?? 0) + 1);
    return data;
  };
  const design = clubBadge();
  const { id } = await call('POST', '/designs', { design });
  for (let revision = 1; performance.now() - start < until; revision++) {
    const next = { ...design, name: `Badge ${i} ${revision}` };
    await call('PUT', `/designs/${id}`, { basedOn: revision, design: next, label: 'Rename' }, saves);
    if (revision % 10 === 0) await call('GET', '/designs', null, lists);
    await pause(THINKING * (0.5 + Math.random()));
  }
}
const faults = (await Promise.allSettled(Array.from({ length: people }, (_, i) => person(i)))).filter(
  (r) => r.status === 'rejected',
);
const told = (name, times) => {
  const t = times.sort((a, b) => a - b);
  const at = (share) => (t[Math.min(t.length - 1, Math.floor(t.length * share))] ?? 0).toFixed(0);
  console.log(`${name}: ${t.length}, median ${at(0.5)} ms, 95 % ${at(0.95)} ms, longest ${at(1)} ms`);
};
console.log(`${people} people, ${values.seconds} s`);
told('saves', saves);
told('looks at the shelf', lists);
console.log(
  `refused: ${[...refused].map(([status, n]) => `${n} × ${status}`).join(', ') || 'none'}; broken off: ${faults.length}`,
);

server.removeAllListeners('exit');
server.kill('SIGTERM');
await new Promise((done) => server.once('exit', done));
await database.stop();
rmSync(folder, { recursive: true, force: true });
process.exitCode = refused.size || faults.length ? 1 : 0;
