import { mkdtempSync } from 'node:fs'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { build } from 'esbuild'
import { HEAP } from '../../src/tasks/run-in-thread'
import { dielines } from './dielines'

/** What the thread has read before: dielines, a twentieth of the number that is measured. */
const WARM_UP = dielines(1000)

let bundled: Promise<string> | null = null

/** The read-file task as one module, bundled as the server's build does it. */
function bundle(): Promise<string> {
  bundled ??= (async () => {
    const outfile = join(mkdtempSync(join('node_modules', '.measure-')), 'read-file.mjs')
    await build({
      entryPoints: ['src/tasks/read-file.ts'],
      bundle: true,
      format: 'esm',
      platform: 'node',
      target: 'node20',
      packages: 'external',
      outfile,
      alias: { '@': './src' },
    })
    return join(process.cwd(), outfile)
  })()
  return bundled
}

/**
 * Runs the read-file task in a thread with the server's memory limit, as the server does: what is measured is all of
 * it, from handing the bytes over to having the project back. The server keeps its threads, so the thread has read
 * another file before.
 * @returns the time in ms, and how many lines came back
 */
export async function readInThread(
  bytes: Uint8Array,
  fileName: string,
): Promise<{ ms: number; lines: number }> {
  const entry = await bundle()
  return new Promise((resolve, reject) => {
    const worker = new Worker(
      `
      const { parentPort } = require('node:worker_threads')
      import(${JSON.stringify(entry)}).then(({ readFile }) => {
        parentPort.on('message', async (input) => {
          try {
            const output = await readFile.run(readFile.input.parse(input), () => {})
            parentPort.postMessage({ output })
          } catch (error) {
            parentPort.postMessage({ failed: String(error) })
          }
        })
        parentPort.postMessage('ready')
      })`,
      { eval: true, resourceLimits: HEAP },
    )
    let began = 0
    let warm = false
    const send = (content: Uint8Array) => {
      began = performance.now()
      worker.postMessage({ bytes: content, fileName, sourceId: 'source', project: null })
    }
    worker.on('message', (message) => {
      if (message === 'ready') {
        send(new TextEncoder().encode(WARM_UP))
        return
      }
      if (!warm && !message.failed) {
        warm = true
        send(bytes)
        return
      }
      if (message.failed) reject(new Error(message.failed))
      else resolve({ ms: performance.now() - began, lines: Object.keys(message.output.project.lines).length })
      void worker.terminate()
    })
    worker.on('error', reject)
  })
}
