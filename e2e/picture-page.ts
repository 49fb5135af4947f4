// The page of steps, as tests see it.
import { expect, type Locator, type Page } from '@playwright/test';
import { SETTLED_WITHIN } from './bench-page.ts';

export class PicturePage {
  readonly page: Page;

  constructor(page: Page) {
    this.page = page;
  }

  /** Everything that follows from the choices is made and sewn. */
  async ready(): Promise<void> {
    await expect(this.page.locator('[data-settled=true]')).toBeVisible({ timeout: SETTLED_WITHIN });
  }

  step(name: string): Locator {
    return this.page.getByRole('region', { name, exact: true });
  }

  colours(): Locator {
    return this.page.getByRole('list', { name: 'Colours of the picture' }).getByRole('listitem');
  }

  /** What the top says: colours, stitches, minutes. */
  numbers(): Locator {
    return this.page.locator('[data-numbers]');
  }

  async lay(): Promise<void> {
    await this.page.getByRole('button', { name: 'Lay it on the bench' }).click();
    await expect(this.page.getByRole('application', { name: 'Cloth' })).toBeVisible();
    await this.ready();
  }
}
