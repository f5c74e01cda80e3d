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
    sequence: { sequencer: LongestFirst },
    testTimeout: 180_000,
    // Both cores of a small machine: by itself one would be left to the runner, which is idle.
    maxWorkers: '100%',
    reporters: process.env.VITEST_JSON
      ? ['default', ['json', { outputFile: process.env.VITEST_JSON }]]
      : ['default'],
  },
})
