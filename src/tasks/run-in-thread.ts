import { Worker } from 'node:worker_threads'
import { IntakeRefusal } from '../core/intake/refusal'
import type { Report, Task } from './task'

export class TaskStopped extends Error {
  override readonly name = 'TaskStopped'
}

type Message =
  | { kind: 'progress'; share: number; doing: string }
  | { kind: 'done'; output: unknown }
  | { kind: 'failed'; refused: boolean; message: string }

const MEMORY_MB = 1024

/**
 * Runs a task in a thread of its own with its time limit and a memory limit.
 * @param signal stops the thread
 * @throws IntakeRefusal for a refused file, TaskStopped when stopped or over a limit
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
    const worker = new Worker(new URL('./thread.worker.ts', import.meta.url), {
      workerData: { name: task.name, input },
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    })
    // Reject first, then end the thread: its exit comes before anything else it might still say.
    const finish = (settle: () => void) => {
      clearTimeout(timer)
      signal?.removeEventListener('abort', stop)
      settle()
      void worker.terminate()
    }
    const stop = () => finish(() => reject(new TaskStopped('Stopped.')))
    const timer = setTimeout(
      () =>
        finish(() =>
          reject(
            new TaskStopped(
              `The file took longer than ${Math.round(timeLimit / 1000)} s, so it was stopped and nothing was kept. Simplify it or split it.`,
            ),
          ),
        ),
      timeLimit,
    )
    signal?.addEventListener('abort', stop, { once: true })
    worker.on('message', (message: Message) => {
      if (message.kind === 'progress') report?.(message.share, message.doing)
      else if (message.kind === 'done') finish(() => resolve(message.output as O))
      else
        finish(() =>
          reject(message.refused ? new IntakeRefusal(message.message) : new Error(message.message)),
        )
    })
    worker.on('error', (error: NodeJS.ErrnoException) =>
      finish(() =>
        reject(
          error.code === 'ERR_WORKER_OUT_OF_MEMORY'
            ? new TaskStopped(`The file needs more than ${MEMORY_MB} MB to read. Simplify it or split it.`)
            : error,
        ),
      ),
    )
    worker.on('exit', () => finish(() => reject(new TaskStopped('The computation ended without a result.'))))
  })
}
