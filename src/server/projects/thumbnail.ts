import type { Line } from '../../core/document/lines'
import type { Project } from '../../core/document/project'
import { ROLE_STYLES } from '../../core/document/role-styles'
import { heightOf, uniteBoxes, widthOf } from '../../core/geometry/measure'
import { shapeOf } from '../../core/geometry/shape'

/** More path data than this is too much for a small picture, and for the moment in which it is drawn. */
const MAX_CHARACTERS = 60_000

/** A small picture of a project's lines, as SVG of numbers only: cuts, folds, and what is drawn or printed. */
export function drawThumbnail(project: Project): string {
  const lines = chosenLines(project)
  const box = uniteBoxes(lines.map((l) => shapeOf(l.d).box))
  if (lines.length === 0) return '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"/>'
  const paths = { fold: '', cut: '', drawn: '' }
  for (const { d, role } of lines)
    paths[role === 'cut' ? 'cut' : role === 'print' || role === 'pen' ? 'drawn' : 'fold'] += d
  const pad = Math.max(widthOf(box), heightOf(box)) * 0.03
  const view = [box.minX - pad, box.minY - pad, widthOf(box) + 2 * pad, heightOf(box) + 2 * pad].map((v) =>
    v.toFixed(2),
  )
  const stroke = 'fill="none" vector-effect="non-scaling-stroke"'
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${view.join(' ')}"><path d="${paths.drawn}" ${stroke} stroke="${ROLE_STYLES.print.colour}" stroke-width="1"/><path d="${paths.fold}" ${stroke} stroke="${ROLE_STYLES.score.colour}" stroke-width="1" stroke-dasharray="4 3"/><path d="${paths.cut}" ${stroke} stroke="${ROLE_STYLES.cut.colour}" stroke-width="1.4"/></svg>`
}

/** Outlines first, then what else there is room for: none of it is looked at closer than it must be. */
function chosenLines(project: Project): Line[] {
  const outlines = new Set(Object.values(project.pieces).flatMap((p) => [...p.outline, ...p.openings.flat()]))
  const drawn = Object.values(project.lines).filter((l) => l.role !== 'skip')
  let left = MAX_CHARACTERS
  return [...drawn.filter((l) => outlines.has(l.id)), ...drawn.filter((l) => !outlines.has(l.id))].filter(
    ({ d }) => {
      left -= d.length
      return left >= 0
    },
  )
}
