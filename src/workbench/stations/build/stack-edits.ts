import { type Edit, makeEdit } from '@/core/document/edits'
import type { Project } from '@/core/document/project'
import { type Layered, type Stack, USUAL_STACK } from '@/core/document/stack'
import { byName, byOpenness, layersIn, layersOf } from '@/core/stacking'
import { say } from '@/core/words'

/**
 * Makes a stack of pieces, or of all that go to a sheet: fills of one drawing as they were painted, several drawings
 * with the most closed layer at the back.
 */
export function stackUp(project: Project, pieces: readonly string[]): [Project, Edit] {
  const groups = layersIn(project, pieces.length > 1 ? pieces : [])
  const layered = groups.map((g): Layered => ({ ...g, facing: 'front' }))
  const sources = new Set(
    layered.map((l) => project.lines[project.pieces[l.pieces[0]!]?.outline[0] ?? '']?.source),
  )
  const ordered = sources.size === 1 ? layered : byOpenness(layersOf(project, layered))
  return makeEdit(project, say`Stack ${groups.length} layers`, (draft) => {
    draft.stack = { ...USUAL_STACK, layers: ordered.map(({ id }) => layered.find((l) => l.id === id)!) }
  })
}

/** Changes the stack of a project that has one. */
export const changeStack = (
  project: Project,
  label: string,
  change: (stack: Stack) => void,
): [Project, Edit] =>
  makeEdit(project, label, (draft) => {
    if (draft.stack) change(draft.stack)
  })

export const unstack = (project: Project): [Project, Edit] =>
  makeEdit(project, say`Take the stack apart`, (draft) => {
    draft.stack = null
  })

/** Moves a layer towards the front, or towards the back where `by` is less than 0. */
export const moveLayer = (project: Project, id: string, by: 1 | -1): [Project, Edit] =>
  changeStack(
    project,
    by > 0 ? say`Move a layer to the front` : say`Move a layer to the back`,
    ({ layers }) => {
      const at = layers.findIndex((l) => l.id === id)
      const to = at + by
      if (at < 0 || to < 0 || to >= layers.length) return
      const [moved] = layers.splice(at, 1)
      layers.splice(to, 0, moved!)
    },
  )

export type LayerOrder = 'name' | 'open' | 'round'

/** Orders the layers anew: by name, by how open they are, or the other way round. */
export const orderLayers = (project: Project, how: LayerOrder): [Project, Edit] => {
  const label = { name: say`by name`, open: say`by how open they are`, round: say`the other way round` }[how]
  const layers = project.stack?.layers ?? []
  const ids = {
    name: () => byName(layers).map((l) => l.id),
    open: () => byOpenness(layersOf(project, layers)).map((l) => l.id),
    round: () => layers.map((l) => l.id).reverse(),
  }[how]()
  return changeStack(project, say`Order the layers ${label}`, (stack) => {
    stack.layers = ids.map((id) => stack.layers.find((l) => l.id === id)!)
  })
}
