import { mkdtempSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { Worker } from 'node:worker_threads'
import { build } from 'esbuild'
import type { Door } from './doors'
import type { Answer } from './reader.worker'

/** A font that takes longer goes round in circles, ms. */
const FONT_LIMIT = 3000

/** Reads files in a thread of its own, that is ended where a file takes too long. */
export class Reader {
  private worker: Worker | null = null

  private constructor(
    private readonly limit: number,
    private readonly folder: string,
  ) {}

  /** @param limit ms that one file may take */
  static async start(limit: number): Promise<Reader> {
    // Threads take no TypeScript; packages are looked for from where the module lies.
    const folder = mkdtempSync(resolve('node_modules', '.fuzz-'))
    await build({
      entryPoints: ['fuzz/reader.worker.ts'],
      bundle: true,
      format: 'esm',
      platform: 'node',
      packages: 'external',
      outfile: join(folder, 'reader.mjs'),
      alias: { '@': './src' },
    })
    const reader = new Reader(limit, folder)
    await reader.read('warm-up.svg', new TextEncoder().encode('<svg/>'))
    return reader
  }

  async read(name: string, bytes: Uint8Array, door: Door = 'drawing'): Promise<Answer & { took: number }> {
    const began = performance.now()
    const answer = await this.ask(door, name, bytes)
    return { ...answer, took: performance.now() - began }
  }

  async end(): Promise<void> {
    await this.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }

  private async stop(): Promise<void> {
    const { worker } = this
    this.worker = null
    await worker?.terminate()
  }

  private ask(door: Door, name: string, bytes: Uint8Array): Promise<Answer> {
    this.worker ??= new Worker(join(this.folder, 'reader.mjs'), {
      resourceLimits: { maxOldGenerationSizeMb: 2048 },
      // What libraries say of odd files is nobody's news here.
      stdout: true,
      stderr: true,
    })
    const { worker } = this
    return new Promise((resolve) => {
      const settle = (answer: Answer) => {
        clearTimeout(timer)
        // Not all listeners: the thread's own are among them, and without those it is deaf.
        worker.off('message', settle).off('error', broken).off('exit', ended)
        resolve(answer)
      }
      const fail = (words: string) => {
        settle({ outcome: 'fault', words })
        void this.stop()
      }
      const broken = (error: Error) => fail(`the thread broke off: ${error.message}`)
      const ended = () => fail('the thread ended')
      const timer = setTimeout(
        () => {
          if (door !== 'font') return fail(`took more than ${this.limit} ms`)
          // Tables that lead the library round in circles are stopped by the server as well, with a sentence.
          settle({ outcome: 'refused', words: 'It took too long, and was stopped.' })
          void this.stop()
        },
        door === 'font' ? Math.min(this.limit, FONT_LIMIT) : this.limit,
      )
      worker.once('message', settle)
      worker.once('error', broken)
      worker.once('exit', ended)
      worker.postMessage({ door, name, bytes })
    })
  }
}
