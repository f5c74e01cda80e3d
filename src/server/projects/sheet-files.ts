import { z } from 'zod'
import { FILE_KINDS, type FileKind, USUAL_PRINT } from '../../core/document/schema'
import { sheetToDxf } from '../../core/export/dxf'
import { planToGcode } from '../../core/export/gcode'
import { planToHpgl } from '../../core/export/hpgl'
import { sheetToPdf } from '../../core/export/pdf'
import { sheetToSvg } from '../../core/export/svg'
import { runInThread } from '../../tasks/run-in-thread'
import { writePdf } from '../../tasks/write-pdf'
import { artOfSheet } from './art'
import { sheetToPng } from './sheet-picture'
import type { PlannedProject, PlannedSheet } from './sheets'

type SheetFile = {
  ending: string
  type: string
  write: (
    of: Pick<PlannedProject, 'id' | 'project'>,
    sheet: PlannedSheet,
  ) => string | Promise<string | Uint8Array>
}

const PDF = 'application/pdf'

/** A PDF with what is printed on a sheet, made in a thread. */
const printed =
  (cut: boolean): SheetFile['write'] =>
  async ({ id, project }, { sheet }) =>
    runInThread(writePdf, {
      project,
      sheet,
      cut,
      print: project.layout.print ?? { ...USUAL_PRINT, marks: null },
      art: await artOfSheet(id, project, sheet),
    })

/** What a sheet can be saved as. */
export const SHEET_FILES = {
  svg: {
    ending: 'svg',
    type: 'image/svg+xml',
    write: ({ project }, { sheet }) => sheetToSvg(project, sheet),
  },
  dxf: {
    ending: 'dxf',
    type: 'image/vnd.dxf',
    write: ({ project }, { sheet }) => sheetToDxf(project, sheet),
  },
  pdf: { ending: 'pdf', type: PDF, write: ({ project }, { sheet }) => sheetToPdf(project, sheet) },
  png: { ending: 'png', type: 'image/png', write: ({ project }, { sheet }) => sheetToPng(project, sheet) },
  gcode: { ending: 'gcode', type: 'text/x-gcode', write: (_, { plan, title }) => planToGcode(plan, title) },
  hpgl: {
    ending: 'plt',
    type: 'application/vnd.hp-hpgl',
    write: (_, { plan, title }) => planToHpgl(plan, title),
  },
  print: { ending: 'print.pdf', type: PDF, write: printed(false) },
  both: { ending: 'print-and-cut.pdf', type: PDF, write: printed(true) },
} as const satisfies Record<FileKind, SheetFile>

export const fileKindSchema = z.enum(FILE_KINDS)
