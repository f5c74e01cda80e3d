// Everything that must hold before a change is taken, from a bare clone with only Node.
// Ends with a line "N passed, N failed" over all tests.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { beside, build, chromium, install, installed, run } from './steps.mjs'

// The database driver is compiled in half the time where it need not be the fastest.
install({ CFLAGS: '-O1', JOBS: 'max' })
const browser = chromium()
const results = 'test-results'
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

let passed = 0
let failed = 0
const failures = []

/** What is checked without running anything, side by side. */
const CHECKS = {
  'format and lint': [installed('biome'), ['ci', '.']],
  types: [installed('tsc'), ['--noEmit']],
  'import rules': [
    installed('depcruise'),
    ['--config', '.dependency-cruiser.cjs', 'src', 'bin', 'demo', 'corpus', 'judges', 'fuzz'],
  ],
}
await Promise.all(
  Object.entries(CHECKS).map(async ([name, [command, args]]) => {
    const { good, said } = await beside(command, args)
    console.log(`\n== ${name}\n${said}`)
    if (!good) failures.push(name)
  }),
)

console.log('\n== unit tests')
const unit = `${results}/unit.json`
if (!run(installed('vitest'), ['run'], { VITEST_JSON: unit })) failures.push('unit tests')
if (existsSync(unit)) {
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(unit, 'utf8'))
  passed += numPassedTests
  failed += numFailedTests
}

console.log('\n== build')
build()

console.log('\n== end-to-end tests')
const e2e = `${results}/e2e.json`
if (!browser) {
  console.error('Chromium is missing and could not be installed. Install it and set CHROMIUM to its path.')
  failures.push('end-to-end tests')
} else if (!run(installed('playwright'), ['test'], { CHROMIUM: browser, PLAYWRIGHT_JSON_OUTPUT_NAME: e2e }))
  failures.push('end-to-end tests')
// What the page showed where a test failed, in words.
const pages = existsSync(`${results}/e2e`) ? readdirSync(`${results}/e2e`, { recursive: true }) : []
for (const file of pages.filter((name) => name.endsWith('.md')))
  console.log(`\n${file}\n${readFileSync(`${results}/e2e/${file}`, 'utf8').slice(0, 9000)}`)
if (existsSync(e2e)) {
  const { stats } = JSON.parse(readFileSync(e2e, 'utf8'))
  passed += stats.expected + stats.flaky
  failed += stats.unexpected
  if (stats.flaky > 0) console.log(`\n${stats.flaky} of them passed at the second try only.`)
}

if (failures.length > 0) console.error(`\nFailed: ${failures.join(', ')}`)
// A step that failed without a failing test of its own still counts.
console.log(`\n${passed} passed, ${Math.max(failed, failures.length > 0 ? 1 : 0)} failed`)
process.exit(failures.length > 0 ? 1 : 0)
