import { rebind } from '../binding/reconcile'
import { type Edit, joinEdits, makeEdit, touchedBy } from '../document/edits'
import type { Project } from '../document/project'
import { say } from '../words'
import { isLetGo } from './let-go'
import { remake } from './make'
import { makingOrder, sourcesTaken } from './order'
import { RECIPES, type Recipes } from './recipes'

const CIRCLE = say`It takes a piece that is made of it. Let it take another.`

/**
 * What follows from an edit: where lines changed, pieces are found anew; then every making that was changed, or that
 * takes a piece whose lines changed, is made anew, in order, and pieces again.
 * @param project as it is after the edit
 * @returns the settled project, and what was changed beyond the edit, under its label
 */
export function settle(project: Project, edit: Edit, recipes: Recipes = RECIPES): [Project, Edit] {
  const { label } = edit
  let next = project
  let followed: Edit = { label, changes: [] }
  const take = ([after, more]: [Project, Edit]) => {
    next = after
    followed = joinEdits(followed, more)
  }
  const touched = touchedBy(edit.changes)
  // How near ends meet decides what is a piece.
  const limits = touched.get('limits')
  if (touched.has('lines') || limits === null || limits?.has('gap')) take(rebind(next, label))
  const sources = touched.get('sources')
  const lines = touched.get('lines')
  const isChanged = (id: string) => sources === null || (sources?.has(id) ?? false)
  /** sources whose lines are other than before */
  const moved = new Set(
    lines === null
      ? Object.keys(next.sources)
      : [...(lines ?? [])].flatMap((id) => next.lines[id]?.source ?? []),
  )
  const { order, circular } = makingOrder(next)
  for (const { id } of circular)
    take(
      makeEdit(next, label, (draft) => {
        const making = draft.sources[id]
        if (making?.kind === 'making' && making.trouble !== CIRCLE) making.trouble = CIRCLE
      }),
    )
  for (const { id } of order) {
    const making = next.sources[id]
    if (making?.kind !== 'making' || isLetGo(making)) continue
    const takesMoved = [...sourcesTaken(next, making)].some((s) => s !== id && moved.has(s))
    const lacks = making.trouble === null && making.takes.some((t) => !next.pieces[t.piece])
    if (!isChanged(id) && !takesMoved && !lacks) continue
    const before = next
    const [made, remaking] = remake(next, making, label, recipes)
    take([made, remaking])
    if (next.lines === before.lines) continue
    moved.add(id)
    take(rebind(next, label, next, planesOf(remaking, before, next)))
  }
  return [next, followed]
}

/** The planes on which an edit changed lines; null where it may be any. */
function planesOf({ changes }: Edit, before: Project, after: Project): Set<string> | null {
  const ids = touchedBy(changes).get('lines')
  if (!ids) return ids === undefined ? new Set() : null
  return new Set(
    [...ids].flatMap((id) => [before.lines[id], after.lines[id]].flatMap((l) => (l ? [l.plane] : []))),
  )
}

/** An edit with all that follows from it. */
export function settled([project, edit]: [Project, Edit], recipes: Recipes = RECIPES): [Project, Edit] {
  const [next, more] = settle(project, edit, recipes)
  return [next, joinEdits(edit, more)]
}
