// Tests in one page: where each only needs a design of its own on the bench, the page goes from one design to the next, as
// a person's does all evening, and is not loaded anew. What is remembered by the page is so for the next one.
import { test as base, type BrowserContext, type Page } from '@playwright/test';
import { Rosehip } from './rosehip.ts';

export { expect, type Page } from '@playwright/test';

/**
 * The Rosehip of all files that want no shelf of their own: with it the page goes on from file to file, and neither its
 * code nor the server's is new each time. Such files start it, which is nothing when it runs.
 */
export const rosehip = new Rosehip();

export const test = base.extend<object, { evening: BrowserContext }>({
  evening: [
    async ({ browser }, use, { project }) => {
      const { viewport, acceptDownloads } = project.use;
      const context = await browser.newContext({ viewport, acceptDownloads });
      await use(context);
      await context.close();
      await rosehip.stop();
    },
    { scope: 'worker' },
  ],
  page: async ({ evening }, use, info) => {
    const page: Page = evening.pages()[0] ?? (await evening.newPage());
    await page.setViewportSize(info.project.use.viewport ?? { width: 1280, height: 800 });
    await use(page);
    page.removeAllListeners();
    await page.unrouteAll();
    await page.mouse.up();
    // What a failed test leaves is no ground for another.
    if (info.status !== info.expectedStatus) await page.close();
  },
});
