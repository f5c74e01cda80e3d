import { type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Line, Look, Project } from '../document/schema'
import { translation } from '../geometry/affine'
import { uniteBoxes } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import type { Drawing } from '../intake/drawing'
import { suggestRoles } from '../sorting/suggest'
import { rebind } from './reconcile'

export type SourceFile = { id: string; name: string; format: string; bytes: number }

/** Space between two sources in one project, mm. */
const GAP = 20

/**
 * Adds a drawing to a project: lines with suggested roles, bound to pieces. Further drawings are laid to the right of
 * those that are there. A source of the same id is replaced (re-import at another scale).
 */
export function addSource(project: Project, drawing: Drawing, file: SourceFile): [Project, Edit] {
  const kept = Object.values(project.lines).filter((l) => l.source !== file.id)
  const right = kept.length > 0 ? uniteBoxes(kept.map((l) => shapeOf(l.d).box)).maxX + GAP : 0
  const { looks, lookOf } = numberLooks(drawing, file.id)
  const unsorted = drawing.lines.map((l, i) => ({
    id: `${file.id}-${i + 1}`,
    d: l.d,
    look: l.look,
    label: l.label,
  }))
  const suggestions = suggestRoles(unsorted, drawing.artwork, (l) => lookOf(l.look))
  const lines = unsorted.map(
    (l, i): Line => ({
      id: l.id,
      source: file.id,
      look: lookOf(l.look),
      d: right > 0 ? transformPath(l.d, translation(right, 0)) : l.d,
      label: l.label,
      held: null,
      ...suggestions[i]!,
    }),
  )
  const label = `${project.sources[file.id] ? 'Read again' : 'Add'} “${file.name}”`
  const [added, adding] = makeEdit(project, label, (draft) => {
    for (const line of Object.values(project.lines)) if (line.source === file.id) delete draft.lines[line.id]
    draft.sources[file.id] = {
      ...file,
      artwork: drawing.artwork,
      scale: drawing.scale,
      findings: drawing.findings,
    }
    Object.assign(draft.looks, looks)
    Object.assign(draft.lines, Object.fromEntries(lines.map((l) => [l.id, l])))
  })
  const [bound, binding] = rebind(added, label)
  return [bound, joinEdits(adding, binding)]
}

/** Gives each distinct look of a drawing an id; looks are compared as they are written. */
function numberLooks(drawing: Drawing, source: string) {
  const ids = new Map<string, string>()
  const looks: Record<string, Look> = {}
  const byLook = new Map<Look, string>()
  const lookOf = (look: Look): string => {
    const known = byLook.get(look)
    if (known) return known
    const text = JSON.stringify(look)
    const id = ids.get(text) ?? `${source}-look-${ids.size + 1}`
    ids.set(text, id)
    byLook.set(look, id)
    looks[id] = look
    return id
  }
  for (const line of drawing.lines) lookOf(line.look)
  return { looks, lookOf }
}
