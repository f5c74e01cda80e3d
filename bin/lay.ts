import { type Paper, PLAIN_SETTINGS } from '../src/core/document/paper'
import { DEFAULT_MAT, type Project, type Reading } from '../src/core/document/schema'
import { densityOf } from '../src/core/sheets/check'
import { packSheets } from '../src/core/sheets/pack'
import { type NamedSize, readSize } from './options'
import { readProject, tellProject } from './sort'

export type LayOptions = { paper: string | null; mat: string | null; reading: Reading }

/** The paper where none is named: 12 x 12 inches, as sold for desktop cutters. */
const DEFAULT_PAPER: NamedSize = { name: '12 × 12 in', width: 304.8, height: 304.8 }

/** Lays a file's pieces on sheets of one paper. A mat that is not named is as large as is needed for the sheet. */
export async function layFile(bytes: Uint8Array, name: string, options: LayOptions) {
  const size = options.paper ? readSize(options.paper) : DEFAULT_PAPER
  const paper: Paper = {
    id: 'paper',
    name: size.name,
    width: size.width,
    height: size.height,
    weight: 220,
    caliper: 0.3,
    colour: '#ffffff',
    backColour: '#ffffff',
    settings: PLAIN_SETTINGS,
  }
  const sorted = await readProject(bytes, name, options.reading)
  const given = options.mat ? readSize(options.mat) : null
  const mat = given
    ? { width: given.width, height: given.height, margin: DEFAULT_MAT.margin }
    : {
        width: Math.max(DEFAULT_MAT.width, size.width + DEFAULT_MAT.margin),
        height: Math.max(DEFAULT_MAT.height, size.height + DEFAULT_MAT.margin),
        margin: DEFAULT_MAT.margin,
      }
  const layout = { ...sorted.layout, mat }
  const laid: Project = { ...sorted, layout }
  const project: Project = { ...sorted, layout: { ...layout, ...packSheets(laid, [paper]) } }
  const result = {
    ...tellProject(project),
    sheets: project.layout.sheets.map((sheet) => ({
      paper: paper.name,
      width: sheet.width,
      height: sheet.height,
      mat,
      density: densityOf(project, sheet),
      placements: sheet.placements,
    })),
    unplaced: project.layout.unplaced.map(({ piece, why }) => ({ piece, why })),
  }
  return { project, papers: [paper], result }
}
