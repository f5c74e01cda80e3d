import type { Paper } from '../document/paper'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { spentPieces } from '../document/spent'
import type { Box } from '../geometry/measure'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'
import { areaBetweenMarks, excess, type Setting, tooLarge, usableArea } from './usable-area'

/** Sheets of one size of a paper: how many are at hand, null for as many as it takes. */
export type StockSheet = { width: number; height: number; count: number | null; area: Box }

/** What a paper's pieces are laid on, in the order in which it is used up: the smallest leftovers first. */
export function stockOf(
  paper: Pick<Paper, 'width' | 'height' | 'leftovers'>,
  setting: Setting,
): StockSheet[] {
  const atHand = setting.layout.leftovers === 'never' ? [] : (paper.leftovers ?? [])
  const leftovers = [...atHand].sort((a, b) => a.width * a.height - b.width * b.height)
  return [...leftovers, { width: paper.width, height: paper.height, count: null }].map((sheet) => ({
    ...sheet,
    area: usableArea(sheet, setting),
  }))
}

/** Whether a piece may be turned a quarter. */
export const turnsByQuarters = ({ turning = 'quarter' }: Pick<Piece, 'turning'>): boolean =>
  turning === 'quarter' || turning === 'any'

/** Whether a size fits an area by its box, upright or, where it may be turned, on its side. */
export function fits(size: PieceShape['size'], area: Box, turns: boolean): boolean {
  const { across, down } = excess(size, area, turns)
  return across <= 1e-6 && down <= 1e-6
}

/** Why a piece lies on no sheet of a paper, in a sentence; null where one of its sheets or leftovers takes it. */
export function misfit(
  { piece, size }: PieceShape,
  paper: Paper,
  setting: Setting & Pick<Project, 'unit'>,
): string | null {
  const turns = turnsByQuarters(piece)
  const areas = stockOf(paper, setting).map((sheet) => areaBetweenMarks(sheet, setting))
  return areas.some((area) => fits(size, area, turns))
    ? null
    : tooLarge(size, areas.at(-1)!, paper.name, setting.unit, turns)
}

/** The paper of a piece: the chosen one; else the first that takes it, or that comes nearest to it where none does. */
export function paperFor(shape: PieceShape, papers: readonly Paper[], setting: Setting): Paper | null {
  const chosen = papers.find((p) => p.id === shape.piece.paper)
  if (chosen) return chosen
  const missing = (paper: Paper) => {
    const over = stockOf(paper, setting).map((sheet) =>
      excess(shape.size, areaBetweenMarks(sheet, setting), turnsByQuarters(shape.piece)),
    )
    return Math.min(...over.map(({ across, down }) => across + down))
  }
  return papers.reduce<Paper | null>(
    (best, paper) => (best && missing(best) <= missing(paper) ? best : paper),
    null,
  )
}

/** The pieces that are to be laid, by their paper. */
export function piecesByPaper(project: Project, papers: readonly Paper[]): Map<Paper, PieceShape[]> {
  const byPaper = new Map<Paper, PieceShape[]>()
  const spent = spentPieces(project)
  for (const shape of shapesOf(project)) {
    const { id, copies } = shape.piece
    const paper = copies > 0 && !spent.has(id) ? paperFor(shape, papers, project) : null
    if (!paper) continue
    const known = byPaper.get(paper)
    if (known) known.push(shape)
    else byPaper.set(paper, [shape])
  }
  return byPaper
}
