// A Rosehip of its own for a test file: a fresh database on the test server, and the real server on a free port.
import { fork, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { freePort } from '../scripts/lib/database.mjs';
import { serverProgram } from '../scripts/lib/programs.mjs';

const ROOT = new URL('..', import.meta.url).pathname;

export class Rosehip {
  private child: ChildProcess | null = null;
  private port = 0;
  /** Whether it has the demo designs; making and painting them takes time from the tests. */
  private readonly demo: boolean;
  private readonly database = `rosehip_${randomBytes(5).toString('hex')}`;

  constructor({ demo = false } = {}) {
    this.demo = demo;
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** The test server's address with this Rosehip's own database. */
  private get url(): string {
    const base = process.env.TEST_DATABASE_URL;
    if (!base) throw new Error('TEST_DATABASE_URL is not set: run `npm test`.');
    return base.replace(/\/[^/]*$/, `/${this.database}`);
  }

  async start(): Promise<void> {
    this.port ||= await freePort();
    const connection = await createConnection(process.env.TEST_DATABASE_URL!);
    await connection.query(
      `CREATE DATABASE IF NOT EXISTS ${this.database} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    );
    await connection.end();
    const { file, execArgv } = serverProgram();
    const child = fork(file, {
      cwd: ROOT,
      execArgv,
      env: { ...process.env, DATABASE_URL: this.url, PORT: String(this.port), SEED: this.demo ? '1' : '' },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    this.child = child;
    await new Promise<void>((done, failed) => {
      child.once('message', (m: { address?: string; problem?: string }) =>
        m.address ? done() : failed(new Error(m.problem)),
      );
      child.once('exit', (code) => failed(new Error(`The server ended (${code}).`)));
    });
  }

  /** Ends the server as a crash would. */
  async kill(): Promise<void> {
    const child = this.child!;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  }

  async stop(): Promise<void> {
    if (this.child && this.child.exitCode === null && this.child.signalCode === null) {
      const gone = new Promise((done) => this.child!.once('exit', done));
      this.child.kill('SIGTERM');
      await gone;
    }
    const connection = await createConnection(process.env.TEST_DATABASE_URL!);
    await connection.query(`DROP DATABASE IF EXISTS ${this.database}`);
    await connection.end();
  }
}
