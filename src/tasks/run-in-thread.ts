import { Worker } from 'node:worker_threads'
import { language, say } from '../core/words'
import { type PlainError, revivedError, TaskStopped } from './errors'
import { handedOver } from './project-text'
import type { Report, Task } from './task'

type Message =
  | { kind: 'progress'; share: number; doing: string }
  | { kind: 'done'; output: unknown }
  | { kind: 'failed'; error: PlainError }

/** Heap of a thread, MB. A wide nursery, as what a drawing is read into lives as long as the reading. */
export const HEAP = { maxOldGenerationSizeMb: 1024, maxYoungGenerationSizeMb: 256 }

/**
 * Threads that wait for their next task. A thread that has worked before is several times as fast as a new one. The
 * pools of the registry start their threads from a file's name, which the bundler of the server does not follow: it
 * must see the address of the entry beside `new Worker`.
 */
const KEPT = 2
/** A thread that waits in vain gives its memory back after this, ms: its nursery alone is some hundred MB. */
const WAITS = 30_000
type Waiting = { worker: Worker; language: string; ends: NodeJS.Timeout }
const holder = globalThis as { velvetThreads?: Waiting[] }
const idle = () => {
  holder.velvetThreads ??= []
  return holder.velvetThreads
}

/** A thread that speaks a language. */
function takeThread(spoken: string): Worker {
  const kept = idle().findLast((w) => w.language === spoken)
  if (kept) {
    idle().splice(idle().indexOf(kept), 1)
    clearTimeout(kept.ends)
    kept.worker.removeAllListeners()
    kept.worker.ref()
    return kept.worker
  }
  return new Worker(new URL('./thread.worker.ts', import.meta.url), {
    resourceLimits: HEAP,
    env: { ...process.env, VELVET_LANGUAGE: spoken },
  })
}

/** Keeps a thread for the next task; one that waits holds no program up. */
function giveBack(worker: Worker, spoken: string): void {
  worker.removeAllListeners()
  if (idle().length >= KEPT) {
    // The newest is asked for again sooner than the one that has waited longest.
    const oldest = idle().shift()
    clearTimeout(oldest?.ends)
    void oldest?.worker.terminate()
  }
  worker.unref()
  const ends = setTimeout(() => void worker.terminate(), WAITS).unref()
  const forget = () => {
    clearTimeout(ends)
    holder.velvetThreads = idle().filter((w) => w.worker !== worker)
  }
  worker.once('exit', forget).once('error', forget)
  idle().push({ worker, language: spoken, ends })
}

/**
 * Runs a task in a thread with its time limit and a memory limit. The thread is ended when the task is stopped or
 * goes over a limit, and waits for the next one otherwise.
 * @param signal stops the task
 * @param given buffers of the input that are not needed here any more: they are handed over rather than copied
 * @throws TaskStopped when stopped or over a limit; else what the task throws, with its type
 */
export function runInThread<I, O>(
  task: Task<I, O>,
  input: I,
  options: { report?: Report; signal?: AbortSignal; timeLimit?: number; given?: readonly ArrayBuffer[] } = {},
): Promise<O> {
  const { report, signal, timeLimit = task.timeLimit, given = [] } = options
  return new Promise((resolve, reject) => {
    if (signal?.aborted) {
      reject(new TaskStopped(say`Stopped before it began.`))
      return
    }
    const spoken = language()
    const worker = takeThread(spoken)
    const settle = (how: () => void, thread: 'keep' | 'end') => {
      clearTimeout(timer)
      signal?.removeEventListener('abort', stop)
      // Settle first, then end the thread: its exit comes before anything else it might still say.
      how()
      if (thread === 'keep') giveBack(worker, spoken)
      else {
        worker.removeAllListeners()
        void worker.terminate()
      }
    }
    const fail = (error: Error) => settle(() => reject(error), 'end')
    const stop = () => fail(new TaskStopped(say`Stopped.`))
    const timer = setTimeout(
      () =>
        fail(
          new TaskStopped(
            say`The file took longer than ${Math.round(timeLimit / 1000)} s, so it was stopped and nothing was kept. Simplify it or split it.`,
          ),
        ),
      timeLimit,
    )
    signal?.addEventListener('abort', stop, { once: true })
    worker.removeAllListeners()
    worker.on('message', (message: Message) => {
      if (message.kind === 'progress') report?.(message.share, message.doing)
      else if (message.kind === 'done') settle(() => resolve(message.output as O), 'keep')
      else settle(() => reject(revivedError(message.error)), 'keep')
    })
    worker.on('error', (error: NodeJS.ErrnoException) =>
      fail(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new TaskStopped(
              say`The file needs more than ${HEAP.maxOldGenerationSizeMb} MB to read. Simplify it or split it.`,
            )
          : error,
      ),
    )
    worker.on('exit', () => fail(new TaskStopped(say`The computation ended without a result.`)))
    worker.postMessage({ name: task.name, ...handedOver(input) }, given)
  })
}
