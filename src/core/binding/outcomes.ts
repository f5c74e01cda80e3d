import { decide } from '../document/decide'
import type { Role } from '../document/lines'
import type { Project } from '../document/project'
import { type Box, uniteBoxes } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { shapesOf } from '../pieces/piece-shape'
import { rebind } from './reconcile'

/** What pieces there are where lines have a role. */
export type Outcome = {
  role: Role
  /** of each piece its outline and openings, and its size in mm */
  pieces: { d: string; width: number; height: number }[]
}

/** The pieces that come of either answer, and the box of all that is drawn there, mm; null where both come to the same. */
export type Outcomes = { of: [Outcome, Outcome]; box: Box }

/** Larger drawings are not bound twice over for a question. */
const MOST = 1500

/**
 * What comes of lines that are cut, or that are left out: for questions whose answer decides which pieces there are.
 * @param lines ids of lines that are asked about
 */
export function outcomesOf(project: Project, lines: readonly string[]): Outcomes | null {
  const asked = new Set(lines)
  const sources = new Set(lines.map((id) => project.lines[id]?.source))
  const all = Object.values(project.lines)
  if (all.length > MOST || lines.length === 0) return null
  const outcome = (role: Role): Outcome => {
    const [decided] = decide(project, { lines, role, label: '', forLook: false })
    const [bound] = rebind(decided, '')
    const pieces = shapesOf(bound).filter((s) => s.lines.some((l) => sources.has(l.source)))
    return {
      role,
      pieces: pieces.map(({ piece, size }) => ({
        d: [...piece.outline, ...piece.openings.flat()].map((id) => bound.lines[id]?.d ?? '').join(' '),
        ...size,
      })),
    }
  }
  const of: [Outcome, Outcome] = [outcome('cut'), outcome('skip')]
  const told = ({ pieces }: Outcome) =>
    pieces
      .map((p) => `${p.width.toFixed(1)} ${p.height.toFixed(1)} ${p.d.length}`)
      .sort()
      .join(', ')
  if (told(of[0]) === told(of[1])) return null
  const boxes = all.filter((l) => sources.has(l.source) || asked.has(l.id)).map((l) => shapeOf(l.d).box)
  return { of, box: uniteBoxes(boxes) }
}
