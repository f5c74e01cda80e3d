import { describe, expect, it } from 'vitest'
import { asProject, inStretches } from '../../../corpus/as-project'
import { TEMPLATES } from '../../../corpus/templates'
import { type Project, projectSchema } from '../document/project'
import { settled } from '../making/settle'
import { seeded } from '../nesting/random'
import { boxOfPieces, mirrorPieces, movePieces, sizePieces, turnPieces } from './move-pieces'
import { rebind } from './reconcile'

const ACTS = [
  (project: Project, ids: string[], random: () => number) =>
    movePieces(project, ids, { x: 60 * random() - 30, y: 60 * random() - 30 }),
  (project: Project, ids: string[], random: () => number) => turnPieces(project, ids, 360 * random()),
  (project: Project, ids: string[], random: () => number) =>
    mirrorPieces(project, ids, random() < 0.5 ? 'left-right' : 'up-down'),
  (project: Project, ids: string[], random: () => number) => {
    const { minX, minY, maxX, maxY } = boxOfPieces(project, ids)!
    const by = () => 0.5 + random()
    return sizePieces(project, ids, { width: (maxX - minX) * by(), height: (maxY - minY) * by() })
  },
]

/** Dielines small and large, whole and in stretches, their pieces moved over one another by chance. */
describe('binding once more without a change', () => {
  it.each([1, 2, 3, 6, 7, 9, 12, 13, 14, 15, 18, 27, 30, 31, 36, 45])('changes nothing, seed %d', (seed) => {
    const random = seeded(seed)
    const drawn = TEMPLATES[seed % TEMPLATES.length]!(0.1 + 1.2 * random())
    const die = seed % 2 ? inStretches(drawn) : drawn
    const begun = asProject(
      die.name,
      die.pieces.flatMap((p) => p.lines),
    )
    // Ends joined over 2 mm, in shapes that are not much larger.
    const limits = seed % 3 === 0 ? { ...begun.limits, gap: 2 } : begun.limits
    let [project] = rebind({ ...begun, limits }, 'limits')
    for (let k = 0; k < 8; k += 1) {
      const ids = Object.keys(project.pieces).filter(() => random() < 0.5)
      if (ids.length === 0) continue
      ;[project] = settled(ACTS[Math.floor(ACTS.length * random())]!(project, ids, random))
      expect(rebind(project, 'again')[1].changes).toEqual([])
      expect(projectSchema.safeParse(project).error).toBeUndefined()
    }
  })
})
