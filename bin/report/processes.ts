import { type ChildProcess, fork } from 'node:child_process'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { type Asked, type Row, refused } from './told'

const WORKER = fileURLToPath(new URL('./worker.ts', import.meta.url))
/** Where packages are found from. */
const BUNDLE = fileURLToPath(new URL('../../node_modules/.cache/velvet-crease/', import.meta.url))
/** What one process may take, MB. */
const MEMORY = 1024

/**
 * Looks at files in processes side by side: one that takes too long, or too much, ends alone, and its file is refused.
 * @param workers how many processes
 * @param limit for one file, ms
 * @param memory what one process may take, MB
 * @returns the rows in the order of the files
 */
export async function lookAtAll(
  files: readonly Asked[],
  { workers, limit, memory = MEMORY }: { workers: number; limit: number; memory?: number },
): Promise<Row[]> {
  const program = await bundled()
  const rows: Row[] = []
  let next = 0
  const work = async () => {
    let child: ChildProcess | null = null
    for (let at = next++; at < files.length; at = next++) {
      child ??= fork(program, [], {
        execArgv: [`--max-old-space-size=${memory}`],
        // What a process writes when it breaks is for nobody: the row tells it.
        stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      })
      const row = await ask(child, files[at]!, limit)
      if (row.hasEnded) child = null
      rows[at] = row.row
    }
    child?.kill()
  }
  try {
    await Promise.all(Array.from({ length: Math.max(1, Math.min(workers, files.length)) }, work))
    return rows
  } finally {
    rmSync(program, { force: true })
  }
}

/** The program of the processes as one file: each would else compile the whole core for itself. */
async function bundled(): Promise<string> {
  const outfile = join(BUNDLE, `report-${process.pid}.mjs`)
  await build({
    entryPoints: [WORKER],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  })
  return outfile
}

/** Why a process ended by itself: one that runs out of memory aborts (Node.js, V8's fatal errors). */
const endedBy = (code: number | null, signal: NodeJS.Signals | null): string =>
  signal === 'SIGABRT' || code === 134
    ? 'It takes more memory than there is. Simplify it, or part it.'
    : `It ended the process that looked at it (${signal ?? `code ${code}`}). Look at it alone, by crease sort.`

/** One file for one process. @returns the row, and whether the process has ended by it */
const ask = (child: ChildProcess, file: Asked, limit: number): Promise<{ row: Row; hasEnded: boolean }> =>
  new Promise((resolve) => {
    const settle = (row: Row, hasEnded: boolean) => {
      clearTimeout(timer)
      child.removeAllListeners()
      resolve({ row, hasEnded })
    }
    const timer = setTimeout(() => {
      child.removeAllListeners()
      child.kill('SIGKILL')
      settle(refused(file.path, `It takes longer than ${limit / 1000} s. Simplify it, or part it.`), true)
    }, limit)
    child.once('message', (row: Row) => settle(row, false))
    child.once('exit', (code, signal) => settle(refused(file.path, endedBy(code, signal)), true))
    child.send(file)
  })
