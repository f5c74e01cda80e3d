import { removeSource } from '../../binding/remove-source'
import { type Edit, joinEdits, makeEdit } from '../../document/edits'
import type { Project } from '../../document/project'
import { type Making, makingsOf } from '../../document/sources'
import { say } from '../../words'
import { addMaking } from '../make'
import { marks as recipe } from '.'

/** What marks are for: where spacers stand, or which places are glued to one another. */
export type MarksFor = 'spacers' | 'letters'

/** What is drawn on a piece, about the upper left corner of its box, mm. */
export type Marks = { piece: string; paths: string }

const WORDS: Readonly<Record<MarksFor, { name: string; draw: string; take: string }>> = {
  spacers: {
    name: say`Spacers`,
    draw: say`Draw the spacers on the layers`,
    take: say`Take the drawn spacers off`,
  },
  letters: {
    name: say`Glue letters`,
    draw: say`Draw the glue letters on the pieces`,
    take: say`Take the drawn letters off`,
  },
}

const drawnIn = (project: Pick<Project, 'sources'>, what: MarksFor): Making[] =>
  makingsOf(project.sources).filter((m) => m.recipe === recipe.name && m.id.startsWith(`${what}-`))

/** Whether marks are drawn in a project, and whether they are where they belong now. */
export function stateOfMarks(
  project: Pick<Project, 'sources'>,
  what: MarksFor,
  marks: readonly Marks[],
): 'none' | 'right' | 'stale' {
  const there = drawnIn(project, what)
  if (there.length === 0) return 'none'
  const isRight =
    there.length === marks.length &&
    marks.every(({ piece, paths }) =>
      there.some((m) => m.takes[0]?.piece === piece && m.measures.paths === paths && m.trouble === null),
    )
  return isRight ? 'right' : 'stale'
}

/** Whether any marks of a kind are drawn. */
export const hasMarks = (project: Pick<Project, 'sources'>, what: MarksFor): boolean =>
  drawnIn(project, what).length > 0

/** Draws marks on pieces, in place of those of their kind that are drawn there; no marks takes them off. */
export function drawMarks(
  project: Project,
  what: MarksFor,
  marks: readonly Marks[],
  tool: 'pen' | 'print' = 'pen',
): [Project, Edit] {
  const { name, draw, take } = WORDS[what]
  const label = marks.length > 0 ? draw : take
  const steps: ((p: Project) => [Project, Edit])[] = [
    ...drawnIn(project, what).map(
      ({ id }) =>
        (p: Project) =>
          removeSource(p, id),
    ),
    ...marks.flatMap(({ piece, paths }) => {
      const on = project.pieces[piece]
      const plane = project.lines[on?.outline[0] ?? '']?.plane
      if (!on || plane === undefined) return []
      return (p: Project) =>
        addMaking(p, {
          id: `${what}-${piece}`.slice(0, 64),
          recipe: recipe.name,
          name: say`${name} on ${on.name}`.slice(0, 120),
          measures: { paths, tool },
          takes: [{ piece, spent: false }],
          plane,
          at: [1, 0, 0, 1, 0, 0],
        })
    }),
  ]
  return steps.reduce<[Project, Edit]>(
    ([before, edit], step) => {
      const [next, more] = step(before)
      return [next, { ...joinEdits(edit, more), label }]
    },
    makeEdit(project, label, () => undefined),
  )
}
