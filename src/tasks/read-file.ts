import * as z from 'zod'
import { TooManyMeetings } from '@/core/arrangement'
import { addSource } from '@/core/binding/add-source'
import type { Edit } from '@/core/document/edits'
import { emptyProject, type Project, projectSchema } from '@/core/document/project'
import { PLAIN_READING, type Reading, readingSchema } from '@/core/document/sources'
import { readDrawing } from '@/core/intake/formats'
import { IntakeRefusal } from '@/core/intake/refusal'
import { makingsOf } from '@/core/making/order'
import { settled } from '@/core/making/settle'
import { say } from '../core/words'
import { decodePicture } from './decode-picture'
import { fontsFor, takeOwnFontsFrom } from './fonts'
import type { Task } from './task'

const input = z.object({
  bytes: z.instanceof(Uint8Array),
  fileName: z.string().min(1).max(200),
  sourceId: z.string().min(1).max(40),
  reading: readingSchema.default(PLAIN_READING),
  /** the project to add it to; null begins one with the file's name */
  project: projectSchema.nullable(),
  /** the bytes of the own fonts that it is lettered in, by id */
  fonts: z.record(z.string(), z.instanceof(Uint8Array)).optional(),
  /** where it is laid beside the drawings that are there */
  lay: z.enum(['beside', 'centred']).default('beside'),
  /** the source that it takes the place of */
  replaces: z.string().min(1).max(40).nullish(),
})

export type ReadFileInput = {
  bytes: Uint8Array
  fileName: string
  sourceId: string
  project: Project | null
  fonts?: Record<string, Uint8Array>
  reading?: Reading
  lay?: 'beside' | 'centred'
  replaces?: string | null
}
/** The new project, or the edit of the one that it was added to: by the ten thousand lines either takes its time to hand over. */
export type ReadFileOutput = { project: Project | null; edit: Edit | null }

/** @throws IntakeRefusal in the place of what only says that there is too much of it */
function within<T>(fileName: string, work: () => T): T {
  try {
    return work()
  } catch (error) {
    if (error instanceof TooManyMeetings)
      throw new IntakeRefusal(say`${fileName} cannot be taken in. ${error.message}`)
    throw error
  }
}

/** A file's bytes to a project with sorted and bound lines. */
export const readFile: Task<ReadFileInput, ReadFileOutput> = {
  name: 'read-file',
  input: input as z.ZodType<ReadFileInput>,
  timeLimit: 60_000,
  async run(
    { bytes, fileName, sourceId, reading = PLAIN_READING, project, fonts = {}, lay, replaces = null },
    report,
  ) {
    report(0.05, say`Reading the drawing`)
    const drawing = await readDrawing(bytes, fileName, { ...reading, decodePicture })
    report(0.5, say`Sorting ${drawing.lines.length} lines`)
    const title =
      fileName
        .replace(/\.[^.]+$/, '')
        .replace(/[-_]+/g, ' ')
        .trim() || say`Untitled`
    const before = project ?? emptyProject(title.slice(0, 120))
    const added = within(fileName, () =>
      addSource(before, drawing, {
        id: sourceId,
        name: fileName,
        format: drawing.format,
        bytes: bytes.length,
        stacked: reading.stacked,
        replaces,
        ...(lay ? { lay } : {}),
      }),
    )
    // What was made of pieces of this drawing is made anew.
    takeOwnFontsFrom(async (id) => {
      const bytes = fonts[id]
      if (!bytes) throw new RangeError(`fonts: the project has no font ${id}`)
      return bytes
    })
    if (makingsOf(before).length > 0) await fontsFor(before)
    const [next, edit] = makingsOf(before).length > 0 ? settled(added) : added
    report(0.95, say`Binding pieces`)
    return project ? { project: null, edit } : { project: next, edit: null }
  },
}
