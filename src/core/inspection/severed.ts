import { familiesOf } from '../document/families'
import { shapeOf } from '../geometry/shape'
import { say } from '../words'
import type { Rule } from './rule'

/** A cut from edge to edge between two pieces whose look is that of folds: a fold that is about to be cut. */
export const severed: Rule = (project) => {
  const holders = new Map<string, string[]>()
  for (const piece of Object.values(project.pieces))
    for (const id of piece.outline) holders.set(id, [...(holders.get(id) ?? []), piece.id])
  const shared = [...holders].filter(
    ([id, pieces]) => pieces.length > 1 && !shapeOf(project.lines[id]!.d).contour.closed,
  )
  if (shared.length === 0) return []
  const families = familiesOf(project)
  return shared.flatMap(([id, pieces]) => {
    const family = families.find((f) => f.lines.includes(id))
    const scores = family?.lines.filter((l) => project.lines[l]!.role === 'score').length ?? 0
    const looksLikeFold = scores > 0 || (family?.look.dash.length ?? 0) > 0
    if (!looksLikeFold) return []
    const [a, b] = pieces.map((p) => project.pieces[p]!.name)
    return [
      {
        rule: 'fold-cut',
        severity: 'error' as const,
        message: say`A line that is drawn as folds are is cut between “${a}” and “${b}”, so they fall apart. Score it.`,
        lines: [id],
        pieces,
        fix: { label: say`Score it`, lines: [{ id, role: 'score' as const }] },
      },
    ]
  })
}
