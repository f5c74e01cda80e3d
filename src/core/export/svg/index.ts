import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { ROLE_STYLES } from '../../document/role-styles'
import { writePath } from '../../geometry/path'
import type { Write } from '../kind'
import { type Group, type Part, partsOf } from '../parts'

function styleOf({ kind, dash }: Group): string {
  const { colour, paper } = ROLE_STYLES[kind]
  const dashes = dash.length > 0 ? ` stroke-dasharray="${dash.map(mm).join(' ')}"` : ''
  return `stroke="${colour}" stroke-width="${paper.width}"${dashes}`
}

/**
 * A sheet as SVG at true size: a group a piece, in it a group a role, named so that it comes back with the same
 * roles when it is read again.
 * @param beneath what a picture shows beneath the lines, as SVG
 */
export function sheetToSvg(project: Project, sheet: Sheet, beneath = ''): string {
  const groups = partsOf(project, sheet).map(pieceGroup)
  const { width, height } = sheet
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">
<title>${escapeXml(project.name)}</title>
${beneath}${groups.join('\n')}
</svg>
`
}

function pieceGroup({ piece, name, copy, groups }: Part): string {
  const id = `${piece.id}${copy > 0 ? `-copy-${copy + 1}` : ''}`
  const roles = groups.map(
    (group) =>
      `<g data-name="${group.kind}" fill="none" ${styleOf(group)}>${group.contours.map((c) => `<path d="${writePath(c)}"/>`).join('')}</g>`,
  )
  return `<g id="${escapeXml(id)}" data-name="${escapeXml(name)}">\n${roles.join('\n')}\n</g>`
}

const mm = (value: number): string => String(Math.round(value * 1e4) / 1e4)

const escapeXml = (text: string): string =>
  // What XML 1.0 has no sign for is left out.
  text
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replace(
      /[&<>"']/g,
      (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' })[c]!,
    )

export const write: Write = ({ project, sheet }) => sheetToSvg(project, sheet)
