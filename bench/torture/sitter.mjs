// Somebody at the bench in a real browser, who nudges a shape to the right, 0.1 mm a press: where it lies tells how
// many presses there have been. The browser is killed now and then, and everything opened again.
import { expect } from '@playwright/test';
import { BenchPage } from '../../e2e/bench-page.ts';
import { Browser } from './browser.mjs';
import { pause } from './household.mjs';

/** An edit is on the disk this long after it, in ms, unless the machine is very slow. */
const KEPT_AFTER = 300;

export class Sitter {
  faults = [];
  presses = 0;
  saved = 0;
  kills = 0;
  /** Of kills while edits were not saved: how many brought back all that were older than 300 ms. */
  unsavedKills = 0;
  unsavedKept = 0;
  #pressedAt = [];
  #browser = new Browser();
  #going = true;
  #loop;

  constructor(address) {
    this.address = address;
  }

  #seat(page) {
    this.page = page;
    page.on('pageerror', (error) => this.faults.push(`page: ${error.message}`));
    this.bench = new BenchPage(page);
  }

  async begin() {
    this.#seat(await this.#browser.open());
    await this.bench.make(this.address, 'Sitter');
    this.url = this.page.url();
    await this.bench.tool('Rectangle');
    await this.bench.drag([-120, -60], [-40, 40]);
    await this.page.keyboard.press('v');
    await this.bench.saved();
    this.from = await this.#placeSaved();
    this.#loop = this.#press();
  }

  /** Where the shape lies in what the server has, in mm; waits while the server is away. */
  async #placeSaved() {
    for (;;) {
      const answer = await fetch(`${this.address}/api/designs/${this.url.split('/').at(-1)}`).catch(
        () => null,
      );
      if (answer?.ok) return (await answer.json()).design.objects[0].outline.x;
      await pause(200);
    }
  }

  async #state() {
    return this.page.getByTestId('save-state').textContent({ timeout: 2000 });
  }

  async #press() {
    while (this.#going) {
      try {
        await this.page.keyboard.press('ArrowRight');
        this.presses++;
        this.#pressedAt.push(Date.now());
        await pause(100 + Math.random() * 900);
        const presses = this.presses;
        if ((await this.#state()) === 'saved') this.saved = presses;
      } catch {
        if (this.#going) await pause(100); // the browser is being killed; it is opened again
      }
    }
  }

  /** Kills the browser with all its processes, opens it again, and looks what is left. */
  async kill() {
    this.kills++;
    this.#going = false;
    this.#browser.kill();
    const at = Date.now();
    await this.#loop;
    const due = this.#pressedAt.filter((t) => t < at - KEPT_AFTER).length;
    const unsaved = this.saved < due;
    this.#seat(await this.#browser.reopen());
    await this.#reopen();
    await this.#allSaved();
    const there = Math.round(((await this.#placeSaved()) - this.from) / 0.1);
    if (there < this.saved) this.faults.push(`page: ${this.saved} presses were saved, ${there} are there`);
    if (unsaved) {
      this.unsavedKills++;
      if (there >= due) this.unsavedKept++;
    }
    this.presses = this.saved = there;
    this.#pressedAt = this.#pressedAt.slice(0, there);
    await this.page.keyboard.press('Control+a');
    this.#going = true;
    this.#loop = this.#press();
  }

  /** Opens the design; tries again while the server is away, as somebody would. */
  async #reopen() {
    for (let tries = 0; tries < 100; tries++) {
      try {
        await this.page.goto(this.url);
        await expect(this.bench.cloth).toHaveAttribute('data-settled', 'true', { timeout: 8000 });
        return;
      } catch {
        await pause(500);
      }
    }
    throw new Error('The design did not open again.');
  }

  /** Waits until all edits are saved, without a hand. */
  async #allSaved() {
    await expect(this.page.getByTestId('save-state')).toHaveText('saved', { timeout: 120_000 });
  }

  async check() {
    this.#going = false;
    await this.#loop;
    await this.#allSaved();
    const there = Math.round(((await this.#placeSaved()) - this.from) / 0.1);
    if (there !== this.presses) this.faults.push(`page: ${this.presses} presses, ${there} are there`);
    this.#going = true;
    this.#loop = this.#press();
  }

  async end() {
    this.#going = false;
    await this.#loop;
    await this.#browser.end();
  }
}
