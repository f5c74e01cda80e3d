import { makeEdit } from '@/core/document/edits'
import type { Paper } from '@/core/document/paper'
import { piecesByFill } from '@/core/pieces/fills'
import { capital, counted, say } from '@/core/words'
import { api } from '../../store/api'
import type { Workbench } from '../../store/project-store'
import { colourWord } from '../lines/look-words'

/** A name that no paper bears yet. */
function freshName(wanted: string, papers: readonly Paper[]): string {
  const taken = new Set(papers.map((p) => p.name))
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? wanted : `${wanted} ${n}`
    if (!taken.has(name)) return name
  }
}

/**
 * Gives every piece without paper one of the colour that it is drawn with: one of the library that has just this
 * colour, or a new one, in size and settings like the paper that is given.
 */
export const papersOfFills = (workbench: Workbench, like: Paper): Promise<void> =>
  workbench.edit(async (project) => {
    const byFill = [...piecesByFill(project)]
    const made = await papersOf(
      byFill.map(([fill]) => fill),
      workbench,
      like,
    )
    const pieces = byFill.reduce((sum, [, ids]) => sum + ids.length, 0)
    return makeEdit(project, say`A paper for each colour of ${counted(pieces, 'piece')}`, (draft) => {
      for (const [fill, ids] of byFill) for (const id of ids) draft.pieces[id]!.paper = made.get(fill) ?? null
    })
  })

/** The ids of papers in these colours; those that the library does not have are added to it. */
async function papersOf(
  fills: readonly string[],
  workbench: Workbench,
  like: Paper,
): Promise<Map<string, string>> {
  let { papers } = workbench.store.getState()
  const made = new Map<string, string>()
  for (const fill of fills) {
    const known = papers.find((p) => p.colour.toLowerCase() === fill.toLowerCase())
    if (known) {
      made.set(fill, known.id)
      continue
    }
    const { id: _, leftovers: __, ...fields } = like
    const name = freshName(say`${capital(colourWord(fill))} card`, papers)
    const { paper } = await api.addPaper({ ...fields, name, colour: fill, backColour: fill })
    papers = [...papers, paper]
    made.set(fill, paper.id)
  }
  workbench.setPapers((await api.papers()).papers)
  return made
}
