import { heightOf, widthOf } from '../geometry/measure'
import { formatSize } from '../units/length'
import { cardOf, type Rule } from './rule'

/** A piece that no sheet of the library takes on this mat, with what is missing of the best one. */
export const tooLarge: Rule = (project, { papers }) => {
  const { mat, sheetMargin } = project.layout
  const places = papers.map((p) => ({
    name: p.name,
    width: Math.min(p.width - 2 * sheetMargin, mat.width - 2 * mat.margin),
    height: Math.min(p.height - 2 * sheetMargin, mat.height - 2 * mat.margin),
  }))
  if (places.length === 0) return []
  return Object.values(project.pieces).flatMap((piece) => {
    if (piece.copies === 0) return []
    const { box } = cardOf(project, piece)
    const [long, short] = [Math.max(widthOf(box), heightOf(box)), Math.min(widthOf(box), heightOf(box))]
    const missing = places.map((p) => {
      const over = { long: long - Math.max(p.width, p.height), short: short - Math.min(p.width, p.height) }
      return { name: p.name, ...over, most: Math.max(over.long, over.short) }
    })
    const best = missing.reduce((a, b) => (b.most < a.most ? b : a))
    if (best.most <= 1e-6) return []
    const by = [
      best.long > 0 ? `${best.long.toFixed(1)} mm too long` : '',
      best.short > 0 ? `${best.short.toFixed(1)} mm too wide` : '',
    ]
      .filter(Boolean)
      .join(' and ')
    return [
      {
        rule: 'too-large',
        severity: 'error' as const,
        message: `“${piece.name}” (${formatSize({ width: long, height: short })}) fits on no paper of the library with this mat: on ${best.name} it is ${by}. Use a larger mat and paper, split it, or make it smaller.`,
        lines: [],
        pieces: [piece.id],
      },
    ]
  })
}
