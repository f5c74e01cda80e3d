import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { ROLE_STYLES } from '../../document/role-styles'
import { EXPORTED, type Exported, partsOf } from '../parts'
import { colourOf, pathOf } from './content'
import type { PdfPages } from './pages'

/** ISO 19593-1 processing step of each role; what a pen or printer draws is none. */
const STEPS: Partial<Record<Exported, string>> = {
  cut: 'Cutting',
  score: 'Creasing',
  'score valley': 'Creasing',
  'score mountain': 'ReverseCreasing',
  perforate: 'Perforating',
}

/** How a role is stroked; dashes that are to be cut are solid strokes of their own. */
function strokeOf(kind: Exported, solid: boolean): string {
  const { colour, round, paper } = ROLE_STYLES[kind]
  const dash = solid ? '' : paper.dash.join(' ')
  return `${colourOf(colour)} RG ${paper.width} w ${round ? 1 : 0} J [${dash}] 0 d`
}

/**
 * The lines of a sheet: a layer a piece, in it a layer a role.
 * @param kinds that are shown
 */
export function cutLayers(
  pdf: PdfPages,
  project: Project,
  sheet: Sheet,
  kinds: readonly Exported[] = EXPORTED,
): string[] {
  const out: string[] = []
  for (const { name, lines, dashed } of partsOf(project, sheet)) {
    out.push(pdf.layer(name))
    for (const kind of kinds) {
      const contours = lines.get(kind)
      if (!contours) continue
      out.push(
        `${pdf.layer(kind, STEPS[kind])} q ${strokeOf(kind, dashed.has(kind))}`,
        ...contours.map(pathOf),
        'Q EMC',
      )
    }
    out.push('EMC')
  }
  return out
}
