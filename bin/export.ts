import { planSheet } from '../src/core/cutting/plan'
import type { Paper } from '../src/core/document/paper'
import type { Project, Sheet } from '../src/core/document/schema'
import { sheetToDxf } from '../src/core/export/dxf'
import { planToGcode } from '../src/core/export/gcode'
import { planToHpgl } from '../src/core/export/hpgl'
import { sheetToPdf } from '../src/core/export/pdf'
import { sheetToSvg } from '../src/core/export/svg'

type Write = (
  project: Project,
  sheet: Sheet,
  paper: Paper | null,
  title: string,
) => string | Promise<Uint8Array>

/** What a sheet can be written as. */
const WRITERS: Readonly<Record<string, Write>> = {
  svg: sheetToSvg,
  dxf: sheetToDxf,
  pdf: (project, sheet) => sheetToPdf(project, sheet),
  gcode: (project, sheet, paper, title) => planToGcode(planSheet(project, sheet, paper), title),
  hpgl: (project, sheet, paper, title) => planToHpgl(planSheet(project, sheet, paper), title),
}
export const EXPORT_KINDS = Object.keys(WRITERS)

/** The content of each sheet's file. */
export const exportSheets = (
  project: Project,
  papers: readonly Paper[],
  to: string,
): Promise<(string | Uint8Array)[]> =>
  Promise.all(
    project.layout.sheets.map(async (sheet, i) =>
      WRITERS[to]!(
        project,
        sheet,
        papers.find((p) => p.id === sheet.paper) ?? null,
        `${project.name}, sheet ${i + 1} of ${project.layout.sheets.length}`,
      ),
    ),
  )
