import type { SheetPlan } from '../../core/cutting/pass'
import { planSheet } from '../../core/cutting/plan'
import { type CutterFields, PLAIN_CUTTER } from '../../core/document/cutter'
import type { Paper } from '../../core/document/paper'
import type { Project, Sheet } from '../../core/document/schema'
import { cutters } from '../library/cutters'
import { papers } from '../library/papers'
import { notFound } from '../problem'
import { loadProject } from './store'

export type PlannedSheet = {
  sheet: Sheet
  /** from 1 */
  number: number
  paper: Paper | null
  plan: SheetPlan
  title: string
}
export type PlannedProject = { id: string; project: Project; cutter: CutterFields; sheets: PlannedSheet[] }

/** A project's sheets with their plans, for the cutter that it has chosen. */
export async function loadSheets(projectId: string): Promise<PlannedProject> {
  const { project } = await loadProject(projectId)
  const library = await papers.list()
  const chosen = (await cutters.list()).find((c) => c.id === project.run.cutter)
  const cutter = chosen ?? { ...PLAIN_CUTTER, mat: project.layout.mat }
  const { sheets } = project.layout
  return {
    id: projectId,
    project,
    cutter,
    sheets: sheets.map((sheet, i) => {
      const paper = library.find((p) => p.id === sheet.paper) ?? null
      const title = `${project.name}, sheet ${i + 1} of ${sheets.length}`
      return { sheet, number: i + 1, paper, plan: planSheet(project, sheet, paper, cutter), title }
    }),
  }
}

/** One sheet of a project with its plan. */
export async function loadSheet(
  projectId: string,
  sheetId: string,
): Promise<PlannedSheet & Pick<PlannedProject, 'id' | 'project' | 'cutter'>> {
  const { sheets, ...planned } = await loadSheets(projectId)
  const found = sheets.find((s) => s.sheet.id === sheetId)
  if (!found) throw notFound('sheet')
  return { ...found, ...planned }
}
