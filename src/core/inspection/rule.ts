import type { Paper } from '../document/paper'
import { openingsOf, outlineOf } from '../document/pieces'
import type { Finding, Limits, Line, Piece, Project } from '../document/schema'
import { flatten, type Polyline } from '../geometry/flatten'
import { type Box, boundsOf } from '../geometry/measure'

/** What the inspection may ask besides the project itself. */
export type Library = { papers: readonly Paper[]; limits: Limits }

/** One thing that the inspection looks for. Adding one is a new file here and a line in the list. */
export type Rule = (project: Project, library: Library) => Finding[]

/** A piece as paper: its edge, its holes, its lines. */
export type Card = { piece: Piece; lines: Line[]; ring: Polyline; holes: Polyline[]; box: Box }

const cards = new WeakMap<Piece, Card>()

/** A piece's geometry, kept for as long as the piece and its lines stay the same. */
export function cardOf(project: Project, piece: Piece): Card {
  const known = cards.get(piece)
  if (known && piece.lines.every((id, i) => known.lines[i] === project.lines[id])) return known
  const outline = outlineOf(project, piece)
  const card: Card = {
    piece,
    lines: piece.lines.flatMap((id) => project.lines[id] ?? []),
    ring: flatten(outline),
    holes: openingsOf(project, piece).map((o) => flatten(o)),
    box: boundsOf(outline),
  }
  cards.set(piece, card)
  return card
}

/**
 * A rule that looks at one piece at a time. Its findings are kept for as long as the piece and its lines stay the
 * same, as most changes leave most pieces alone.
 */
export function perPiece(
  look: (card: Card, project: Project, library: Library) => Finding[],
  alsoDependsOn: (project: Project, library: Library, piece: Piece) => unknown = () => null,
): Rule {
  const kept = new WeakMap<Card, { on: unknown; findings: Finding[] }>()
  return (project, library) =>
    Object.values(project.pieces).flatMap((piece) => {
      const card = cardOf(project, piece)
      const on = JSON.stringify([alsoDependsOn(project, library, piece), library.limits])
      const known = kept.get(card)
      if (known && known.on === on) return known.findings
      const findings = look(card, project, library)
      kept.set(card, { on, findings })
      return findings
    })
}
