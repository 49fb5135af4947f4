import { defineConfig } from 'drizzle-kit';

// Paths are from the workspace's root: run `npm run migration` there.
export default defineConfig({
  dialect: 'mysql',
  schema: './apps/server/src/database/schema.ts',
  out: './apps/server/migrations',
});
