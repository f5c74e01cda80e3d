// What `npm run demo` and `npm run verify` share; Node's own modules only, since nothing is installed yet.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

export const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' }

/** Runs a command with its output on this terminal; answers whether it ended well. */
export function run(command, args, more = {}) {
  const { status } = spawnSync(command, args, { stdio: 'inherit', env: { ...env, ...more } })
  return status === 0
}

/** The same beside others: what it prints is shown when it has ended. */
export function beside(command, args) {
  const child = spawn(command, args, { env, stdio: ['ignore', 'pipe', 'pipe'] })
  const said = []
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => said.push(part))
  return new Promise((resolve) => {
    child.on('error', () => resolve({ good: false, said: '' }))
    child.on('close', (code) => resolve({ good: code === 0, said: Buffer.concat(said).toString() }))
  })
}

/** Runs a command that must end well. */
export function must(command, args, more = {}) {
  if (run(command, args, more)) return
  console.error(`\nThis step failed: ${command} ${args.join(' ')}`)
  process.exit(1)
}

/** The path of an installed program. */
export const installed = (name) => join('node_modules', '.bin', name)

function hashOf(paths) {
  const hash = createHash('sha256').update(process.version)
  const take = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) take(join(path, name))
    else hash.update(path).update(readFileSync(path))
  }
  paths.forEach(take)
  return hash.digest('hex')
}

/** Does `work` unless it was done already for the same files. */
function once(stamp, paths, work) {
  const hash = hashOf(paths)
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return
  work()
  mkdirSync(dirname(stamp), { recursive: true })
  writeFileSync(stamp, hash)
}

/** Installs the packages of the lock file. @param more of the environment, for what is compiled */
export function install(more = {}) {
  once('node_modules/.velvet-stamp', ['package-lock.json'], () => {
    console.log(
      'Installing packages; the database driver is compiled, which takes a few minutes the first time.',
    )
    must('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], more)
  })
}

/** Builds the application. */
export function build() {
  once('.next/velvet-stamp', ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json'], () =>
    must(installed('next'), ['build']),
  )
}

/** Where Chromium is, installed from Debian's packages where it is missing; null where that cannot be done. */
export function chromium() {
  const known = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
    (p) => p && existsSync(p),
  )
  if (known) return known
  console.log('Installing Chromium from the packages of the system.')
  run('apt-get', ['update', '-qq'])
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'])
  return existsSync('/usr/bin/chromium') ? '/usr/bin/chromium' : null
}

/** Starts a command and goes on with it to its end. */
export function follow(command, args, more = {}) {
  const child = spawn(command, args, { stdio: 'inherit', env: { ...env, ...more } })
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
  child.on('exit', (code) => process.exit(code ?? 0))
}
