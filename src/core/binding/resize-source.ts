import { applyChanges, type Change, type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import { type FileSource, filesOf } from '../document/sources'
import { type Affine, multiply, scaling, translation } from '../geometry/affine'
import { uniteBoxes } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import type { Point } from '../geometry/point'
import { shapeOf } from '../geometry/shape'
import { linesOfSource } from './remove-source'

/** Factors beyond these would make specks or sails of a drawing. */
export const FACTORS = { least: 0.01, most: 100 } as const

const percent = (factor: number) => `${Math.round(factor * 1e4) / 100} %`

/** Where a drawing begins; files of earlier versions do not say, and begin with their lines. */
function cornerOf(project: Project, source: FileSource): Point {
  if (source.at) return source.at
  const { minX, minY } = uniteBoxes(linesOfSource(project, source.id).map((l) => shapeOf(l.d).box))
  return { x: minX, y: minY }
}

/**
 * Makes one drawing larger or smaller from its corner on. Roles, pieces and papers stay as they are.
 * @param factor 1 changes nothing @throws RangeError for a factor out of {@link FACTORS}
 */
export function resizeSource(project: Project, id: string, factor: number): [Project, Edit] {
  const source = filesOf(project.sources).find((s) => s.id === id)
  const label = `Resize “${source?.name ?? id}” to ${percent(factor)}`
  if (!source) return [project, { label, changes: [] }]
  return resized(project, label, [{ source, about: cornerOf(project, source) }], factor)
}

/** Makes all drawings larger or smaller together, so that they keep their places among one another. */
export function resizeAll(project: Project, factor: number): [Project, Edit] {
  const all = filesOf(project.sources).map((source) => ({ source, about: { x: 0, y: 0 } }))
  return resized(project, `Resize everything to ${percent(factor)}`, all, factor)
}

function resized(
  project: Project,
  label: string,
  parts: readonly { source: FileSource; about: Point }[],
  factor: number,
): [Project, Edit] {
  if (!(factor >= FACTORS.least && factor <= FACTORS.most))
    throw new RangeError(`Unexpected factor: ${factor}.`)
  const maps = new Map(
    parts.map(({ source, about: { x, y } }): [string, Affine] => [
      source.id,
      multiply(translation(x, y), multiply(scaling(factor), translation(-x, -y))),
    ]),
  )
  const groups = Object.values(project.lines).flatMap((line) => {
    const map = maps.get(line.source)
    return map ? [{ ids: [line.id], set: { d: transformPath(line.d, map) } }] : []
  })
  const change: Change = { op: 'lines', groups }
  const [next, edit] = makeEdit(applyChanges(project, [change]), label, (draft) => {
    for (const { source, about } of parts) {
      const file = draft.sources[source.id]
      if (file?.kind !== 'file') continue
      const map = maps.get(source.id)!
      const corner = cornerOf(project, source)
      file.at = { x: about.x + factor * (corner.x - about.x), y: about.y + factor * (corner.y - about.y) }
      file.artwork = { width: file.artwork.width * factor, height: file.artwork.height * factor }
      const whole = factor * (file.scale.resized ?? 1)
      const mmPerUnit = file.scale.mmPerUnit * factor
      file.scale = {
        ...file.scale,
        mmPerUnit,
        sure: true,
        why: `Resized by hand to ${percent(whole)}.`,
        resized: whole,
      }
      // What was tidied away comes back at the new size too.
      for (const { items } of file.cleaning)
        for (const item of items)
          item.removed = item.removed.map((l: Line) => ({ ...l, d: transformPath(l.d, map) }))
    }
  })
  return [next, joinEdits({ label, changes: [change] }, edit)]
}
