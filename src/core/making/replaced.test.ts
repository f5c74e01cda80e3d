import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { deletePieces } from '../binding/copy-pieces'
import { identify, unmatchedPieces } from '../binding/identify'
import { removeSource } from '../binding/remove-source'
import { emptyProject, type Project, projectSchema } from '../document/project'
import type { Making } from '../document/sources'
import { inspect } from '../inspection'
import { readDrawing } from '../intake/formats'
import { shapesOf } from '../pieces/piece-shape'
import { addMaking } from './make'
import { staleMakings } from './order'
import { settled } from './settle'

const svg = (d: string, margin = 0) =>
  new TextEncoder().encode(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${300 + margin}mm" height="200mm" viewBox="0 0 ${300 + margin} 200" fill="none" stroke="#000"><path d="${d}"/></svg>`,
  )
/** A figure of full precision, as programs write them, so many times its size. */
const figure = (by: number) =>
  [
    ['M', 3.41207, 9.18834],
    ['C', 21.73391, 1.00718, 44.31192, 5.91277, 52.77123, 20.38841],
    ['C', 61.1093, 40.2217, 30.5539, 61.8821, 3.41207, 48.00317],
  ]
    .map(([c, ...n]) => `${c}${n.map((v) => (Number(v) * by).toFixed(6)).join(' ')}`)
    .join('') + 'Z'

const file = (id: string) => ({ id, name: `${id}.svg`, format: 'svg', bytes: 1 })

/** A figure, a tag close beside it, a surround of the figure, and a card punched by that. */
async function begun(): Promise<{ project: Project; figure: string }> {
  const [one] = addSource(emptyProject('Fair'), await readDrawing(svg(figure(1)), 'figure.svg'), file('a'))
  const [two] = addSource(one, await readDrawing(svg('M0 0L40 0L40 30L0 30Z'), 'tag.svg'), file('b'))
  const id = Object.keys(one.pieces)[0]!
  const [mat] = settled(
    addMaking(two, {
      id: 'mat',
      recipe: 'surround',
      measures: { by: [3] },
      takes: [{ piece: id, spent: false }],
    }),
  )
  return { project: mat, figure: id }
}
const widthOf = (project: Project, source: string) =>
  shapesOf(project).find((s) => s.lines[0]?.source === source)!.size.width
const troubleOf = (project: Project) => (project.sources.mat as Making).trouble
const errorsOf = (project: Project) =>
  inspect(project).flatMap((f) => (f.severity === 'error' ? [f.rule] : []))

describe('a file that is replaced', () => {
  it('20 % larger is the same piece, though it is laid elsewhere, and what is made of it follows', async () => {
    const { project, figure: id } = await begun()
    const before = widthOf(project, 'mat')
    const [after] = settled(
      addSource(project, await readDrawing(svg(figure(1.2)), 'figure.svg'), { ...file('c'), replaces: 'a' }),
    )
    expect(after.pieces[id]!.name).toBe(project.pieces[id]!.name)
    expect(widthOf(after, 'c') / widthOf(project, 'a')).toBeCloseTo(1.2, 4)
    expect(widthOf(after, 'mat')).toBeCloseTo((before - 6) * 1.2 + 6, 1)
    expect(troubleOf(after)).toBeNull()
    expect(projectSchema.safeParse(after).error).toBeUndefined()
  })

  it('by another figure is asked about; the answer brings back all that was made of the old one', async () => {
    const { project, figure: id } = await begun()
    const other = await readDrawing(svg('M0 0L90 0L45 70Z'), 'other.svg')
    const [after] = settled(addSource(project, other, { ...file('c'), replaces: 'a' }))
    expect(after.pieces[id]).toBeUndefined()
    expect(troubleOf(after)).toContain('is gone')
    expect(errorsOf(after)).toContain('not-made')
    expect(staleMakings(after)).toEqual(new Set(['mat']))
    const { gone, fresh } = unmatchedPieces(project, after)
    expect(gone.map((p) => p.id)).toEqual([id])
    expect(fresh).toHaveLength(1)
    const [known] = settled(identify(after, gone[0]!, fresh[0]!.id))
    expect(known.pieces[id]).toMatchObject({ name: project.pieces[id]!.name, outline: fresh[0]!.outline })
    expect(troubleOf(known)).toBeNull()
    expect(errorsOf(known)).not.toContain('not-made')
    expect(widthOf(known, 'mat')).toBeGreaterThan(95)
    expect(projectSchema.safeParse(known).error).toBeUndefined()
  })
})

describe('a making whose piece is gone', () => {
  it('says so at once, when its file is removed', async () => {
    const { project } = await begun()
    const [after] = settled(removeSource(project, 'a'))
    expect(troubleOf(after)).toContain('is gone')
    expect(errorsOf(after)).toContain('not-made')
  })

  it('says so at once, when the piece is deleted', async () => {
    const { project, figure: id } = await begun()
    const [after] = settled(deletePieces(project, [id]))
    expect(troubleOf(after)).toContain('is gone')
  })
})
