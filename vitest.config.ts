import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'

/** What takes longest alone begins first, so that no core waits for it in the end. */
const LONG = ['fuzz/fuzz.test.ts', 'corpus/', 'jobs.test.ts', 'nesting.test.ts', 'combine.test.ts']

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => {
      const at = LONG.findIndex((part) => moduleId.includes(part))
      return at < 0 ? LONG.length : at
    }
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b))
  }
}

/** Pure computation: its tests leave nothing behind, so the core need not be loaded anew for each file. */
const PURE = ['src/core/**/*.test.ts', 'corpus/**/*.test.ts', 'judges/**/*.test.ts']

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    projects: [
      { extends: true, test: { name: 'pure', include: PURE, isolate: false } },
      {
        extends: true,
        test: { name: 'rest', include: ['{src,bin,demo,fuzz}/**/*.test.{ts,tsx}'], exclude: PURE },
      },
    ],
    globalSetup: ['./scripts/one-temporary-folder.ts'],
    sequence: { sequencer: LongestFirst },
    testTimeout: 180_000,
    // Both cores of a small machine: by itself one would be left to the runner, which is idle.
    maxWorkers: '100%',
    reporters: process.env.VITEST_JSON
      ? ['default', ['json', { outputFile: process.env.VITEST_JSON }]]
      : ['default'],
  },
})
