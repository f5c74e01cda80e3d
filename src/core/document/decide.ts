import { say } from '../words'
import { type Edit, joinEdits, makeEdit, setLines } from './edits'
import { habitKeyOf } from './families'
import type { Role } from './lines'
import type { Project } from './project'

/** What a person decides of lines: the role for all of them, or that each has the one that was suggested. */
export type Decision = {
  lines: readonly string[]
  role: Role | 'as suggested'
  /** what is done, for the label of the edit */
  label: string
  /** whether it was decided for a look, and so is to be suggested for the same look in further files */
  forLook: boolean
}

/** The reason of a role that a person chose. */
export const BY_HAND = say`Chosen by hand.`

/** Decides the role of lines by hand: from then on it is sure. */
export function decide(project: Project, { lines, role, label, forLook }: Decision): [Project, Edit] {
  const [decided, edit] =
    role === 'as suggested'
      ? setLines(project, label, lines, { sure: true })
      : setLines(project, label, lines, {
          role,
          sure: true,
          why: BY_HAND,
          ...(role === 'score' ? {} : { fold: null }),
        })
  const [next, habits] = makeEdit(decided, label, (draft) => {
    for (const [key, { look, roles }] of looksOf(decided, lines)) {
      const [only, other] = roles
      // A look that means two things is no help with the next file.
      if (other !== undefined) delete draft.habits[key]
      else if (only !== undefined && (forLook || key in draft.habits))
        draft.habits[key] = { look: { ...look, layers: [] }, role: only }
    }
  })
  return [next, habits.changes.length > 0 ? joinEdits(edit, habits) : edit]
}

/** The looks that some lines have, by what a habit knows them by, with all roles that lines of that look have. */
function looksOf(project: Project, ids: readonly string[]) {
  const keys = new Map(Object.entries(project.looks).map(([id, look]) => [id, habitKeyOf(look)]))
  const looks = new Map(
    ids.flatMap((id) => {
      const look = project.lines[id]?.look
      const known = look === undefined ? undefined : project.looks[look]
      return known ? [[keys.get(look!)!, { look: known, roles: new Set<Role>() }] as const] : []
    }),
  )
  for (const { look, role } of Object.values(project.lines)) looks.get(keys.get(look)!)?.roles.add(role)
  return looks
}
