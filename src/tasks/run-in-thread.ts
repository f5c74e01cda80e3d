import { Worker } from 'node:worker_threads'
import { type PlainError, revivedError, TaskStopped } from './errors'
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
type Waiting = { worker: Worker; ends: NodeJS.Timeout }
const holder = globalThis as { velvetThreads?: Waiting[] }
const idle = () => {
  holder.velvetThreads ??= []
  return holder.velvetThreads
}

function takeThread(): Worker {
  const kept = idle().pop()
  if (kept) {
    clearTimeout(kept.ends)
    kept.worker.removeAllListeners()
    kept.worker.ref()
    return kept.worker
  }
  return new Worker(new URL('./thread.worker.ts', import.meta.url), {
    resourceLimits: HEAP,
  })
}

/** Keeps a thread for the next task; one that waits holds no program up. */
function giveBack(worker: Worker): void {
  worker.removeAllListeners()
  if (idle().length >= KEPT) {
    void worker.terminate()
    return
  }
  worker.unref()
  const ends = setTimeout(() => void worker.terminate(), WAITS).unref()
  const forget = () => {
    clearTimeout(ends)
    holder.velvetThreads = idle().filter((w) => w.worker !== worker)
  }
  worker.once('exit', forget).once('error', forget)
  idle().push({ worker, ends })
}

/**
 * Runs a task in a thread with its time limit and a memory limit. The thread is ended when the task is stopped or
 * goes over a limit, and waits for the next one otherwise.
 * @param signal stops the task
 * @throws TaskStopped when stopped or over a limit; else what the task throws, with its type
 */
export function runInThread<I, O>(
  task: Task<I, O>,
  input: I,
  options: { report?: Report; signal?: AbortSignal; timeLimit?: number } = {},
): Promise<O> {
  const { report, signal, timeLimit = task.timeLimit } = options
  return new Promise((resolve, reject) => {
    if (signal?.aborted) {
      reject(new TaskStopped('Stopped before it began.'))
      return
    }
    const worker = takeThread()
    const settle = (how: () => void, thread: 'keep' | 'end') => {
      clearTimeout(timer)
      signal?.removeEventListener('abort', stop)
      // Settle first, then end the thread: its exit comes before anything else it might still say.
      how()
      if (thread === 'keep') giveBack(worker)
      else {
        worker.removeAllListeners()
        void worker.terminate()
      }
    }
    const fail = (error: Error) => settle(() => reject(error), 'end')
    const stop = () => fail(new TaskStopped('Stopped.'))
    const timer = setTimeout(
      () =>
        fail(
          new TaskStopped(
            `The file took longer than ${Math.round(timeLimit / 1000)} s, so it was stopped and nothing was kept. Simplify it or split it.`,
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
              `The file needs more than ${HEAP.maxOldGenerationSizeMb} MB to read. Simplify it or split it.`,
            )
          : error,
      ),
    )
    worker.on('exit', () => fail(new TaskStopped('The computation ended without a result.')))
    worker.postMessage({ name: task.name, input })
  })
}
