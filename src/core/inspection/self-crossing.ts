import { shapeOf } from '../geometry/shape'
import { quoted, say } from '../words'
import type { Rule } from './rule'

/**
 * A closed cut that crosses itself. It falls into pieces that are bounded by parts of that one line alone, of which
 * one is seldom meant.
 */
export const selfCrossing: Rule = (project) => {
  const byWhole = new Map<string, string[]>()
  for (const piece of Object.values(project.pieces)) {
    const wholes = new Set(piece.outline.map((id) => project.lines[id]?.lineage?.at(-1)))
    const [whole] = wholes
    if (wholes.size === 1 && whole) byWhole.set(whole, [...(byWhole.get(whole) ?? []), piece.id])
  }
  return [...byWhole.values()].flatMap((pieces) => {
    if (pieces.length < 2) return []
    const lines = pieces.flatMap((id) => project.pieces[id]!.outline)
    const names = pieces.map((id) => quoted(project.pieces[id]!.name))
    const source = project.sources[project.lines[lines[0]!]!.source]
    const what = say`One closed cut crosses itself and falls into ${pieces.length} pieces (${names.slice(0, 3).join(', ')}).`
    return [
      {
        rule: 'self-crossing',
        severity: 'warning' as const,
        message: `${what} ${
          source?.kind === 'making'
            ? say`Change the measures of “${source.name}”, in Shape, if one is meant.`
            : say`Mend it in the drawing if one is meant.`
        }`,
        lines,
        pieces,
        at: shapeOf(project.lines[lines[0]!]!.d).contour.start,
      },
    ]
  })
}
