import { parentPort, workerData } from 'node:worker_threads'
import { IntakeRefusal } from '../core/intake/refusal'
import { TASKS } from './registry'

/** The entry of a server thread: runs the one task it was started for, and ends. */
const { name, input } = workerData as { name: string; input: unknown }
const post = (message: unknown) => parentPort?.postMessage(message)
try {
  const task = TASKS.get(name)
  if (!task) throw new RangeError(`task: there is none called "${name}"`)
  const output = await task.run(task.input.parse(input), (share, doing) =>
    post({ kind: 'progress', share, doing }),
  )
  post({ kind: 'done', output })
} catch (error) {
  const refused = error instanceof IntakeRefusal
  post({ kind: 'failed', refused, message: error instanceof Error ? error.message : String(error) })
}
