// A Rosehip of its own for a test file: a fresh database on the test server, and the real server on a free port.
import { fork, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import type { Design } from '@rosehip/core';
import { createConnection } from 'mysql2/promise';
import { freePort } from '../scripts/lib/database.mjs';
import { machineProgram, serverProgram } from '../scripts/lib/programs.mjs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const ROOT = new URL('..', import.meta.url).pathname;

/** Starts a program, and waits until it answers. */
async function started(
  { file, execArgv }: { file: string; execArgv: string[] },
  env: Record<string, string>,
): Promise<ChildProcess> {
  const child = fork(file, {
    cwd: ROOT,
    execArgv,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  await new Promise<void>((done, failed) => {
    child.once('message', (m: { address?: string; problem?: string }) =>
      m.address ? done() : failed(new Error(m.problem)),
    );
    child.once('exit', (code) => failed(new Error(`${file} ended (${code}).`)));
  });
  return child;
}

export class Rosehip {
  /** The one that was started last in this process. */
  static running: Rosehip | null = null;
  private child: ChildProcess | null = null;
  private port = 0;
  /** Whether it has all of the demo; making and painting it takes time from the tests. */
  private readonly demo: boolean;
  /** What makes the designs that are put on its shelf when it is first started, where a few will do. */
  private readonly designs: (() => Design)[];
  /** Whether a stick is in its slot and a practice machine stands beside it. */
  private readonly withMachine: boolean;
  private machine: ChildProcess | null = null;
  private folder = '';
  private machinePort = 0;
  /** Where a sheet that is shown to phones is reached. */
  besidePort = 0;
  private readonly database = `rosehip_${randomBytes(5).toString('hex')}`;

  constructor({ demo = false, machine = false, designs = [] as readonly (() => Design)[] } = {}) {
    this.demo = demo;
    this.designs = [...designs];
    this.withMachine = machine;
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

  /** Whether its server runs. */
  private get up(): boolean {
    return this.child !== null && this.child.exitCode === null && this.child.signalCode === null;
  }

  async start(): Promise<void> {
    Rosehip.running = this;
    if (this.up) return;
    this.port ||= await freePort();
    const connection = await createConnection(process.env.TEST_DATABASE_URL!);
    await connection.query(
      `CREATE DATABASE IF NOT EXISTS ${this.database} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    );
    await connection.end();
    const env: Record<string, string> = {
      DATABASE_URL: this.url,
      PORT: String(this.port),
      SEED: this.demo ? '1' : '',
    };
    if (this.withMachine) {
      this.folder ||= await mkdtemp(join(tmpdir(), 'rosehip-machine-'));
      this.machinePort ||= await freePort();
      this.besidePort ||= await freePort();
      Object.assign(env, {
        STICK: this.stick,
        MACHINE: this.machineAddress,
        BESIDE_PORT: String(this.besidePort),
      });
      this.machine ??= await started(machineProgram(), {
        PORT: String(this.machinePort),
        STICK: this.stick,
        LOGS: join(this.folder, 'logs'),
      });
    }
    this.child = await started(serverProgram(), env);
    for (const make of this.designs.splice(0)) await this.keep(make());
  }

  /** Puts a design on the shelf. */
  private async keep(design: Design): Promise<void> {
    const answer = await fetch(`${this.address}/api/designs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ design }),
    });
    if (!answer.ok) throw new Error(`${design.name}: ${await answer.text()}`);
  }

  get machineAddress(): string {
    return `http://127.0.0.1:${this.machinePort}`;
  }

  /** The folder that stands for the stick. */
  get stick(): string {
    return join(this.folder, 'stick');
  }

  /** Ends the server as a crash would. */
  async kill(): Promise<void> {
    const child = this.child!;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  }

  async stop(): Promise<void> {
    for (const child of [this.child, this.machine]) {
      if (!child || child.exitCode !== null || child.signalCode !== null) continue;
      const gone = new Promise((done) => child.once('exit', done));
      child.kill('SIGTERM');
      await gone;
    }
    if (this.folder) await rm(this.folder, { recursive: true, force: true });
    const connection = await createConnection(process.env.TEST_DATABASE_URL!);
    await connection.query(`DROP DATABASE IF EXISTS ${this.database}`);
    await connection.end();
  }
}
