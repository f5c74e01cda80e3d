import type { Project } from '../document/project'
import { spentPieces } from '../pieces/spent'

/** Whether the sheets no longer hold what the pieces ask for: other copies, another paper, pieces new, gone or spent. */
export function sheetsBehind({
  pieces,
  layout,
  sources,
}: Pick<Project, 'pieces' | 'layout' | 'sources'>): boolean {
  const spent = spentPieces({ sources })
  const laid = new Map<string, number>()
  const otherPaper = layout.sheets.some((sheet) =>
    sheet.placements.some(({ piece }) => {
      laid.set(piece, (laid.get(piece) ?? 0) + 1)
      const paper = pieces[piece]?.paper
      return paper !== null && paper !== undefined && paper !== sheet.paper
    }),
  )
  for (const { piece, copies } of layout.unplaced) laid.set(piece, (laid.get(piece) ?? 0) + copies)
  const wanted = ({ id, copies }: { id: string; copies: number }) => (spent.has(id) ? 0 : copies)
  return otherPaper || Object.values(pieces).some((p) => (laid.get(p.id) ?? 0) !== wanted(p))
}
