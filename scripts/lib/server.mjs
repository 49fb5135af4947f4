// A server as a child process, started again when it dies.
import { fork } from 'node:child_process';
import { connect } from 'node:net';
import { ROOT } from './packages.mjs';
import { say, SetupError } from './say.mjs';

/** Does anybody listen on this port of loopback? */
export const portTaken = (port) =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1');
    socket.once('connect', () => (socket.destroy(), done(true)));
    socket.once('error', () => done(false));
  });

function startOnce({ program, name }, env) {
  const { file, execArgv } = program();
  const child = fork(file, {
    cwd: ROOT,
    execArgv,
    env: { ...process.env, NODE_ENV: 'production', ...env },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true, // Ctrl-C goes to the start script, which ends the server in order
  });
  const ready = new Promise((done, failed) => {
    child.once('message', (message) =>
      message.problem ? failed(new SetupError(message.problem)) : done(message.address),
    );
    child.once('exit', (code) => failed(new SetupError(`${name} ended at once (code ${code}).`)));
  });
  return { child, ready };
}

/**
 * Keeps a server, { program, name }, running until `stop` is called. Gives { address, pid, tell, stop }.
 * `name` begins a sentence when its first letter is made large.
 */
export async function keepServer(of, env) {
  const Name = of.name[0].toUpperCase() + of.name.slice(1);
  let stopping = false;
  let current = startOnce(of, env);
  const address = await current.ready;
  let quick = 0;
  let since = Date.now();
  const watch = ({ child }) =>
    child.once('exit', async () => {
      if (stopping) return;
      quick = Date.now() - since < 5000 ? quick + 1 : 0;
      if (quick > 5) {
        console.error(
          `rosehip: ${of.name} ended six times within seconds of starting, so it is not started again. Its last words are above; nothing that was saved is lost. If they don’t help, install the packages anew:  rm -r node_modules && npm start`,
        );
        process.kill(process.pid, 'SIGTERM');
        return;
      }
      say(`${Name} ended unexpectedly; starting it again.`);
      since = Date.now();
      current = startOnce(of, env);
      watch(current);
      current.ready.catch((error) => console.error(`rosehip: ${error.message}`));
    });
  watch(current);
  return {
    address,
    /** The process that runs now, for tests of what happens when it dies. */
    pid: () => current.child.pid,
    /** Sends the server a message, when it is up to hear one. */
    tell(message) {
      if (current.child.connected) current.child.send(message, () => {});
    },
    stop: () =>
      new Promise((done) => {
        stopping = true;
        const { child } = current;
        if (child.exitCode !== null || child.signalCode !== null) return done();
        child.once('exit', done);
        child.kill('SIGTERM');
        setTimeout(() => child.kill('SIGKILL'), 4000).unref();
      }),
  };
}
