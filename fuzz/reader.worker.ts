import { parentPort } from 'node:worker_threads'
import { readArchive } from '../src/core/archive'
import { projectSchema } from '../src/core/document/project'
import { inspect } from '../src/core/inspection'
import { IntakeRefusal } from '../src/core/intake/refusal'
import { readPattern } from '../src/core/patterns'
import { readArt } from '../src/tasks/read-art'
import { readFile } from '../src/tasks/read-file'
import { readFontFile } from '../src/tasks/read-font'
import type { Door } from './doors'

type Bytes = Uint8Array<ArrayBuffer>

/** How a file came out: taken in, refused with a sentence, or at fault. */
export type Answer = { outcome: 'taken' | 'refused'; words: string } | { outcome: 'fault'; words: string }

/** What a door says of a file. @throws IntakeRefusal and faults */
async function ask(door: Door, name: string, bytes: Bytes): Promise<Answer> {
  switch (door) {
    case 'pattern': {
      const { pattern, problems } = readPattern(new TextDecoder().decode(bytes))
      if (pattern) return { outcome: 'taken', words: pattern.name }
      const isSaid = problems.length > 0 && problems.every((p) => /^\S.{8,}[.!]$/s.test(p))
      return { outcome: isSaid ? 'refused' : 'fault', words: problems.join(' | ') || 'no reason' }
    }
    case 'font':
      await readFontFile.run({ bytes, fileName: name }, () => {})
      return { outcome: 'taken', words: 'letters' }
    case 'art': {
      const { width, height } = await readArt.run({ bytes, fileName: name }, () => {})
      return { outcome: width > 0 && height > 0 ? 'taken' : 'fault', words: `${width} x ${height}` }
    }
    case 'archive': {
      const { project } = readArchive(bytes, name)
      inspect(project)
      return { outcome: 'taken', words: `${Object.keys(project.lines).length} lines` }
    }
    case 'drawing':
      return drawing(name, bytes)
  }
}

async function drawing(name: string, bytes: Bytes): Promise<Answer> {
  const { project } = await readFile.run({ bytes, fileName: name, sourceId: 's', project: null }, () => {})
  if (project) inspect(project)
  const checked = projectSchema.safeParse(project)
  if (checked.success) return { outcome: 'taken', words: `${Object.keys(checked.data.lines).length} lines` }
  const [issue] = checked.error.issues
  return { outcome: 'fault', words: `no valid project (${issue?.message} at ${issue?.path.join('.')})` }
}

async function answer(door: Door, name: string, bytes: Bytes): Promise<Answer> {
  try {
    return await ask(door, name, bytes)
  } catch (error) {
    if (error instanceof IntakeRefusal && /^\S.{15,}[.!]$/s.test(error.message))
      return { outcome: 'refused', words: error.message }
    return {
      outcome: 'fault',
      words: error instanceof Error ? (error.stack ?? error.message).slice(0, 600) : String(error),
    }
  }
}

type Asked = { door: Door; name: string; bytes: Bytes }
parentPort?.on('message', ({ door, name, bytes }: Asked) => {
  void answer(door, name, bytes).then((told) => parentPort?.postMessage(told))
})
