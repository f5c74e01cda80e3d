import { DEFAULT_MAT } from '../src/core/document/layout'
import { type Paper, PLAIN_SETTINGS } from '../src/core/document/paper'
import type { Turning } from '../src/core/document/pieces'
import type { Project } from '../src/core/document/project'
import type { Reading } from '../src/core/document/sources'
import { densityOf } from '../src/core/sheets/check'
import { type Laying, nestSheets } from '../src/core/sheets/nest'
import { type NamedSize, readSize } from './options'
import { readProject, tellProject } from './project'

export type LayOptions = {
  /** names or sizes; all but the last are leftovers, of which there is one each */
  papers: readonly string[]
  mat: string | null
  reading: Reading
  /** mm; null for the usual */
  spacing: number | null
  margin: number | null
  turning: Turning | null
  copies: number | null
  seconds: number
  seed: number
  shape: 'true' | 'box'
}

/** How pieces are laid where nothing is said. */
export const USUAL_LAY = {
  spacing: null,
  margin: null,
  turning: null,
  copies: null,
  seconds: 2,
  seed: 1,
  shape: 'true',
} as const

/** The paper where none is named: 12 x 12 inches, as sold for desktop cutters. */
const DEFAULT_PAPER: NamedSize = { name: '12 × 12 in', width: 304.8, height: 304.8 }

/** Lays a file's pieces on sheets of one paper. A mat that is not named is as large as is needed for the sheet. */
export async function layFile(bytes: Uint8Array, name: string, options: LayOptions) {
  const sizes = options.papers.length > 0 ? options.papers.map(readSize) : [DEFAULT_PAPER]
  const size = sizes.at(-1)!
  const paper: Paper = {
    id: 'paper',
    name: size.name,
    width: size.width,
    height: size.height,
    weight: 220,
    caliper: 0.3,
    colour: '#ffffff',
    backColour: '#ffffff',
    leftovers: sizes.slice(0, -1).map(({ width, height }) => ({ width, height, count: 1 })),
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
  const { spacing, margin } = options
  const layout = {
    ...sorted.layout,
    mat,
    ...(spacing === null ? {} : { spacing }),
    ...(margin === null ? {} : { sheetMargin: margin }),
  }
  const pieces = Object.fromEntries(
    Object.entries(sorted.pieces).map(([id, piece]) => [
      id,
      {
        ...piece,
        ...(options.copies === null ? {} : { copies: options.copies }),
        ...(options.turning === null ? {} : { turning: options.turning }),
      },
    ]),
  )
  const laid: Project = { ...sorted, pieces, layout }
  const project: Project = { ...laid, layout: { ...layout, ...lay(laid, [paper], options) } }
  const result = {
    ...tellProject(project),
    sheets: project.layout.sheets.map((sheet) => ({
      paper: sizes.find((s) => s.width === sheet.width && s.height === sheet.height)?.name ?? paper.name,
      width: sheet.width,
      height: sheet.height,
      mat,
      density: densityOf(project, sheet),
      placements: sheet.placements.map(({ piece, copy, x, y, rotation }) => ({
        piece,
        copy,
        x,
        y,
        rotation,
      })),
    })),
    unplaced: project.layout.unplaced.map(({ piece, why }) => ({ piece, why })),
  }
  return { project, papers: [paper], result }
}

/** The best that is found in the time that is given. */
function lay(
  project: Project,
  papers: readonly Paper[],
  { seconds, seed, shape }: Pick<LayOptions, 'seconds' | 'seed' | 'shape'>,
): Laying {
  const until = performance.now() + 1000 * seconds
  let best: Laying = { sheets: [], unplaced: [] }
  for (const answer of nestSheets(project, papers, { seed, shape })) {
    if (answer) best = answer
    if (performance.now() >= until) break
  }
  return best
}
