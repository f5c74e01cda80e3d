import type { Layout, Project } from '@/core/document/schema'

/** Whether the sheets no longer hold what the pieces ask for: other copies, another paper, pieces new or gone. */
export function sheetsBehind(pieces: Project['pieces'], layout: Layout): boolean {
  const laid = new Map<string, number>()
  const otherPaper = layout.sheets.some((sheet) =>
    sheet.placements.some(({ piece }) => {
      laid.set(piece, (laid.get(piece) ?? 0) + 1)
      const paper = pieces[piece]?.paper
      return paper !== null && paper !== undefined && paper !== sheet.paper
    }),
  )
  for (const { piece, copies } of layout.unplaced) laid.set(piece, (laid.get(piece) ?? 0) + copies)
  return otherPaper || Object.values(pieces).some((p) => (laid.get(p.id) ?? 0) !== p.copies)
}
