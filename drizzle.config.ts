import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'postgresql',
  schema: './server/keeping/tables.ts',
  out: './server/keeping/migrations'
})
