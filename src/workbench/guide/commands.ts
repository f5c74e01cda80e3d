import type { Project } from '@/core/document/project'
import { PATTERN_RECIPES } from '@/core/making/pattern'
import { RECIPES } from '@/core/making/recipes'
import { piecesWithoutPaper, takePaper } from '@/core/pieces/take-paper'
import { counted, say } from '@/core/words'
import { STATIONS } from '../stations/stations'
import type { ProjectState, Workbench } from '../store/project-store'

/** Something that can be done, by its words. */
export type Command = {
  id: string
  title: string
  /** what kind of thing it is, in a word or two */
  kind: string
  /** more words by which it is found */
  words: string
  run: () => void
}

/** The pieces that a paper would be used for: those that are chosen, else those without one, else all. */
function piecesFor({ pieces, sources }: Project, chosen: readonly string[]): string[] {
  const known = chosen.filter((id) => pieces[id])
  if (known.length > 0) return known
  const without = piecesWithoutPaper({ pieces, sources })
  return without.length > 0 ? without : Object.keys(pieces)
}

/** All that can be asked for by typing: stations, recipes and patterns, papers, and what the top bar does. */
export function commandsOf(
  { id, project, papers, chosenPieces, history }: ProjectState,
  workbench: Workbench,
  go: (path: string) => void,
): Command[] {
  const ids = piecesFor(project, chosenPieces)
  return [
    ...STATIONS.map(
      ({ name, title }): Command => ({
        id: `station ${name}`,
        title,
        kind: say`Station`,
        words: say`go to`,
        run: () => go(`/projects/${id}/${name}`),
      }),
    ),
    ...RECIPES.filter((r) => r.isOffered !== false).map(
      ({ name, title, says }): Command => ({
        id: `make ${name}`,
        title,
        kind: PATTERN_RECIPES.some((p) => p.name === name) ? say`Pattern` : say`Make`,
        words: says,
        run: () => {
          workbench.want(name)
          go(`/projects/${id}/shape`)
        },
      }),
    ),
    ...(ids.length > 0 ? papers : []).map(
      (paper): Command => ({
        id: `paper ${paper.id}`,
        title: paper.name,
        kind: say`Use for ${counted(ids.length, 'piece')}`,
        words: say`paper card`,
        run: () => void workbench.edit((p) => takePaper(p, ids, paper)),
      }),
    ),
    ...(history.undo
      ? [
          {
            id: 'undo',
            title: say`Undo: ${history.undo}`,
            kind: say`Step`,
            words: 'back',
            run: () => void workbench.undo(),
          },
        ]
      : []),
    ...(history.redo
      ? [
          {
            id: 'redo',
            title: say`Redo: ${history.redo}`,
            kind: say`Step`,
            words: 'again',
            run: () => void workbench.redo(),
          },
        ]
      : []),
    {
      id: 'guide',
      title: say`Guide`,
      kind: say`Help`,
      words: say`help what to do`,
      run: () => workbench.help('guide'),
    },
    {
      id: 'keys',
      title: say`All keys`,
      kind: say`Help`,
      words: say`shortcuts keyboard`,
      run: () => workbench.help('keys'),
    },
    {
      id: 'projects',
      title: say`All projects`,
      kind: say`Page`,
      words: say`start list open`,
      run: () => go('/'),
    },
  ]
}
