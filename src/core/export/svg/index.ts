import { intoDashes } from '../../cutting/dashes'
import { linesOf } from '../../document/pieces'
import type { Fold, Line, Piece, Placement, Project, Role, Sheet } from '../../document/schema'
import { flatten } from '../../geometry/flatten'
import { transformContour, writePath } from '../../geometry/path'
import { shapeOf } from '../../geometry/shape'
import { placementTransform } from '../../sheets/place'

/** How each role is drawn: told by line style first and colour second; mm. */
const STYLE: Record<Exported, string> = {
  cut: 'stroke="#2b1a2f" stroke-width="0.25"',
  score: 'stroke="#8a3b6b" stroke-width="0.25" stroke-dasharray="3 1.5"',
  'score mountain': 'stroke="#8a3b6b" stroke-width="0.25" stroke-dasharray="4 1.2 0.4 1.2"',
  perforate: 'stroke="#23706a" stroke-width="0.4" stroke-dasharray="0 1.2" stroke-linecap="round"',
  pen: 'stroke="#37558c" stroke-width="0.2"',
  print: 'stroke="#b9a7b5" stroke-width="0.1"',
}

type Exported = Exclude<Role, 'skip'> | 'score mountain'

const ORDER: readonly Exported[] = ['print', 'score', 'score mountain', 'perforate', 'pen', 'cut']

/**
 * A sheet as SVG at true size: a group a piece, in it a group a role, named so that it comes back with the same
 * roles when it is read again.
 */
export function sheetToSvg(project: Project, sheet: Sheet): string {
  const groups = sheet.placements.flatMap((placement) => {
    const piece = project.pieces[placement.piece]
    return piece ? [pieceGroup(project, piece, placement)] : []
  })
  const { width, height } = sheet
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">
<title>${escapeXml(project.name)}</title>
${groups.join('\n')}
</svg>
`
}

function pieceGroup(project: Project, piece: Piece, placement: Placement): string {
  const transform = placementTransform(project, piece, placement)
  const byRole = new Map<Exported, string[]>()
  for (const line of linesOf(project, piece.lines)) {
    if (line.role === 'skip') continue
    const contour = transformContour(shapeOf(line.d).contour, transform)
    const kind = exportedAs(line.role, line.fold)
    const d = cutAsDashes(project, line)
      ? intoDashes(flatten(contour), project.run.dash, project.run.gap).map(polylinePath)
      : [writePath(contour)]
    byRole.set(kind, [...(byRole.get(kind) ?? []), ...d])
  }
  const id = `${piece.id}${placement.copy > 0 ? `-copy-${placement.copy + 1}` : ''}`
  const roles = ORDER.flatMap((kind) => {
    const paths = byRole.get(kind)
    // Dashes that are to be cut are solid strokes of their own.
    const dashed = project.run.dashedScores && kind.startsWith('score')
    const style = dashed ? STYLE[kind].replace(/ stroke-dasharray="[^"]*"/, '') : STYLE[kind]
    return paths
      ? [`<g data-name="${kind}" fill="none" ${style}>${paths.map((d) => `<path d="${d}"/>`).join('')}</g>`]
      : []
  })
  return `<g id="${escapeXml(id)}" data-name="${escapeXml(piece.name)}">\n${roles.join('\n')}\n</g>`
}

const exportedAs = (role: Exclude<Role, 'skip'>, fold: Fold | null): Exported =>
  role === 'score' && fold === 'mountain' ? 'score mountain' : role

const cutAsDashes = (project: Project, line: Line): boolean =>
  line.role === 'score' && project.run.dashedScores

function polylinePath(points: Float64Array): string {
  let d = ''
  for (let i = 0; i < points.length; i += 2)
    d += `${i === 0 ? 'M' : 'L'}${mm(points[i]!)} ${mm(points[i + 1]!)}`
  return d
}

const mm = (value: number): string => String(Math.round(value * 1e4) / 1e4)

const escapeXml = (text: string): string =>
  text.replace(
    /[&<>"']/g,
    (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' })[c]!,
  )
