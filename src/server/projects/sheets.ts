import { setImmediate } from 'node:timers/promises'
import type { SheetPlan } from '../../core/cutting/pass'
import { derived } from '../../core/derived'
import { type CutterFields, PLAIN_CUTTER } from '../../core/document/cutter'
import type { Sheet } from '../../core/document/layout'
import type { Paper } from '../../core/document/paper'
import type { Project } from '../../core/document/project'
import { excerptFor } from '../../core/export/excerpt'
import type { Trouble } from '../../core/sheets/troubles'
import { say } from '../../core/words'
import { checkSheet } from '../../tasks/check-sheet'
import { planSheet } from '../../tasks/plan-sheet'
import { runInThread } from '../../tasks/run-in-thread'
import { cutters } from '../library/cutters'
import { papers } from '../library/papers'
import { notFound } from '../problem'
import { loadProject } from './store'

/** A sheet of a project with all that its files and its run are made of. */
export type OpenSheet = {
  projectId: string
  revision: number
  /** as far as it is about this sheet */
  project: Project
  sheet: Sheet
  /** from 1 */
  number: number
  paper: Paper | null
  cutter: CutterFields
  title: string
}

/** A sheet's part of a document: files, checks and runs of it follow one another. */
const excerptOf = derived((sheet: Sheet, project: Project) => excerptFor(project, sheet))

/** A project with what its sheets are run on, and each sheet of it by its place. */
async function opened(projectId: string) {
  const { project, revision } = await loadProject(projectId)
  const library = await papers.list()
  const chosen = (await cutters.list()).find((c) => c.id === project.run.cutter)
  const { id: _, ...cutter } = chosen ?? { ...PLAIN_CUTTER, id: '', mat: project.layout.mat }
  const { sheets } = project.layout
  const open = (sheet: Sheet, i: number): OpenSheet => ({
    projectId,
    revision,
    project: excerptOf(sheet, project),
    sheet,
    number: i + 1,
    paper: library.find((p) => p.id === sheet.paper) ?? null,
    cutter,
    title: say`${project.name}, sheet ${i + 1} of ${sheets.length}`,
  })
  return { project, cutter, open }
}

/** All sheets of a project, for the cutter that it has chosen; none of them is planned yet. */
export async function loadSheets(projectId: string) {
  const { project, cutter, open } = await opened(projectId)
  return { project, cutter, sheets: project.layout.sheets.map(open) }
}

/** One sheet of a project. @throws Problem 404 */
export async function loadSheet(projectId: string, sheetId: string): Promise<OpenSheet> {
  const { project, open } = await opened(projectId)
  const at = project.layout.sheets.findIndex((s) => s.id === sheetId)
  const sheet = project.layout.sheets[at]
  if (!sheet) throw notFound(say`sheet`)
  const found = open(sheet, at)
  // Of a large document this took a while: others are answered before it is handed to a thread.
  await setImmediate()
  return found
}

/** What is wrong with a sheet, looked at in a thread. */
export const troublesOf = ({ project, sheet, number, paper, cutter }: OpenSheet): Promise<Trouble[]> =>
  runInThread(checkSheet, { project, sheet, number, papers: paper ? [paper] : [], cutter })

/** Plans that were made last: a file, another file and the run of a sheet follow one another. */
const KEPT = 12
const holder = globalThis as { velvetPlans?: Map<string, Promise<SheetPlan>> }

/** The passes of a sheet, planned in a thread when they are first asked for. */
export function planOf({
  projectId,
  revision,
  project,
  sheet,
  paper,
  cutter,
}: OpenSheet): Promise<SheetPlan> {
  holder.velvetPlans ??= new Map()
  const plans = holder.velvetPlans
  const key = JSON.stringify([projectId, revision, sheet.id, paper, cutter])
  const known = plans.get(key)
  if (known) return known
  const planned = runInThread(planSheet, { project, sheet, paper, cutter })
  plans.set(key, planned)
  planned.catch(() => plans.delete(key))
  const oldest = plans.keys().next().value
  if (plans.size > KEPT && oldest !== undefined) plans.delete(oldest)
  return planned
}
