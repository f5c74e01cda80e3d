// Everything that must hold before a change is taken, from a bare clone with only Node.
// Ends with a line "N passed, N failed" over all tests.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { build, chromium, install, installed, run } from './steps.mjs'

// The database driver is compiled in half the time where it need not be the fastest.
install({ CFLAGS: '-O1', JOBS: 'max' })
const browser = chromium()
const results = 'test-results'
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

let passed = 0
let failed = 0
const failures = []

/** A step that counts as one check. */
function check(name, command, args) {
  console.log(`\n== ${name}`)
  const good = run(command, args)
  if (!good) failures.push(name)
  return good
}

check('format and lint', installed('biome'), ['ci', '.'])
check('types', installed('tsc'), ['--noEmit'])
check('import rules', installed('depcruise'), [
  '--config',
  '.dependency-cruiser.cjs',
  'src',
  'bin',
  'demo',
  'corpus',
  'judges',
  'fuzz',
])

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
if (existsSync(e2e)) {
  const { stats } = JSON.parse(readFileSync(e2e, 'utf8'))
  passed += stats.expected + stats.flaky
  failed += stats.unexpected
}

if (failures.length > 0) console.error(`\nFailed: ${failures.join(', ')}`)
// A step that failed without a failing test of its own still counts.
console.log(`\n${passed} passed, ${Math.max(failed, failures.length > 0 ? 1 : 0)} failed`)
process.exit(failures.length > 0 ? 1 : 0)
