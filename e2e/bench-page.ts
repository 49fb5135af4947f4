// What the tests do on the bench, as a person would.
import { expect, type Locator, type Page } from '@playwright/test';
import { clothById, emptyDesign, HOOPS, type Design } from '@rosehip/core';

/** Where tools stand that share a place of the rail. */
const PLACES: Record<string, string> = {
  Pen: 'Draw',
  Freehand: 'Draw',
  Rectangle: 'Shapes',
  Ellipse: 'Shapes',
  'Ready shapes': 'Shapes',
  Knife: 'Cut and bend',
  Bend: 'Cut and bend',
  Bulge: 'Cut and bend',
};

/** What is not settled after so long hangs, also where a machine is busy with other things; ms. */
export const SETTLED_WITHIN = 45_000;

export class BenchPage {
  readonly page: Page;
  readonly cloth: Locator;
  /** The stitch file, or files, that was taken away last. */
  taken: { name: string; bytes: Buffer } | null = null;

  constructor(page: Page) {
    this.page = page;
    // By its attributes: asking for roles looks through the whole page, and this is asked for more than anything else.
    this.cloth = page.locator('[role=application][aria-label=Cloth]');
  }

  /** Lays a new design on the bench, such as the shelf makes them, and waits for it. */
  async make(address: string, name: string): Promise<void> {
    const cloth = { kind: 'linen', colour: clothById('linen').colour };
    await this.lay(address, emptyDesign(name, { ...HOOPS[1] }, cloth));
  }

  /** Lays a design on the bench that is given whole. */
  async lay(address: string, design: Design): Promise<void> {
    let id = '';
    // A server that has only just started may say that its database does not answer yet; pages try again by themselves, too.
    await expect(async () => {
      const made = await this.page.request.post(`${address}/api/designs`, { data: { design } });
      expect(made.ok(), await made.text()).toBe(true);
      ({ id } = (await made.json()) as { id: string });
    }).toPass({ timeout: 20_000 });
    await this.goTo(address, `/bench/${id}`);
    await this.ready();
  }

  /** Opens a design from the shelf, as a person does it. */
  async open(address: string, name: string): Promise<void> {
    await this.page.goto(address);
    await this.page.getByRole('link', { name: `Open ${name}` }).click();
    await this.ready();
  }

  /** Goes to a place of Rosehip: by its own ways when the page is there already, which then is not loaded anew. */
  async goTo(address: string, path: string): Promise<void> {
    if (!this.page.url().startsWith(`${address}/`)) return void (await this.page.goto(`${address}${path}`));
    await this.page.evaluate((to) => {
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, path);
    await expect(this.cloth).toBeVisible();
  }

  /** The same from the shelf, as a person does it. */
  async makeOnShelf(address: string, name: string): Promise<void> {
    await this.page.goto(address);
    await this.page.getByRole('button', { name: 'New design' }).click();
    await this.page.getByLabel('Name', { exact: true }).fill(name);
    await this.page.getByRole('button', { name: 'Lay it on the bench' }).click();
    await this.ready();
  }

  async ready(): Promise<void> {
    // Asked for more often than an expectation is.
    await this.cloth.and(this.page.locator('[data-settled=true]')).waitFor({ timeout: SETTLED_WITHIN });
  }

  async saved(): Promise<void> {
    await expect(this.page.getByTestId('save-state')).toHaveText('saved');
  }

  /** What was done a moment ago is sewn and painted. */
  async settled(): Promise<void> {
    await this.page.waitForTimeout(300);
    await this.ready();
  }

  /** How many colours of pixels on the cloth are others than on a canvas that is made anew meanwhile. */
  async wronglyPainted(): Promise<number> {
    const canvas = this.cloth.locator('canvas').first();
    const now = await canvas.evaluateHandle((c: HTMLCanvasElement) =>
      c.getContext('2d')!.getImageData(0, 0, c.width, c.height),
    );
    const size = this.page.viewportSize()!;
    for (const width of [size.width - 40, size.width]) {
      await this.page.setViewportSize({ ...size, width });
      await this.settled();
    }
    return canvas.evaluate((c: HTMLCanvasElement, { data, width, height }) => {
      if (c.width !== width || c.height !== height) return -1;
      const whole = c.getContext('2d')!.getImageData(0, 0, width, height).data;
      return data.filter((v, i) => Math.abs(v - whole[i]) > 16).length;
    }, now);
  }

  /** Where the cloth is on the page, and how the design lies on it. */
  private where(): Promise<{ x: number; y: number; middle: [number, number]; scale: number }> {
    return this.cloth.evaluate((el: HTMLElement) => {
      const { x, y, width, height } = el.getBoundingClientRect();
      const [ox, oy] = el.dataset.origin!.split(' ').map(Number);
      return {
        x: x + ox,
        y: y + oy,
        middle: [x + width / 2, y + height / 2] as [number, number],
        scale: Number(el.dataset.scale),
      };
    });
  }

  /** A place on the cloth, in pixels from its middle, as a place on the page. */
  async at(dx: number, dy: number): Promise<[number, number]> {
    const { middle } = await this.where();
    return [middle[0] + dx, middle[1] + dy];
  }

  async drag(from: [number, number], to: [number, number]): Promise<void> {
    const { mouse } = this.page;
    await mouse.move(...(await this.at(...from)));
    await mouse.down();
    const [a, b] = [await this.at(...from), await this.at(...to)];
    await mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2);
    await mouse.move(...b);
    await mouse.up();
  }

