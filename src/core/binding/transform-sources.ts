import { applyChanges, type Change, type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import type { FileSource } from '../document/sources'
import { movedSetting } from '../document/texts'
import { type Affine, apply } from '../geometry/affine'
import { uniteBoxes } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import type { Point } from '../geometry/point'
import { shapeOf } from '../geometry/shape'
import { linesOfSource } from './remove-source'

/** Where a drawing begins; files of earlier versions do not say, and begin with their lines. */
export function cornerOf(project: Project, source: FileSource): Point {
  if (source.at) return source.at
  const { minX, minY } = uniteBoxes(linesOfSource(project, source.id).map((l) => shapeOf(l.d).box))
  return { x: minX, y: minY }
}

/**
 * Moves and scales whole drawings with all their lines, what was tidied away of them too. Roles, pieces and papers stay
 * as they are.
 * @param maps for each drawing by its id
 * @param change what else becomes of a drawing
 */
export function transformSources(
  project: Project,
  label: string,
  maps: ReadonlyMap<string, Affine>,
  change: (file: FileSource) => void,
): [Project, Edit] {
  const groups = Object.values(project.lines).flatMap((line) => {
    const map = maps.get(line.source)
    return map ? [{ ids: [line.id], set: { d: transformPath(line.d, map) } }] : []
  })
  const lines: Change = { op: 'lines', groups }
  const [next, edit] = makeEdit(applyChanges(project, [lines]), label, (draft) => {
    for (const [id, map] of maps) {
      const before = project.sources[id]
      const file = draft.sources[id]
      if (before?.kind !== 'file' || file?.kind !== 'file') continue
      file.at = apply(map, cornerOf(project, before))
      for (const { items } of file.cleaning)
        for (const item of items)
          item.removed = item.removed.map((l: Line) => ({ ...l, d: transformPath(l.d, map) }))
      file.texts = file.texts?.map((t) => ({ ...t, setting: movedSetting(t.setting, map) }))
      change(file)
    }
  })
  return [next, joinEdits({ label, changes: [lines] }, edit)]
}
