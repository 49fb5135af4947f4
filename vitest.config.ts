import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/**/*.test.ts', 'apps/**/*.test.ts', 'scripts/**/*.test.ts', 'demo/**/*.test.ts'],
    setupFiles: ['scripts/lib/property-seed.ts'],
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
