import { type HandJoin, UNTOUCHED_BUILD } from '@/core/document/build'
import { type Edit, makeEdit } from '@/core/document/edits'
import type { Project } from '@/core/document/project'
import { count, quoted, say } from '@/core/words'

/** What a hand says of a join at least: the rest is as before, or as it is usual. */
export type JoinChange = Partial<HandJoin> & Pick<HandJoin, 'onto' | 'at'>

const USUAL = { right: 0, up: 0, turn: 0, turned: false, side: 'back', above: 0, how: 'glue' } as const

/** Pieces put on another one, each as it is said. */
export function putOn(
  project: Project,
  puts: readonly { piece: string; join: JoinChange }[],
): [Project, Edit] {
  const named = (id: string) => project.pieces[id]?.name ?? ''
  const [first, ...more] = puts
  const what = more.length > 0 ? count(puts.length, 'piece') : quoted(named(first?.piece ?? ''))
  return makeEdit(project, say`Put ${what} on “${named(first?.join.onto ?? '')}”`, (draft) => {
    draft.build ??= structuredClone(UNTOUCHED_BUILD)
    for (const { piece, join } of puts)
      draft.build.joins[piece] = { ...USUAL, ...draft.build.joins[piece], ...join }
  })
}

/** A piece that lies on nothing any more, whatever its making says. */
export const takeOff = (project: Project, piece: string): [Project, Edit] =>
  makeEdit(project, say`Take “${project.pieces[piece]?.name ?? ''}” off`, (draft) => {
    draft.build ??= structuredClone(UNTOUCHED_BUILD)
    draft.build.joins[piece] = null
  })

/**
 * Where several pieces are put on one panel: in a row along its longer side, the same room for each.
 * @param width of the panel, mm
 */
export function inRow(n: number, width: number, height: number): { right: number; up: number }[] {
  const along = (length: number, k: number) => ((k + 0.5) / n - 0.5) * length
  return Array.from({ length: n }, (_, k) =>
    width >= height ? { right: along(width, k), up: 0 } : { right: 0, up: -along(height, k) },
  )
}
