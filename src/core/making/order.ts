import type { Project } from '../document/project'
import type { Making } from '../document/sources'

/** Makings among a project's sources. */
export const makingsOf = (project: Pick<Project, 'sources'>): Making[] =>
  Object.values(project.sources).filter((s) => s.kind === 'making')

/** Makings that could not be made anew, and all that are made of what they made: none is what its measures say. */
export function staleMakings(project: Pick<Project, 'sources' | 'pieces' | 'lines'>): Set<string> {
  const makings = makingsOf(project)
  const stale = new Set(makings.flatMap((m) => (m.trouble === null ? [] : [m.id])))
  if (stale.size === 0) return stale
  for (let grown = -1; grown !== stale.size; ) {
    grown = stale.size
    for (const making of makings)
      if ([...sourcesTaken(project, making)].some((s) => stale.has(s))) stale.add(making.id)
  }
  return stale
}

/** The sources whose lines bound the pieces that a making takes. */
export function sourcesTaken(project: Pick<Project, 'pieces' | 'lines'>, { takes }: Making): Set<string> {
  return new Set(
    takes.flatMap(({ piece }) =>
      (project.pieces[piece]?.lines ?? []).flatMap((id) => project.lines[id]?.source ?? []),
    ),
  )
}

/**
 * Makings in the order in which they are made: each after those that it takes pieces of (depth first, Tarjan 1976).
 * @returns with it the makings that go round in a circle, which are left out
 */
export function makingOrder(project: Project): { order: Making[]; circular: Making[] } {
  const makings = makingsOf(project)
  const byId = new Map(makings.map((m) => [m.id, m]))
  const state = new Map<string, 'open' | 'done' | 'circular'>()
  const order: Making[] = []
  const visit = (making: Making): boolean => {
    const known = state.get(making.id)
    if (known) return known === 'done'
    state.set(making.id, 'open')
    let sound = true
    for (const source of sourcesTaken(project, making)) {
      const before = byId.get(source)
      if (before && !visit(before)) sound = false
    }
    state.set(making.id, sound ? 'done' : 'circular')
    if (sound) order.push(making)
    return sound
  }
  for (const making of makings) visit(making)
  return { order, circular: makings.filter((m) => state.get(m.id) === 'circular') }
}
