import { z } from 'zod'
import {
  type PrintSettings,
  type Project,
  printSchema,
  projectSchema,
  type Sheet,
  sheetSchema,
} from '@/core/document/schema'
import { sheetToPdf } from '@/core/export/pdf'
import { decodeArt } from './decode-art'
import type { Task } from './task'

const input = z.object({
  project: projectSchema,
  sheet: sheetSchema,
  cut: z.boolean(),
  print: printSchema,
  art: z.record(z.string(), z.instanceof(Uint8Array)),
})

export type WritePdfInput = {
  project: Project
  sheet: Sheet
  /** whether the lines of the cut lie over what is printed */
  cut: boolean
  print: PrintSettings
  /** the bytes of the art that the sheet's pieces carry, by id */
  art: Record<string, Uint8Array>
}

/** A sheet as a PDF with what is printed on it: a picture over a large piece takes seconds. */
export const writePdf: Task<WritePdfInput, Uint8Array> = {
  name: 'write-pdf',
  input: input as z.ZodType<WritePdfInput>,
  timeLimit: 120_000,
  run: ({ project, sheet, cut, print, art }) =>
    sheetToPdf(project, sheet, {
      cut,
      print,
      decodeArt: (id, width, height) =>
        decodeArt(art[id] ?? new Uint8Array(), width, height, project.art?.[id]?.name),
    }),
}
