import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: ['./apps/server/src/**/tables.ts', './apps/server/src/**/*.tables.ts'],
  out: './apps/server/drizzle',
});
