import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'mysql',
  schema: ['./src/server/database/schema.ts', './src/server/database/accountSchema.ts'],
  out: './drizzle',
});
