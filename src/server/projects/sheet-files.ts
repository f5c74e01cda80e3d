import { z } from 'zod'
import { FILE_KINDS, type FileKind, type Project, USUAL_PRINT } from '../../core/document/schema'
import { sheetToDxf } from '../../core/export/dxf'
import { planToGcode } from '../../core/export/gcode'
import { planToHpgl } from '../../core/export/hpgl'
import { sheetToPdf } from '../../core/export/pdf'
import { sheetToPrintPdf } from '../../core/export/pdf/print'
import { sheetToSvg } from '../../core/export/svg'
import { sheetToPng } from './sheet-picture'
import type { PlannedSheet } from './sheets'

type SheetFile = {
  ending: string
  type: string
  write: (project: Project, sheet: PlannedSheet) => string | Promise<string | Uint8Array>
}

/** What a sheet can be saved as. */
export const SHEET_FILES = {
  svg: { ending: 'svg', type: 'image/svg+xml', write: (p, { sheet }) => sheetToSvg(p, sheet) },
  dxf: { ending: 'dxf', type: 'image/vnd.dxf', write: (p, { sheet }) => sheetToDxf(p, sheet) },
  pdf: { ending: 'pdf', type: 'application/pdf', write: (p, { sheet }) => sheetToPdf(p, sheet) },
  png: { ending: 'png', type: 'image/png', write: (p, { sheet }) => sheetToPng(p, sheet) },
  gcode: { ending: 'gcode', type: 'text/x-gcode', write: (_, { plan, title }) => planToGcode(plan, title) },
  hpgl: {
    ending: 'plt',
    type: 'application/vnd.hp-hpgl',
    write: (_, { plan, title }) => planToHpgl(plan, title),
  },
  print: {
    ending: 'print.pdf',
    type: 'application/pdf',
    write: (p, { sheet }) => sheetToPrintPdf(p, sheet, p.layout.print ?? { ...USUAL_PRINT, marks: null }),
  },
} as const satisfies Record<FileKind, SheetFile>

export const fileKindSchema = z.enum(FILE_KINDS)
