import { z } from 'zod'
import { addSource } from '@/core/binding/add-source'
import type { Edit } from '@/core/document/edits'
import { emptyProject, type Project, projectSchema } from '@/core/document/schema'
import { readDrawing } from '@/core/intake/formats'
import type { Task } from './task'

const input = z.object({
  bytes: z.instanceof(Uint8Array),
  fileName: z.string().min(1).max(200),
  sourceId: z.string().min(1).max(40),
  /** mm for one unit of the file, chosen by a person */
  mmPerUnit: z.number().positive().max(1000).nullable(),
  /** the project to add it to; null begins one with the file's name */
  project: projectSchema.nullable(),
})

export type ReadFileInput = z.infer<typeof input>
export type ReadFileOutput = { project: Project; edit: Edit }

/** A file's bytes to a project with sorted and bound lines. */
export const readFile: Task<ReadFileInput, ReadFileOutput> = {
  name: 'read-file',
  input,
  timeLimit: 60_000,
  async run({ bytes, fileName, sourceId, mmPerUnit, project }, report) {
    report(0.05, 'Reading the drawing')
    const drawing = await readDrawing(bytes, fileName, { mmPerUnit })
    report(0.5, `Sorting ${drawing.lines.length} lines`)
    const title =
      fileName
        .replace(/\.[^.]+$/, '')
        .replace(/[-_]+/g, ' ')
        .trim() || 'Untitled'
    const [next, edit] = addSource(project ?? emptyProject(title.slice(0, 120)), drawing, {
      id: sourceId,
      name: fileName,
      format: drawing.format,
      bytes: bytes.length,
    })
    report(0.95, 'Binding pieces')
    return { project: next, edit }
  },
}
