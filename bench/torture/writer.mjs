// Somebody who saves all the time, as the page does: with ids, again when no answer came. Remembers what was acknowledged.
import { randomUUID } from 'node:crypto';
import { emptyDesign } from '@rosehip/core';
import { pause } from './household.mjs';

export class Writer {
  /** Revision number → what was acknowledged under it. */
  acknowledged = new Map();
  /** Answers that were no acknowledgement, by status (0: none came). */
  refused = new Map();
  faults = [];
  #going = true;
  #cookie = '';
  #loop;

  constructor(address, number) {
    this.address = address;
    this.number = number;
  }

  async #call(method, path, body) {
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      headers: { ...(body && { 'content-type': 'application/json' }), cookie: this.#cookie },
      body: body && JSON.stringify(body),
      signal: AbortSignal.timeout(15_000),
    });
    this.#cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? this.#cookie;
    return { status: response.status, data: await response.json() };
  }

  /** What is saved as the k-th. */
  #design = (k) => emptyDesign(`Writer ${this.number}, save ${k}`);

  async begin() {
    const made = await this.#call('POST', '/designs', { design: this.#design(0) });
    this.id = made.data.id;
    this.acknowledged.set(1, this.#design(0).name);
    this.#loop = this.#write();
  }

  async #write() {
    let basedOn = 1;
    let unanswered = [];
    for (let k = 1; this.#going; k++) {
      const design = this.#design(k);
      const saveId = randomUUID();
      const body = { basedOn, design, label: design.name, saveId, unanswered };
      unanswered = [...unanswered, saveId].slice(-50);
      const answer = await this.#call('PUT', `/designs/${this.id}`, body).catch(() => ({ status: 0 }));
      if (answer.status === 200) {
        this.acknowledged.set(answer.data.revision, design.name);
        basedOn = answer.data.revision;
        unanswered = [];
      } else {
        this.refused.set(answer.status, (this.refused.get(answer.status) ?? 0) + 1);
        // Nobody else writes here: a conflict would be one with itself.
        if (![0, 429, 503, 507].includes(answer.status))
          this.faults.push(
            `writer ${this.number}, save ${k}: ${answer.status} ${JSON.stringify(answer.data)}`,
          );
        await pause(100);
      }
      await pause(60 + Math.random() * 80); // within what one browser may ask for
    }
  }

  async end() {
    this.#going = false;
    await this.#loop;
  }

  /** Whether the newest acknowledged save is still there, as it was. */
  async checkNewest() {
    const [number, name] = [...this.acknowledged].at(-1);
    await this.#check(number, name);
  }

  /** Whether every acknowledged save is: all of them by their labels, one in ten by what it holds. */
  async checkAll() {
    const labels = new Map();
    for (let before = ''; ;) {
      const { status, data } = await this.#call('GET', `/designs/${this.id}/revisions${before}`);
      if (status !== 200) return void this.faults.push(`revisions can't be listed: ${status}`);
      for (const { number, label } of data.revisions) labels.set(number, label);
      if (data.revisions.length < 500) break;
      before = `?before=${data.revisions.at(-1).number}`;
    }
    for (const [number, name] of this.acknowledged) {
      if (number > 1 && labels.get(number) !== name)
        this.faults.push(`lost: ${name}, acknowledged as revision ${number}`);
      if (number % 10 === 0) await this.#check(number, name);
    }
  }

  async #check(number, name) {
    for (let tries = 0; ; tries++) {
      const { status, data } = await this.#call('GET', `/designs/${this.id}/revisions/${number}`).catch(
        () => ({
          status: 0,
        }),
      );
      if (status === 200) {
        if (data.design.name !== name)
          this.faults.push(
            `lost: ${name} was acknowledged as revision ${number}, where there is ${data.design.name}`,
          );
        return;
      }
      if (status === 404) return void this.faults.push(`lost: ${name}, acknowledged as revision ${number}`);
      if (tries > 100) return void this.faults.push(`revision ${number} can't be read: ${status}`);
      await pause(200);
    }
  }
}
