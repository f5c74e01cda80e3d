import { type Edit, makeEdit } from '../document/edits'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { counted, say } from '../words'
import { type Laying, nestSheets } from './nest'

/** Lays a project's pieces on sheets at once, by their boxes; what is locked stays where it is. */
export function layOut(project: Project, papers: readonly Paper[]): Laying {
  for (const answer of nestSheets(project, papers, { seed: 1, shape: 'box' })) if (answer) return answer
  return { sheets: [], unplaced: [] }
}

/** The edit that puts a laying in the place of the sheets as they are. */
export const layEdit = (project: Project, { sheets, unplaced }: Laying, label?: string): [Project, Edit] =>
  makeEdit(project, label ?? say`Lay the pieces on ${counted(sheets.length, 'sheet')}`, ({ layout }) => {
    layout.sheets = sheets
    layout.unplaced = unplaced
  })
