// Runs a command to its end.
import { spawn } from 'node:child_process';
import { ROOT } from './packages.mjs';

/** Gives the exit code; output goes to this terminal. */
export function run(command, args, env = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
    child.once('error', () => done(1));
    child.once('exit', (code) => done(code ?? 1));
  });
}
