import * as z from 'zod'
import type { SheetPlan } from '../core/cutting/pass'
import { type Sheet, sheetSchema } from '../core/document/layout'
import type { Project } from '../core/document/project'
import { fileKind } from '../core/export/kinds'
import { platformWith } from './platform'
import type { Task } from './task'
import { trusted } from './trusted'

export type WriteFileInput = {
  /** the name of a kind of file */
  kind: string
  project: Project
  sheet: Sheet
  title: string
  /** where the kind needs it */
  plan: SheetPlan | null
  /** the bytes of the art that the sheet's pieces carry, by id */
  art: Record<string, { name: string; bytes: Uint8Array }>
}

/** A sheet as a file of any kind: a large one, or a picture over a large piece, takes seconds. */
export const writeFile: Task<WriteFileInput, string | Uint8Array> = {
  name: 'write-file',
  input: z.object({
    kind: z.string(),
    project: trusted<Project>(),
    sheet: sheetSchema,
    title: z.string(),
    plan: trusted<SheetPlan>().nullable(),
    art: z.record(z.string(), z.object({ name: z.string(), bytes: z.instanceof(Uint8Array) })),
  }),
  timeLimit: 120_000,
  async run({ kind: name, art, ...of }) {
    const kind = fileKind(name)
    if (!kind) throw new RangeError(`file: there is no kind called "${name}"`)
    const write = await kind.writer()
    return write({ ...of, platform: platformWith(art) })
  },
}
