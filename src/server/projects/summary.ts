import { decisionsLeft, familiesOf } from '../../core/document/families'
import type { Project } from '../../core/document/project'

/** What the list of projects shows. */
export type ProjectSummary = {
  lines: number
  pieces: number
  toDecide: number
  sheets: number
  sources: string[]
}

export const summarize = (project: Project): ProjectSummary => ({
  lines: Object.keys(project.lines).length,
  pieces: Object.keys(project.pieces).length,
  toDecide: decisionsLeft(familiesOf(project)),
  sheets: project.layout.sheets.length,
  sources: Object.values(project.sources).map((s) => s.name),
})
