import { MaxRectsPacker } from 'maxrects-packer'
import { sizeOfPiece } from '../document/pieces'
import type { Paper } from '../document/paper'
import type { Layout, Piece, Placement, Project, Sheet } from '../document/schema'
import { heightOf, widthOf } from '../geometry/measure'
import { excess, tooLarge, usableArea } from './usable-area'

/**
 * Lays all pieces and copies of a project on sheets, one paper at a time, by their boxes, turned a quarter where that
 * helps (maximal rectangles, by the library maxrects-packer).
 * @param papers the library; a piece without a paper, or with one that is gone, takes the first
 * @returns sheets and what could not be placed, with the reason
 */
export function packSheets(project: Project, papers: readonly Paper[]): Pick<Layout, 'sheets' | 'unplaced'> {
  const { layout } = project
  const fallback = papers[0]
  const sheets: Sheet[] = []
  const unplaced: Layout['unplaced'] = []
  if (!fallback) return { sheets, unplaced }
  const paperOf = (id: string | null) => papers.find((p) => p.id === id) ?? fallback
  const byPaper = new Map<Paper, Piece[]>()
  for (const piece of Object.values(project.pieces)) {
    const paper = paperOf(piece.paper)
    byPaper.set(paper, [...(byPaper.get(paper) ?? []), piece])
  }
  for (const [paper, pieces] of byPaper) {
    const area = usableArea(paper, layout)
    const items: Item[] = []
    for (const piece of pieces) {
      if (piece.copies === 0) continue
      const size = sizeOfPiece(project, piece)
      const { across, down } = excess(size, area)
      if (across > 1e-6 || down > 1e-6)
        unplaced.push({ piece: piece.id, copies: piece.copies, why: tooLarge(size, area, paper.name) })
      else for (let copy = 0; copy < piece.copies; copy += 1) items.push({ piece: piece.id, copy, ...size })
    }
    for (const placements of packBoxes(items, widthOf(area), heightOf(area), layout.spacing))
      sheets.push({
        id: `sheet-${sheets.length + 1}`,
        paper: paper.id,
        width: paper.width,
        height: paper.height,
        placements: placements.map((p) => ({ ...p, x: p.x + area.minX, y: p.y + area.minY })),
      })
  }
  return { sheets, unplaced }
}

type Item = { piece: string; copy: number; width: number; height: number }

/** Packs boxes into as many areas of `width` x `height` mm as are needed; every box must fit one of them. */
function packBoxes(items: readonly Item[], width: number, height: number, spacing: number): Placement[][] {
  if (items.length === 0) return []
  // The packer puts the spacing between boxes only; a hair more room lets a box fit that is exactly as wide as the area.
  const packer = new MaxRectsPacker(width + 1e-6, height + 1e-6, spacing, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: true,
    border: 0,
  })
  const bySide = [...items].sort((a, b) => Math.max(b.width, b.height) - Math.max(a.width, a.height))
  for (const item of bySide) packer.add(item.width, item.height, item)
  return packer.bins.map((bin) =>
    bin.rects.map((box) => {
      const item = box.data as Item
      return { piece: item.piece, copy: item.copy, x: box.x, y: box.y, rotation: box.rot ? 90 : 0 }
    }),
  )
}
