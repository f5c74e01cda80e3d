import type { SheetPlan } from '../../core/cutting/pass'
import { planSheet } from '../../core/cutting/plan'
import type { Project, Sheet } from '../../core/document/schema'
import { listPapers } from '../papers/store'
import { notFound } from '../problem'
import { loadProject } from './store'

export type PlannedSheet = { project: Project; sheet: Sheet; number: number; plan: SheetPlan; title: string }

/** A sheet of a project with its plan. */
export async function loadSheet(projectId: string, sheetId: string): Promise<PlannedSheet> {
  const { project } = await loadProject(projectId)
  const number = project.layout.sheets.findIndex((s) => s.id === sheetId) + 1
  const sheet = project.layout.sheets[number - 1]
  if (!sheet) throw notFound('sheet')
  const paper = (await listPapers()).find((p) => p.id === sheet.paper) ?? null
  const title = `${project.name}, sheet ${number} of ${project.layout.sheets.length}`
  return { project, sheet, number, plan: planSheet(project, sheet, paper), title }
}
