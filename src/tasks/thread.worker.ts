import { parentPort } from 'node:worker_threads'
import { plainError } from './errors'
import { takeFontsFrom } from './fonts'
import { fontsOnDisk } from './fonts-on-disk'
import { type Handed, takenOver } from './project-text'
import { TASKS } from './registry'

takeFontsFrom(fontsOnDisk)

/** The entry of a server thread: does one task after another, as they are handed to it. */
const post = (message: unknown) => parentPort?.postMessage(message)

parentPort?.on('message', async ({ name, ...handed }: { name: string } & Handed) => {
  try {
    const task = TASKS.get(name)
    if (!task) throw new RangeError(`task: there is none called "${name}"`)
    const output = await task.run(task.input.parse(takenOver(handed)), (share, doing) =>
      post({ kind: 'progress', share, doing }),
    )
    post({ kind: 'done', output })
  } catch (error) {
    post({ kind: 'failed', error: plainError(error) })
  }
})
