import { planSheet } from '../src/core/cutting/plan'
import type { Paper } from '../src/core/document/paper'
import type { Project } from '../src/core/document/schema'
import { planToGcode } from '../src/core/export/gcode'
import { sheetToSvg } from '../src/core/export/svg'

/** The text of each sheet's file. */
export const exportSheets = (project: Project, papers: readonly Paper[], to: 'svg' | 'gcode'): string[] =>
  project.layout.sheets.map((sheet, i) => {
    if (to === 'svg') return sheetToSvg(project, sheet)
    const paper = papers.find((p) => p.id === sheet.paper) ?? null
    return planToGcode(
      planSheet(project, sheet, paper),
      `${project.name}, sheet ${i + 1} of ${project.layout.sheets.length}`,
    )
  })
