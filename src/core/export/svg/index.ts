import type { Project, Sheet } from '../../document/schema'
import { writePath } from '../../geometry/path'
import { EXPORTED, type Exported, type Part, partsOf } from '../parts'

/** How each role is drawn: told by line style first and colour second; mm. */
const STYLE: Record<Exported, string> = {
  cut: 'stroke="#2b1a2f" stroke-width="0.25"',
  score: 'stroke="#8a3b6b" stroke-width="0.25" stroke-dasharray="3 1.5"',
  'score valley': 'stroke="#8a3b6b" stroke-width="0.25" stroke-dasharray="3 1.5"',
  'score mountain': 'stroke="#8a3b6b" stroke-width="0.25" stroke-dasharray="4 1.2 0.4 1.2"',
  perforate: 'stroke="#23706a" stroke-width="0.4" stroke-dasharray="0 1.2" stroke-linecap="round"',
  pen: 'stroke="#37558c" stroke-width="0.2"',
  print: 'stroke="#b9a7b5" stroke-width="0.1"',
}

/**
 * A sheet as SVG at true size: a group a piece, in it a group a role, named so that it comes back with the same
 * roles when it is read again.
 */
export function sheetToSvg(project: Project, sheet: Sheet): string {
  const groups = partsOf(project, sheet).map(pieceGroup)
  const { width, height } = sheet
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">
<title>${escapeXml(project.name)}</title>
${groups.join('\n')}
</svg>
`
}

function pieceGroup({ piece, name, copy, lines, dashed }: Part): string {
  const id = `${piece.id}${copy > 0 ? `-copy-${copy + 1}` : ''}`
  const roles = EXPORTED.flatMap((kind) => {
    const contours = lines.get(kind)
    // Dashes that are to be cut are solid strokes of their own.
    const style = dashed.has(kind) ? STYLE[kind].replace(/ stroke-dasharray="[^"]*"/, '') : STYLE[kind]
    return contours
      ? [
          `<g data-name="${kind}" fill="none" ${style}>${contours.map((c) => `<path d="${writePath(c)}"/>`).join('')}</g>`,
        ]
      : []
  })
  return `<g id="${escapeXml(id)}" data-name="${escapeXml(name)}">\n${roles.join('\n')}\n</g>`
}

const mm = (value: number): string => String(Math.round(value * 1e4) / 1e4)

const escapeXml = (text: string): string =>
  text.replace(
    /[&<>"']/g,
    (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' })[c]!,
  )
