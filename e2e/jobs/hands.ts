// A person's hands on the bench, counted: one press, one drag, one field typed with its Enter, one key chord, one
// point set while drawing. Everything goes through what can be seen.
import { join } from 'node:path';
import { expect, type Locator } from '@playwright/test';
import type { BenchPage } from '../bench-page.ts';
import { breakIn, type Break } from './breaks.ts';

/** A folder for a film of each job, a picture after every hand: to watch what a person has before them. */
const FILM = process.env.JOBS_FILM;

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

  /** What breaks in, and before which hand; null when that has happened. */
  private readonly breaking: Break | null;
  private breakAt: number | null;

  constructor(
    bench: BenchPage,
    private readonly number: number,
    budget: number,
    breaking: Break | null = null,
    breakAt = 0,
  ) {
    this.bench = bench;
    this.budget = budget;
    this.breaking = breaking;
    this.breakAt = breaking ? breakAt : null;
  }

  /** Before a tool, a number or something made: here things may break in, on the bench, with nothing half done. */
  private async between(): Promise<void> {
    if (this.breakAt === null || this.count < this.breakAt) return;
    const { bench } = this;
    if (
      !(await bench.cloth.isVisible()) ||
      (await bench.page.getByRole('region', { name: 'Take to machine' }).isVisible())
    )
      return;
    const tool = await bench.page
      .getByRole('navigation', { name: 'Tools' })
      .locator('[aria-pressed=true]')
      .innerText();
    if (!/Select|Steer/.test(tool)) return;
    this.breakAt = null;
    await bench.ready();
    await breakIn(this.breaking!, bench);
  }

  /** A number as this person types it: with its unit where lengths are in inches, with a comma where decimals have one. */
  private async asTyped(field: Locator, text: string): Promise<string> {
    if (!/^-?[\d.]+$/.test(text)) return text;
    if (this.breaking === 'commas') return text.replace('.', ',');
    if (this.breaking !== 'inches') return text;
    const unit = await field.evaluate((el) => el.parentElement?.textContent?.trim());
    return unit === 'in' ? `${text} mm` : text;
  }

  get count(): number {
    return this.hands;
  }

  set count(hands: number) {
    this.began ||= performance.now();
    this.hands = hands;
  }

  /** The next picture of the film, when one is made. */
  private async picture(): Promise<void> {
    if (!FILM) return;
    const [job, hand] = [this.number, this.count].map((n) => String(n).padStart(2, '0'));
    await this.bench.page.waitForTimeout(400);
    await this.bench.page.screenshot({ path: join(FILM, `${job}-${hand}.png`) });
  }

  private get card(): Locator {
    return this.bench.page.getByLabel('Card', { exact: true });
  }

  async press(what: Locator): Promise<void> {
    this.count++;
    await what.click();
    await this.picture();
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
    await this.between();
    await this.page('Make');
    await this.press(
      this.bench.page.getByRole('region', { name: 'Make' }).getByRole('button', { name, exact: true }),
    );
    await this.bench.ready();
    await this.picture();
  }

  async chord(keys: string): Promise<void> {
    await this.between();
    this.count++;
    await this.bench.page.keyboard.press(keys);
    await this.picture();
  }

  /** What has the keyboard already is typed in. */
  async type(text: string): Promise<void> {
    this.count++;
    const { page } = this.bench;
    await page.keyboard.type(await this.asTyped(page.locator(':focus'), text));
    await this.bench.page.keyboard.press('Enter');
    await this.bench.leaveField();
    await this.bench.ready();
    await this.picture();
  }

  async field(label: string, text: string): Promise<void> {
    await this.between();
    this.count++;
    const field = this.card.getByLabel(label, { exact: true }).first();
    await field.fill(await this.asTyped(field, text));
    await field.press('Enter');
    await this.bench.leaveField();
    await this.bench.ready();
    await this.picture();
  }

  async choose(label: string, option: string): Promise<void> {
    this.count++;
    await this.card.getByLabel(label, { exact: true }).first().selectOption({ label: option });
    await this.bench.ready();
    await this.picture();
  }

  /** A choice in the strip above the cloth. */
  async strip(label: string, option: string): Promise<void> {
    await this.between();
    this.count++;
    await this.bench.page.getByLabel(label, { exact: true }).selectOption({ label: option });
    await this.picture();
  }

  /** One point set while drawing; mm. */
  async point(x: number, y: number): Promise<void> {
    this.count++;
    await this.bench.clickAt(x, y);
    await this.picture();
  }

  async drag(from: [number, number], to: [number, number]): Promise<void> {
    this.count++;
    await this.bench.dragAlong([from, to]);
    await this.bench.ready();
    await this.picture();
  }

  /** So far within so many. */
  within(budget: number): void {
    expect(this.count, `${this.count} hands of ${budget}`).toBeLessThanOrEqual(budget);
  }

  /** The job is done, within its budget. `beside`: it ends on a page that is not the bench. */
  async done({ beside = false } = {}): Promise<void> {
    await (beside ? null : this.bench.ready());
    await this.picture();
    this.seconds = (performance.now() - this.began) / 1000;
    this.taken = this.count;
    this.within(this.budget);
    if (!beside) this.design = await this.bench.document();
  }
}