  async click(dx: number, dy: number): Promise<void> {
    await this.page.mouse.click(...(await this.at(dx, dy)));
  }

  /** Takes up a tool: from the rail, and where several share a place there, from the strip. */
  async tool(name: string): Promise<void> {
    const place = PLACES[name] ?? name;
    await this.page
      .getByRole('navigation', { name: 'Tools' })
      .getByRole('button', { name: place, exact: true })
      .click();
    const variant = this.page
      .getByRole('group', { name: 'Which tool' })
      .getByRole('button', { name, exact: true });
    if (place !== name) await variant.click();
  }

  /** A place on the cloth, in mm, as a place on the page. */
  async place(x: number, y: number): Promise<[number, number]> {
    const { x: left, y: top, scale } = await this.where();
    return [left + x * scale, top + y * scale];
  }

  async clickAt(x: number, y: number): Promise<void> {
    await this.page.mouse.click(...(await this.place(x, y)));
  }

  async doubleClickAt(x: number, y: number): Promise<void> {
    await this.page.mouse.dblclick(...(await this.place(x, y)));
  }

  /** Presses at the first place, in mm, goes along the others, and lets go unless `hold`. */
  async dragAlong(places: [number, number][], hold = false): Promise<void> {
    const { mouse } = this.page;
    const [first, ...others] = await Promise.all(places.map(([x, y]) => this.place(x, y)));
    await mouse.move(...first);
    await mouse.down();
    for (const p of others) await mouse.move(...p, { steps: 2 });
    if (!hold) await mouse.up();
  }

  /** Makes something of what is selected. */
  async makes(name: string): Promise<void> {
    await this.cardPage('Make');
    await this.press(name);
  }

  /** A page of the card: Recipe, Make, Arrange or Guides. */
  cardPage(name: string): Promise<void> {
    return this.page.getByRole('navigation', { name: 'Card pages' }).getByRole('button', { name }).click();
  }

  press(name: string): Promise<void> {
    return this.page.getByLabel('Card', { exact: true }).getByRole('button', { name, exact: true }).click();
  }

  block(name: string): Locator {
    return this.page.getByRole('option', { name: new RegExp(`^${name},`) });
  }

  /** The strip of blocks: one stop of the Tab key, walked by arrows. */
  strip(): Locator {
    return this.page.getByRole('listbox', { name: 'Blocks in the order of sewing' });
  }

  /** The document as the server has it. */
  async document(): Promise<{ objects: unknown[]; [key: string]: unknown }> {
    await this.saved();
    const id = this.page.url().split('/').at(-1)!;
    const answer = await this.page.request.get(new URL(`/api/designs/${id}`, this.page.url()).href);
    return ((await answer.json()) as { design: { objects: unknown[] } }).design;
  }

  blocks(): Locator {
    return this.page.locator('[data-block]');
  }

  /** Stitches sewn so far, and of all, as the running order says. */
  async counts(): Promise<[number, number]> {
    const text = await this.page.getByTestId('counts').innerText();
    const m = /([\d,]+)\s+of\s+([\d,]+)/.exec(text)!;
    return [Number(m[1].replace(/,/g, '')), Number(m[2].replace(/,/g, ''))];
  }

  field(label: string): Locator {
    return this.page.getByLabel('Card').getByLabel(label, { exact: true });
  }

  async setField(label: string, text: string): Promise<void> {
    await this.field(label).fill(text);
    await this.field(label).press('Enter');
  }

  /** Keys go to the bench again, not to the field that was typed in. */
  leaveField(): Promise<void> {
    return this.page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  }

  /** Opens a word of the card's sentence. */
  async word(text: string | RegExp): Promise<void> {
    await this.page.getByLabel('Recipe card').locator('p').getByRole('button', { name: text }).click();
  }

  async kind(name: string): Promise<void> {
    await this.page.getByRole('list', { name: 'Stitch kinds' }).getByRole('button', { name }).click();
  }

  /** Takes a file away and gives its name and bytes. */
  async take(kind: string, { allTheSame = false } = {}): Promise<{ name: string; bytes: Buffer }> {
    const { page } = this;
    const panel = page.getByRole('region', { name: 'Take to machine' });
    if (!(await panel.isVisible())) await page.getByRole('button', { name: 'Take to machine' }).click();
    await panel.getByRole('radio', { name: kind }).check();
    await panel.getByRole('radio', { name: 'Computer' }).click();
    const button = panel.getByRole('button', { name: /^Take \./ });
    const anyway = panel.getByLabel('Take it all the same');
    if (allTheSame) {
      // What speaks against it is another test's matter.
      await expect(anyway.or(panel.getByText('Nothing speaks against it.'))).toBeVisible();
      if (await anyway.isVisible()) await anyway.check();
    }
    const coming = page.waitForEvent('download', { timeout: 30_000 }).catch(async (cause: unknown) => {
      throw new Error(`No file came. The panel says: ${await panel.innerText()}`, { cause });
    });
    const [download] = await Promise.all([coming, button.click()]);
    const chunks: Buffer[] = [];
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
    const file = { name: download.suggestedFilename(), bytes: Buffer.concat(chunks) };
    if (/\.(dst|zip)$/.test(file.name)) this.taken = file;
    return file;
  }
}
