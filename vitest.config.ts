import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/**/*.test.ts', 'apps/**/*.test.ts', 'scripts/**/*.test.ts', 'demo/**/*.test.ts'],
    setupFiles: ['scripts/lib/property-seed.ts'],
    // Long enough for a machine that is busy with other things: a limit is for what hangs.
    testTimeout: 120_000,
    hookTimeout: 120_000,
    // Files of one worker share what they import: loading the core anew for each took as long as all tests together.
    isolate: false,
    // Both of two cores; a core fewer is what it would take by itself.
    maxWorkers: '100%',
  },
});
