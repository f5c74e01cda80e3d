import { TooManyMeetings } from '../../src/core/arrangement'
import { findingsOf, foldedPiece } from '../../src/core/folding'
import { shapeOf } from '../../src/core/geometry/shape'
import { type PieceShape, shapesOf } from '../../src/core/pieces/piece-shape'
import { readProject, tellProject } from '../project'
import { type Asked, NONE, type Row } from './told'

/** Reads a file, and tells what a seller wants to know of it. @throws IntakeRefusal */
export async function rowOf(bytes: Uint8Array, { path, name, reading }: Asked): Promise<Row> {
  const project = await readProject(bytes, name, reading)
  const { lines, pieces, findings, decisions } = tellProject(project)
  const shapes = shapesOf(project)
  const lengths = { ...NONE }
  for (const { role, d } of lines) lengths[role] += shapeOf(d).length
  const largest = shapes
    .map((s) => s.size)
    .reduce((a, b) => (b.width * b.height > a.width * a.height ? b : a), { width: 0, height: 0 })
  const unfolding = [...new Set(shapes.flatMap(unfoldingOf))]
  return {
    path,
    state: decisions > 0 ? 'asks' : 'sure',
    says: '',
    pieces: pieces.length,
    ...largest,
    lines: lines.length,
    lengths,
    decisions,
    unfolding,
    findings: findings
      .filter((f) => f.severity !== 'note')
      .map((f) => f.message)
      // What does not fold is told once.
      .filter((message) => !unfolding.includes(message)),
  }
}

/** More folds than these are not tried: a report goes on. */
const MOST_FOLDS = 200

/** What of a piece does not fold as it is drawn. */
function unfoldingOf(shape: PieceShape): string[] {
  const folds = shape.lines.filter((l) => l.role === 'score').length
  if (folds === 0 || folds > MOST_FOLDS) return []
  try {
    const { given, motion } = foldedPiece(shape)
    return findingsOf(given, motion)
      .filter((f) => f.severity !== 'note')
      .map((f) => `“${shape.piece.name}”: ${f.message}`)
  } catch (error) {
    if (error instanceof TooManyMeetings) return []
    throw error
  }
}
