import type { Paper } from '../document/paper'
import type { Piece, Project } from '../document/schema'
import type { Box } from '../geometry/measure'
import { type Margins, usableArea } from './usable-area'

/** Sheets of one size of a paper: how many are at hand, null for as many as it takes. */
export type StockSheet = { width: number; height: number; count: number | null; area: Box }

/** What a paper's pieces are laid on, in the order in which it is used up: the smallest leftovers first. */
export function stockOf(paper: Pick<Paper, 'width' | 'height' | 'leftovers'>, layout: Margins): StockSheet[] {
  const leftovers = [...(paper.leftovers ?? [])].sort((a, b) => a.width * a.height - b.width * b.height)
  return [...leftovers, { width: paper.width, height: paper.height, count: null }].map((sheet) => ({
    ...sheet,
    area: usableArea(sheet, layout),
  }))
}

/** The pieces that are to be laid, by their paper; one without a paper, or with one that is gone, takes the first. */
export function piecesByPaper(project: Project, papers: readonly Paper[]): Map<Paper, Piece[]> {
  const [fallback] = papers
  const byPaper = new Map<Paper, Piece[]>()
  if (!fallback) return byPaper
  for (const piece of Object.values(project.pieces)) {
    if (piece.copies === 0) continue
    const paper = papers.find((p) => p.id === piece.paper) ?? fallback
    const known = byPaper.get(paper)
    if (known) known.push(piece)
    else byPaper.set(paper, [piece])
  }
  return byPaper
}

/** Whether a piece may be turned a quarter. */
export const turnsByQuarters = ({ turning = 'quarter' }: Pick<Piece, 'turning'>): boolean =>
  turning === 'quarter' || turning === 'any'
