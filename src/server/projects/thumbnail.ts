import type { Line } from '../../core/document/lines'
import type { Project } from '../../core/document/project'
import { ROLE_STYLES } from '../../core/document/role-styles'
import { heightOf, uniteBoxes, widthOf } from '../../core/geometry/measure'
import { shapeOf } from '../../core/geometry/shape'
import { shapeOfPiece } from '../../core/pieces/piece-shape'

/** More path data than this is too much for a small picture, and for the moment in which it is drawn. */
const MAX_CHARACTERS = 60_000

/** More pieces and lines than these are drawn without their paper: their outlines would have to be walked round. */
const MAX_FILLED = { pieces: 80, lines: 4000 }

/**
 * A small picture of a project's lines, as SVG of numbers only: cuts, folds, and what is drawn or printed, on the paper
 * of each piece.
 * @param colours of papers by their ids, `#rrggbb`
 */
export function drawThumbnail(project: Project, colours: ReadonlyMap<string, string> = new Map()): string {
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
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${view.join(' ')}">${paperOf(project, colours)}<path d="${paths.drawn}" ${stroke} stroke="${ROLE_STYLES.print.colour}" stroke-width="1"/><path d="${paths.fold}" ${stroke} stroke="${ROLE_STYLES.score.colour}" stroke-width="1" stroke-dasharray="4 3"/><path d="${paths.cut}" ${stroke} stroke="${ROLE_STYLES.cut.colour}" stroke-width="1.4"/></svg>`
}

/** The pieces as paper of its colour. */
function paperOf(project: Project, colours: ReadonlyMap<string, string>): string {
  const pieces = Object.values(project.pieces)
  const isTooMuch = pieces.length > MAX_FILLED.pieces || Object.keys(project.lines).length > MAX_FILLED.lines
  if (isTooMuch) return ''
  return pieces
    .map((piece) => {
      const colour = colours.get(piece.paper ?? '')
      if (!colour) return ''
      const d = shapeOfPiece(project, piece).rings(FLATNESS).map(asPath).join('')
      return `<path d="${d}" fill="${colour}" fill-rule="evenodd"/>`
    })
    .join('')
}

/** How far a small picture may be off, mm. */
const FLATNESS = 0.3

function asPath(ring: ArrayLike<number>): string {
  let d = ''
  for (let i = 0; i + 1 < ring.length; i += 2)
    d += `${i === 0 ? 'M' : 'L'}${ring[i]!.toFixed(1)} ${ring[i + 1]!.toFixed(1)}`
  return `${d}Z`
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
