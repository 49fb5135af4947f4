// Browser tests, run by Playwright.
import { run } from './children.mjs';

/**
 * Runs them, all or those that are asked for; gives the exit code. They import the packages as compiled (ensureBuilt comes
 * first): seven hundred sources, each handed through Playwright's own loader, take every one of its processes six seconds more.
 */
export const runBrowserTests = (args, env) =>
  run('npx', ['playwright', 'test', ...args], {
    ...env,
    NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --conditions=compiled`.trim(),
  });
