import { describe, expect, it } from 'vitest'
import { asProject, inStretches } from '../../../corpus/as-project'
import { gluedTray, tuckCarton } from '../../../corpus/templates/boxes'
import { shutIn } from '../../../judges/replay-build'
import { emptyProject } from '../document/project'
import { type Build, buildOf, foldedPieces } from '../folding'
import { onFlat } from '../folding/model'
import { moved } from '../folding/rigid'
import { joinsOf } from '../making/joins'
import { addMaking } from '../making/make'
import { recipeNameOf } from '../making/pattern'
import { settled } from '../making/settle'
import { PATTERNS } from '../patterns'
import { byHand, inOrder, outOfOrder, planOfBuild, type Step, sceneOfStep, stepsOf } from '.'

function built(name: string): Build {
  const [project] = settled(addMaking(emptyProject('Fair'), { id: 'm', recipe: recipeNameOf({ name }) }))
  return buildOf(foldedPieces(project), joinsOf(project))
}
describe('the steps of every pattern that ships', () => {
  it.each(PATTERNS.map((p) => [p.name] as const))(
    '%s: replayed, nothing is shut out, no tab before its fold',
    (name) => {
      const build = built(name)
      const steps = stepsOf(build)
      expect(outOfOrder(steps)).toEqual([])
      expect(shutIn(build, steps)).toEqual([])
      const ids = steps.flatMap((s) => s.parts ?? [s.id])
      expect(new Set(ids).size).toBe(ids.length)
      for (const [i, { shape, motion }] of build.pieces.entries()) {
        const { id } = shape.piece
        const at = (start: string) => steps.flatMap((s, k) => (s.id.startsWith(`${id}.${start}`) ? [k] : []))
        // Every tab is glued once, after the scores of its piece are folded.
        expect(at('glue').length).toBe(motion.model.glue.length)
        const [fold = -1] = at('fold')
        for (const k of [...at('glue'), ...at('close')]) expect(k).toBeGreaterThan(fold)
        // What lies on a piece is put there once.
        expect(at('join').length).toBe(build.joins.filter((j) => j.piece === i).length)
      }
    },
  )

  it('are judged: an insert after its box is closed, a lid before what lies under it', () => {
    const box = built('window-box')
    const steps = stepsOf(box)
    const insert = steps.find((s) => s.says.startsWith('Lay “Insert”'))!
    const late = [...steps.filter((s) => s !== insert), insert]
    expect(shutIn(box, late)).toEqual(['Insert in Box'])
    expect(outOfOrder(late).length).toBeGreaterThan(0)
    const melt = built('melt-box')
    const [tray, lid] = ['Lay “Insert”', 'Slide “Lid”'].map(
      (w) => stepsOf(melt).find((s) => s.says.startsWith(w))!,
    )
    const swapped = stepsOf(melt).map((s) => (s.id === tray!.id ? lid! : s.id === lid!.id ? tray! : s))
    expect(shutIn(melt, swapped)).toContain('Insert in Tray')
    expect(outOfOrder(swapped).map((o) => o.why)).toContain('It lies under that.')
  })
})

describe('the steps of a build', () => {
  it('glue a pane while its box lies flat, fill the box before it is closed, and close it last', () => {
    const says = stepsOf(built('window-box')).map((s) => s.says.split(' ').slice(0, 2).join(' '))
    expect(says).toEqual([
      'Fold all',
      'Glue “Pane”',
      'Glue tab',
      'Fold 3',
      'Fold “Insert”',
      'Lay “Insert”',
      'Fold 2',
      'Close the',
    ])
  })

  it('mark joints in their order, and say which pull until they have set', () => {
    const steps = stepsOf(built('melt-box'))
    expect(steps.flatMap((s) => s.letter ?? []).join('')).toBe('ABCDEFGHIJ')
    expect(steps.every((s) => !s.says.includes('§'))).toBe(true)
    // A corner of a tray bends by two right angles, a band all round.
    expect(steps.filter((s) => s.hold).map((s) => s.says)).toEqual([expect.stringContaining('“Band”')])
  })

  it('of drawings by strangers are found too', () => {
    for (const [dieline, tabs] of [
      [tuckCarton(1), 1],
      [inStretches(tuckCarton(1)), 1],
      [gluedTray(1), 4],
      [inStretches(gluedTray(1)), 4],
    ] as const) {
      const build = buildOf(dieline.pieces.flatMap((p) => foldedPieces(asProject('box', p.lines))))
      const steps = stepsOf(build)
      expect(steps[0]!.kind).toBe('fold')
      expect(steps.filter((s) => s.kind === 'glue').length).toBe(tabs)
    }
  })

  it('of nothing, or of paper without a fold, are none', () => {
    expect(stepsOf({ pieces: [], joins: [] })).toEqual([])
    expect(stepsOf(built('tear-off-tag'))).toEqual([])
  })
})

describe('the order of steps', () => {
  const step = (id: string, ...after: string[]): Step => ({
    id,
    kind: 'glue',
    pieces: [id[0]!],
    glued: [],
    letter: null,
    says: id,
    hold: false,
    after: after.map((s) => ({ step: s, why: 'It is first.' })),
  })

  it('has everything after what it needs, and goes on with what is in the hand', () => {
    const steps = [step('a3', 'a2'), step('b1'), step('a2', 'a1'), step('a1'), step('b2', 'b1', 'a1')]
    expect(inOrder(steps).map((s) => s.id)).toEqual(['b1', 'a1', 'a2', 'a3', 'b2'])
    expect(outOfOrder(inOrder(steps))).toEqual([])
    expect(outOfOrder(steps).map((o) => `${o.step} ${o.needs}`)).toEqual(['a3 a2', 'a2 a1'])
  })

  it('is kept as a hand made it; what is new comes as soon as it can', () => {
    const steps = [step('a1'), step('a2', 'a1'), step('b1')]
    expect(byHand(steps, ['b1', 'a2', 'gone']).map((s) => s.id)).toEqual(['a1', 'b1', 'a2'])
    expect(byHand(steps, []).map((s) => s.id)).toEqual(['a1', 'a2', 'b1'])
  })

  it('ends where steps need each other in a circle', () => {
    const circle = [step('a1', 'a2'), step('a2', 'a1'), step('a3', 'a1')]
    expect(inOrder(circle).map((s) => s.id)).toEqual(['a1', 'a2', 'a3'])
    expect(outOfOrder(inOrder(circle)).length).toBe(1)
  })
})

describe('the picture of a step', () => {
  it('shows what is in the hand, held off what it goes into, and where the glue is', () => {
    const build = built('window-box')
    const { steps, ...plan } = planOfBuild(build)
    const at = (start: string) => steps.findIndex((s) => s.says.startsWith(start))
    const pane = sceneOfStep(build, plan, steps, at('Glue “Pane”'))
    // The pane, the box, and the place where the rim of the pane lies: a frame round the window.
    expect(pane.posed.model.panels.length).toBe(13 + 1 + 1)
    expect([...pane.glued]).toEqual([14])
    expect(pane.posed.model.panels[14]!.openings.length).toBe(1)
    const insert = sceneOfStep(build, plan, steps, at('Lay “Insert”'))
    const heights = (piece: string) =>
      insert.posed.model.panels.flatMap(({ ring, piece: own }, i) =>
        own === piece ? ring.map((p) => moved(insert.posed.pose[i]!, onFlat(p))[1]) : [],
      )
    const [box, laid] = [steps[0]!.pieces[0]!, steps[at('Lay “Insert”')]!.pieces[0]!]
    expect(Math.min(...heights(laid))).toBeGreaterThan(Math.max(...heights(box)))
  })
})
