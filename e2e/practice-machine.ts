// The practice machine as a person works it: a file chosen, placed, begun, and watched to its end.
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { readSewnLog, type SewnLog } from '@rosehip/core';
import type { Rosehip } from './rosehip.ts';

export class PracticeMachine {
  readonly page: Page;
  private readonly rosehip: Rosehip;

  constructor(page: Page, rosehip: Rosehip) {
    this.page = page;
    this.rosehip = rosehip;
  }

  /** Copies a file that was taken away on to the stick in the computer, as one does by hand. */
  copy(name: string, bytes: Uint8Array): Promise<void> {
    return writeFile(join(this.rosehip.stick, 'computer', name), bytes);
  }

  /** Goes to it with the stick, and chooses a file. */
  async choose(file: string, { machine, hoop }: { machine?: string; hoop?: string } = {}): Promise<void> {
    const { page } = this;
    if (!page.url().startsWith(this.rosehip.machineAddress)) await page.goto(this.rosehip.machineAddress);
    const another = page.getByRole('button', { name: 'Another file' });
    if (await another.isVisible()) await another.click();
    if (machine) await page.getByLabel('Machine', { exact: true }).selectOption({ label: machine });
    const put = page.getByRole('button', { name: 'Put the stick in' });
    const list = page.getByRole('list', { name: 'Files' });
    // It may be put in from the bench meanwhile.
    await expect(async () => {
      if (await put.isVisible()) await put.click({ timeout: 1000 });
      await expect(list).toBeVisible({ timeout: 2000 });
    }).toPass();
    await list.getByRole('button', { name: file }).click();
    if (hoop) await page.getByLabel('Hoop', { exact: true }).selectOption({ label: hoop });
  }

  get status() {
    return this.page.getByTestId('status');
  }

  /** Sews it a hundred times as fast, somebody standing by; gives what the machine wrote down on the stick. */
  async sew(file: string): Promise<SewnLog> {
    const { page } = this;
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByRole('button', { name: '100 ×' }).click();
    await page.getByLabel('Somebody threads it for me').check();
    await expect(this.status).toHaveText('Sewn', { timeout: 60_000 });
    await expect(page.getByText('What happened is written down on the stick')).toBeVisible();
    return this.log(file);
  }

  /** What was written down of a file last. */
  async log(file: string): Promise<SewnLog> {
    const stem = file.replace(/\.dst$/, '');
    const folder = join(this.rosehip.stick, 'machine');
    const names = (await readdir(folder)).filter((n) => n.startsWith(stem) && n.endsWith('.sewn.json'));
    const logs = await Promise.all(
      names.map(async (n) => readSewnLog(await readFile(join(folder, n), 'utf8'))),
    );
    return logs.reduce((a, b) => (a.ended > b.ended ? a : b));
  }
}
