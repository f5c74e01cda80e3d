import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: [
      'src/**/*.test.{ts,tsx}',
      'bin/**/*.test.ts',
      'demo/**/*.test.ts',
      'corpus/**/*.test.ts',
      'judges/**/*.test.ts',
      'fuzz/**/*.test.ts',
    ],
    globalSetup: ['./scripts/one-temporary-folder.ts'],
    testTimeout: 180_000,
    reporters: process.env.VITEST_JSON
      ? ['default', ['json', { outputFile: process.env.VITEST_JSON }]]
      : ['default'],
  },
})
