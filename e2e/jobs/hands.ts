// A person's hands on the bench, counted: one press, one drag, one field typed with its Enter, one key chord, one
// point set while drawing. Everything goes through what can be seen.
import { expect, type Locator } from '@playwright/test';
import type { BenchPage } from '../bench-page.ts';

export class Hands {
  private readonly bench: BenchPage;
  private readonly budget: number;
  private hands = 0;
  private began = 0;
  /** From the first hand to the last, the machine's own time in it. */
  seconds = 0;
  /** How many hands the whole job took. */
  taken = 0;
  /** The design as it was when the job was done. */
  design: unknown = null;

  constructor(bench: BenchPage, budget: number) {
    this.bench = bench;
    this.budget = budget;
  }

  get count(): number {
    return this.hands;
  }

  set count(hands: number) {
    this.began ||= performance.now();
    this.hands = hands;
  }

  private get card(): Locator {
    return this.bench.page.getByLabel('Card', { exact: true });
  }

  async press(what: Locator): Promise<void> {
    this.count++;
    await what.click();
  }

  /** A button of the card's pages, by its words. */
  button(name: string | RegExp): Promise<void> {
    return this.press(this.card.getByRole('button', { name, exact: typeof name === 'string' }).first());
  }

  /** A page of the card: Recipe, Make, Arrange or Guides. */
  page(name: string): Promise<void> {
    return this.press(
      this.bench.page.getByRole('navigation', { name: 'Card pages' }).getByRole('button', { name }),
    );
  }

  /** Something is made of what is selected, from the Make page. */
  async make(name: string): Promise<void> {
    await this.page('Make');
    await this.press(
      this.bench.page.getByRole('region', { name: 'Make' }).getByRole('button', { name, exact: true }),
    );
    await this.bench.ready();
  }

  async chord(keys: string): Promise<void> {
    this.count++;
    await this.bench.page.keyboard.press(keys);
  }

  /** What has the keyboard already is typed in. */
  async type(text: string): Promise<void> {
    this.count++;
    await this.bench.page.keyboard.type(text);
    await this.bench.page.keyboard.press('Enter');
    await this.bench.leaveField();
    await this.bench.ready();
  }

  async field(label: string, text: string): Promise<void> {
    this.count++;
    const field = this.card.getByLabel(label, { exact: true }).first();
    await field.fill(text);
    await field.press('Enter');
    await this.bench.leaveField();
    await this.bench.ready();
  }

  async choose(label: string, option: string): Promise<void> {
    this.count++;
    await this.card.getByLabel(label, { exact: true }).first().selectOption({ label: option });
    await this.bench.ready();
  }

  /** One point set while drawing; mm. */
  async point(x: number, y: number): Promise<void> {
    this.count++;
    await this.bench.clickAt(x, y);
  }

  async drag(from: [number, number], to: [number, number]): Promise<void> {
    this.count++;
    await this.bench.dragAlong([from, to]);
    await this.bench.ready();
  }

  /** So far within so many. */
  within(budget: number): void {
    expect(this.count, `${this.count} hands of ${budget}`).toBeLessThanOrEqual(budget);
  }

  /** The job is done, within its budget. `beside`: it ends on a page that is not the bench. */
  async done({ beside = false } = {}): Promise<void> {
    await (beside ? null : this.bench.ready());
    this.seconds = (performance.now() - this.began) / 1000;
    this.taken = this.count;
    this.within(this.budget);
    if (!beside) this.design = await this.bench.document();
  }
}
