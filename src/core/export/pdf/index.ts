import type { Sheet } from '../../document/layout'
import type { PrintSettings } from '../../document/print'
import type { Project } from '../../document/project'
import type { Write } from '../kind'
import { EXPORTED } from '../parts'
import type { DecodeArt } from './art'
import { cutLayers } from './cut'
import { openPdf } from './pages'
import { printLayers } from './print'

/** What a PDF of a sheet shows. */
export type PdfWish = {
  /** whether what the cutter works on is shown */
  cut: boolean
  /** how the sheet is printed, where what is printed is shown */
  print?: PrintSettings
  /** gives the pixels of art; art is left out without it */
  decodeArt?: DecodeArt
}

/**
 * A sheet as a PDF page at true size: what is printed undermost, over it pieces and roles as optional content groups,
 * the roles with the metadata of ISO 19593-1 processing steps. A printed back is a second page, as it is seen when
 * the sheet is turned over from left to right.
 */
export async function sheetToPdf(
  project: Project,
  sheet: Sheet,
  { cut, print, decodeArt }: PdfWish = { cut: true },
): Promise<Uint8Array> {
  const pdf = await openPdf(cut ? project.name : `${project.name}: print`)
  const printed = print ? await printLayers(pdf, project, sheet, print, 'front', decodeArt) : []
  // What is printed already is not drawn over with hairlines.
  const kinds = print ? EXPORTED.filter((k) => k !== 'print') : EXPORTED
  pdf.page(sheet, [...printed, ...(cut ? cutLayers(pdf, project, sheet, kinds) : [])])
  if (print?.bothSides || print?.numbers) {
    pdf.page(sheet, await printLayers(pdf, project, sheet, print, 'back', decodeArt))
    pdf.turnOverSideways(sheet)
  }
  return pdf.save()
}

export const write: Write = ({ project, sheet }) => sheetToPdf(project, sheet)
