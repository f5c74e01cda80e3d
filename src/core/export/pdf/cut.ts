import type { Project, Sheet } from '../../document/schema'
import { EXPORTED, type Exported, partsOf } from '../parts'
import { pathOf } from './content'
import type { PdfPages } from './pages'

/** ISO 19593-1 processing step of each role; what a pen or printer draws is none. */
const STEPS: Partial<Record<Exported, string>> = {
  cut: 'Cutting',
  score: 'Creasing',
  'score valley': 'Creasing',
  'score mountain': 'ReverseCreasing',
  perforate: 'Perforating',
}

/** Colour, width and dash of each role, mm. */
const STYLES: Record<Exported, string> = {
  cut: '0.17 0.10 0.18 RG 0.25 w [] 0 d',
  score: '0.54 0.23 0.42 RG 0.25 w [3 1.5] 0 d',
  'score valley': '0.54 0.23 0.42 RG 0.25 w [3 1.5] 0 d',
  'score mountain': '0.54 0.23 0.42 RG 0.25 w [4 1.2 0.4 1.2] 0 d',
  perforate: '0.14 0.44 0.42 RG 0.4 w [0.6 0.8] 0 d',
  pen: '0.22 0.33 0.55 RG 0.2 w [] 0 d',
  print: '0.73 0.65 0.71 RG 0.1 w [] 0 d',
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
  for (const { name, lines } of partsOf(project, sheet)) {
    out.push(pdf.layer(name))
    for (const kind of kinds) {
      const contours = lines.get(kind)
      if (!contours) continue
      out.push(`${pdf.layer(kind, STEPS[kind])} q ${STYLES[kind]}`, ...contours.map(pathOf), 'Q EMC')
    }
    out.push('EMC')
  }
  return out
}
