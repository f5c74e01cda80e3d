import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import type { Line } from '../document/lines'
import type { Paper } from '../document/paper'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { translation } from '../geometry/affine'
import { uniteBoxes } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { linesOf } from '../pieces/lines'
import { takePaper } from '../pieces/take-paper'
import { counted, say } from '../words'
import { GAP } from './add-source'

const piecesOf = (project: Project, ids: readonly string[]): Piece[] =>
  ids.flatMap((id) => project.pieces[id] ?? [])

/**
 * Copies pieces with all their lines, to the right of everything. A copy keeps paper, number of copies, turning and
 * art, and is a piece by itself: it may get another paper, or be changed.
 */
export function duplicatePieces(project: Project, ids: readonly string[]): [Project, Edit] {
  const chosen = piecesOf(project, ids)
  const label = say`Duplicate ${counted(chosen.length, 'piece')}`
  if (chosen.length === 0) return [project, { label, changes: [] }]
  const boxOf = (lines: readonly Line[]) => uniteBoxes(lines.map((l) => shapeOf(l.d).box))
  const all = chosen.flatMap((p) => linesOf(project, p.lines))
  const shift = translation(boxOf(Object.values(project.lines)).maxX + GAP - boxOf(all).minX, 0)
  const names = new Set(Object.values(project.pieces).map((p) => p.name))
  let number = project.nextPiece
  const copies = chosen.map((piece) => {
    const own = `copy-${number}`
    const id = `piece-${number}`
    number += 1
    const renamed = new Map(piece.lines.map((line, k) => [line, `${own}-${k + 1}`]))
    const lines = linesOf(project, piece.lines).map((line): Line => {
      // A copy of what a recipe made is no longer the recipe's: making it anew leaves the copy.
      const { lineage: _, made: __, ...rest } = line
      const held = typeof line.held === 'object' && line.held ? { piece: id } : line.held
      return { ...rest, id: renamed.get(line.id)!, plane: own, held, d: transformPath(line.d, shift) }
    })
    const mapped = (of: readonly string[]) => of.flatMap((line) => renamed.get(line) ?? [])
    const copy: Piece = {
      ...piece,
      id,
      name: freeName(piece.name, names),
      outline: mapped(piece.outline),
      openings: piece.openings.map(mapped),
      lines: mapped(piece.lines),
    }
    return { lines, copy }
  })
  const [grown, exchange] = exchangeLines(
    project,
    label,
    [],
    copies.flatMap((c) => c.lines),
  )
  const [next, adding] = makeEdit(grown, label, (draft) => {
    for (const { copy } of copies) draft.pieces[copy.id] = copy
    draft.nextPiece = number
  })
  return [next, joinEdits(exchange, adding)]
}

/** Copies pieces, and makes the copies of another paper: the same in one more colour. */
export function alsoOfPaper(
  project: Project,
  ids: readonly string[],
  paper: Pick<Paper, 'id' | 'name'>,
): [Project, Edit] {
  const [copied, copying] = duplicatePieces(project, ids)
  const copies = Object.keys(copied.pieces).filter((id) => !project.pieces[id])
  const [next, taking] = takePaper(copied, copies, paper)
  const label = say`Make ${counted(copies.length, 'piece')} of “${paper.name}” too`
  return [next, { ...joinEdits(copying, taking), label }]
}

/** "Lid (copy)", or with a number where that name is borne already. */
function freeName(name: string, used: Set<string>): string {
  const base = `${name.replace(/ \(copy( \d+)?\)$/, '').slice(0, 100)} (copy`
  let free = `${base})`
  for (let k = 2; used.has(free); k += 1) free = `${base} ${k})`
  used.add(free)
  return free
}

/** Deletes pieces with their lines; an edge that another piece shares stays with that one. */
export function deletePieces(project: Project, ids: readonly string[]): [Project, Edit] {
  const chosen = piecesOf(project, ids)
  const label =
    chosen.length === 1 ? say`Delete “${chosen[0]!.name}”` : say`Delete ${counted(chosen.length, 'piece')}`
  const deleted = new Set(chosen.map((p) => p.id))
  const kept = new Set(Object.values(project.pieces).flatMap((p) => (deleted.has(p.id) ? [] : p.lines)))
  const gone = [...new Set(chosen.flatMap((p) => p.lines))].filter((id) => !kept.has(id))
  return exchangeLines(project, label, gone, [])
}
