import type { OutOfOrder, Step } from './step'

/**
 * Steps so that each comes after all that it needs (Kahn 1962); of those that are ready the one that stands first in
 * the list, or one that goes on with what is in the hand. A circle of needs is broken at its first step.
 */
export function inOrder(steps: readonly Step[]): Step[] {
  const left = [...steps]
  const ids = new Set(steps.map((s) => s.id))
  const done = new Set<string>()
  const ordered: Step[] = []
  while (left.length > 0) {
    const ready = left.filter((s) => s.after.every((a) => done.has(a.step) || !ids.has(a.step)))
    const last = ordered.at(-1)
    const next =
      ready.find((s) => last && s.pieces.some((p) => last.pieces.includes(p))) ?? ready[0] ?? left[0]!
    left.splice(left.indexOf(next), 1)
    done.add(next.id)
    ordered.push(next)
  }
  return ordered
}

/** Steps as a hand ordered them; those that the hand does not know come where they can as soon as they can. */
export function byHand(steps: readonly Step[], order: readonly string[]): Step[] {
  const known = new Map(steps.map((s) => [s.id, s]))
  const kept = order.flatMap((id) => known.get(id) ?? [])
  const ordered = [...kept]
  let before: Step | undefined
  for (const step of inOrder(steps)) {
    if (!kept.includes(step)) {
      const needed = step.after.map((a) => ordered.findIndex((s) => s.id === a.step))
      const last = before && !kept.includes(before) ? ordered.indexOf(before) : -1
      ordered.splice(Math.max(last, ...needed) + 1, 0, step)
    }
    before = step
  }
  return ordered
}

/** What stands before something that it needs. */
export function outOfOrder(ordered: readonly Step[]): OutOfOrder[] {
  const place = new Map(ordered.map((s, i) => [s.id, i]))
  return ordered.flatMap((s, i) =>
    s.after.flatMap(({ step, why }) =>
      (place.get(step) ?? -1) > i ? [{ step: s.id, needs: step, why }] : [],
    ),
  )
}
