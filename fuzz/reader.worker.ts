import { parentPort } from 'node:worker_threads'
import { projectSchema } from '../src/core/document/project'
import { inspect } from '../src/core/inspection'
import { IntakeRefusal } from '../src/core/intake/refusal'
import { readFile } from '../src/tasks/read-file'

/** How a file came out: taken in, refused with a sentence, or at fault. */
export type Answer = { outcome: 'taken' | 'refused'; words: string } | { outcome: 'fault'; words: string }

async function answer(name: string, bytes: Uint8Array): Promise<Answer> {
  try {
    const { project } = await readFile.run({ bytes, fileName: name, sourceId: 's', project: null }, () => {})
    if (project) inspect(project)
    const checked = projectSchema.safeParse(project)
    if (checked.success) return { outcome: 'taken', words: `${Object.keys(checked.data.lines).length} lines` }
    const [issue] = checked.error.issues
    return { outcome: 'fault', words: `no valid project (${issue?.message} at ${issue?.path.join('.')})` }
  } catch (error) {
    if (error instanceof IntakeRefusal && /^\S.{15,}[.!]$/s.test(error.message))
      return { outcome: 'refused', words: error.message }
    return {
      outcome: 'fault',
      words: error instanceof Error ? (error.stack ?? error.message).slice(0, 600) : String(error),
    }
  }
}

parentPort?.on('message', ({ name, bytes }: { name: string; bytes: Uint8Array }) => {
  void answer(name, bytes).then((told) => parentPort?.postMessage(told))
})
