import type { Edit } from '../document/edits'
import type { Project } from '../document/project'
import { type FileSource, filesOf } from '../document/sources'
import { type Affine, translation } from '../geometry/affine'
import { uniteBoxes } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { say } from '../words'
import { GAP } from './add-source'
import { linesOfSource } from './remove-source'
import { cornerOf, transformSources } from './transform-sources'

/**
 * Lays all drawings of a project beside one another in a row, or with the middles of their pages on that of the first
 * one, as parts of one picture. Roles, pieces and papers stay as they are.
 */
export function laySources(project: Project, lay: NonNullable<FileSource['lay']>): [Project, Edit] {
  const files = filesOf(project.sources)
  const [first] = files
  const label =
    lay === 'centred' ? say`Lay all drawings on one centre` : say`Lay all drawings beside one another`
  if (!first) return [project, { label, changes: [] }]
  const maps = lay === 'centred' ? onOneCentre(project, first, files) : inARow(project, files)
  return transformSources(project, label, maps, (file) => {
    if (file.id !== first.id) file.lay = lay
  })
}

function onOneCentre(project: Project, first: FileSource, files: readonly FileSource[]): Map<string, Affine> {
  const middle = (file: FileSource) => {
    const { x, y } = cornerOf(project, file)
    return { x: x + file.artwork.width / 2, y: y + file.artwork.height / 2 }
  }
  const to = middle(first)
  return new Map(
    files.map((file) => {
      const { x, y } = middle(file)
      return [file.id, translation(to.x - x, to.y - y)]
    }),
  )
}

function inARow(project: Project, files: readonly FileSource[]): Map<string, Affine> {
  const maps = new Map<string, Affine>()
  let free: { x: number; y: number } | null = null
  for (const file of files) {
    const lines = linesOfSource(project, file.id)
    if (lines.length === 0) continue
    const box = uniteBoxes(lines.map((l) => shapeOf(l.d).box))
    const at: { x: number; y: number } = free ?? { x: box.minX, y: box.minY }
    maps.set(file.id, translation(at.x - box.minX, at.y - box.minY))
    free = { x: at.x + box.maxX - box.minX + GAP, y: at.y }
  }
  return maps
}
