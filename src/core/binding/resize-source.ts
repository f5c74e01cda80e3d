import type { Edit } from '../document/edits'
import type { Project } from '../document/project'
import { type FileSource, filesOf } from '../document/sources'
import { type Affine, multiply, scaling, translation } from '../geometry/affine'
import type { Point } from '../geometry/point'
import { decimal, say } from '../words'
import { cornerOf, transformSources } from './transform-sources'

/** Factors beyond these would make specks or sails of a drawing. */
export const FACTORS = { least: 0.01, most: 100 } as const

const percent = (factor: number) => `${decimal(100 * factor, 2)} %`

/**
 * Makes one drawing larger or smaller from its corner on. Roles, pieces and papers stay as they are.
 * @param factor 1 changes nothing @throws RangeError for a factor out of {@link FACTORS}
 */
export function resizeSource(project: Project, id: string, factor: number): [Project, Edit] {
  const source = filesOf(project.sources).find((s) => s.id === id)
  const label = say`Resize “${source?.name ?? id}” to ${percent(factor)}`
  if (!source) return [project, { label, changes: [] }]
  return resized(project, label, [source], factor, cornerOf(project, source))
}

/** Makes all drawings larger or smaller together, so that they keep their places among one another. */
export function resizeAll(project: Project, factor: number): [Project, Edit] {
  const label = say`Resize everything to ${percent(factor)}`
  return resized(project, label, filesOf(project.sources), factor, { x: 0, y: 0 })
}

function resized(
  project: Project,
  label: string,
  sources: readonly FileSource[],
  factor: number,
  { x, y }: Point,
): [Project, Edit] {
  if (!(factor >= FACTORS.least && factor <= FACTORS.most))
    throw new RangeError(`Unexpected factor: ${factor}.`)
  const map: Affine = multiply(translation(x, y), multiply(scaling(factor), translation(-x, -y)))
  return transformSources(project, label, new Map(sources.map((s) => [s.id, map])), (file) => {
    file.artwork = { width: file.artwork.width * factor, height: file.artwork.height * factor }
    const whole = factor * (file.scale.resized ?? 1)
    file.scale = {
      ...file.scale,
      mmPerUnit: file.scale.mmPerUnit * factor,
      sure: true,
      why: say`Resized by hand to ${percent(whole)}.`,
      resized: whole,
    }
  })
}
