import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { ROLE_STYLES } from '../../document/role-styles'
import { EXPORTED, type Exported, type Group, partsOf } from '../parts'
import { colourOf, number, pathOf } from './content'
import type { PdfPages } from './pages'

/** ISO 19593-1 processing step of each role; what a pen or printer draws is none. */
const STEPS: Partial<Record<Exported, string>> = {
  cut: 'Cutting',
  score: 'Creasing',
  'score valley': 'Creasing',
  'score mountain': 'ReverseCreasing',
  perforate: 'Perforating',
}

function strokeOf({ kind, dash }: Group): string {
  const { colour, paper } = ROLE_STYLES[kind]
  return `${colourOf(colour)} RG ${paper.width} w [${dash.map(number).join(' ')}] 0 d`
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
  for (const { name, groups } of partsOf(project, sheet)) {
    out.push(pdf.layer(name))
    for (const group of groups)
      if (kinds.includes(group.kind))
        out.push(
          `${pdf.layer(group.kind, STEPS[group.kind])} q ${strokeOf(group)}`,
          ...group.contours.map(pathOf),
          'Q EMC',
        )
    out.push('EMC')
  }
  return out
}
