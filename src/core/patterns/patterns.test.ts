import { readFileSync } from 'node:fs'
import { afterEach, describe, expect, it } from 'vitest'
import * as z from 'zod'
import { chance } from '../../../corpus/draw'
import { emptyProject, projectSchema } from '../document/project'
import type { Making } from '../document/sources'
import { extentOf, findingsOf, foldedPieces, roomOf } from '../folding'
import { closureOf, tiesOfGlue } from '../folding/loops'
import { onFlat } from '../folding/model'
import { moved } from '../folding/rigid'
import { addMaking, changeMeasures, remake } from '../making/make'
import { OWN_PATTERN, patternFile, recipeNameOf } from '../making/pattern'
import { CannotMake } from '../making/recipe'
import { knownRecipe } from '../making/recipes'
import { settled } from '../making/settle'
import { openCatalog, speakFrom } from '../words'
import {
  figuresOf,
  linesOfPattern,
  PATTERNS,
  type Pattern,
  patternSchema,
  readPattern,
  USUAL_CALIPER,
} from '.'
import { ArithmeticRefusal, readArithmetic } from './arithmetic'
import { measuresToProve, problemsOf, shutPose } from './check'
import { modelOfPiece } from './model'
import { roomFor } from './room'
import { unfold } from './unfold'

const named = (name: string): Pattern => PATTERNS.find((p) => p.name === name)!
const usual = (pattern: Pattern, given: Record<string, number> = {}) => ({
  caliper: USUAL_CALIPER,
  ...Object.fromEntries(pattern.measures.map((m) => [m.name, m.usual])),
  ...given,
})
/** What a pattern makes, as the document has it, folded. */
function folded(name: string, measures: Record<string, number> = {}) {
  const [project] = settled(
    addMaking(emptyProject('Fair'), { id: 'm', recipe: recipeNameOf({ name }), measures }),
  )
  return foldedPieces(project)
}

describe('the patterns that ship', () => {
  it('are twenty-four or more, and each by a name of its own', () => {
    expect(PATTERNS.length).toBeGreaterThanOrEqual(24)
    expect(new Set(PATTERNS.map((p) => p.name)).size).toBe(PATTERNS.length)
  })

  it.each(PATTERNS.map((p) => [p.name, p] as const))(
    '%s folds shut at the ends of every range',
    (_, pattern) => {
      expect(measuresToProve(pattern).length).toBe(1 + 2 * pattern.measures.length)
      expect(problemsOf(pattern)).toEqual([])
    },
  )

  it.each(PATTERNS.map((p) => [p.name, p] as const))(
    '%s closes to 0.01 mm at 200 random sizes',
    (_, pattern) => {
      const random = chance(pattern.name.length * 97)
      for (let i = 0; i < 200; i += 1) {
        const measures = usual(
          pattern,
          Object.fromEntries(
            pattern.measures.map(({ name, unit, least, most }) => {
              const v = least + random() * (most - least)
              return [name, unit === 'count' ? Math.round(v) : v]
            }),
          ),
        )
        for (const piece of unfold(pattern, { ...measures, caliper: random() })) {
          const { model } = modelOfPiece(piece)
          const { mm, degrees } = closureOf(shutPose(model), tiesOfGlue(model))
          expect(mm).toBeLessThan(0.01)
          expect(degrees).toBeLessThan(0.01)
        }
      }
    },
  )

  it.each(PATTERNS.map((p) => [p.name] as const))(
    '%s folds as a drawing without anything going wrong',
    (name) => {
      for (const { given, motion } of folded(name)) {
        expect(motion.closure.mm).toBeLessThan(0.01)
        expect(findingsOf(given, motion).filter((f) => f.severity !== 'note')).toEqual([])
      }
    },
  )

  it('are the same whether their panels are laid out or found again in their lines', () => {
    for (const name of ['tuck-end-box', 'hexagonal-box', 'gable-box', 'tent-card', 'bottle-carrier']) {
      const direct = unfold(named(name), usual(named(name))).map((piece) => modelOfPiece(piece).model)
      const found = folded(name)
      for (const [i, model] of direct.entries()) {
        const pose = shutPose(model)
        const points = model.panels.flatMap((p, k) => p.ring.map((c) => moved(pose[k]!, onFlat(c))))
        const far = (at: readonly (readonly number[])[]) =>
          at.flatMap((p, k) =>
            at.slice(k + 1).map((q) => Math.hypot(p[0]! - q[0]!, p[1]! - q[1]!, p[2]! - q[2]!)),
          )
        const other = found[i]!.motion.model
        const there = found[i]!.motion.at(1).pose
        const theirs = other.panels.flatMap((p, k) => p.ring.map((c) => moved(there[k]!, onFlat(c))))
        // The farthest two corners of a build stay so far from one another however it is turned.
        expect(Math.max(...far(theirs))).toBeCloseTo(Math.max(...far(points)), 3)
      }
    }
  })
})

describe('sizes by closed forms', () => {
  const outside = (name: string, measures: Record<string, number>, piece = 0) => {
    const { motion } = folded(name, measures)[piece]!
    return Object.values(extentOf(motion.model, motion.at(1).pose)).sort((a, b) => a - b)
  }
  const room = (name: string, measures: Record<string, number>, caliper: number, piece = 0) => {
    const { motion } = folded(name, { ...measures, caliper })[piece]!
    return Object.values(roomOf(motion.model, motion.at(1).pose, caliper)!).sort((a, b) => a - b)
  }
  const near = (values: number[]) => values.sort((a, b) => a - b).map((v) => expect.closeTo(v, 2))

  it.each(['tuck-end-box', 'reverse-tuck-box', 'crash-lock-box', 'window-box'])(
    '%s has the room that was asked for within, and a thickness for each layer between its folds',
    (name) => {
      const asked = { length: 70, width: 50, height: 110 }
      expect(room(name, asked, 0.4)).toEqual(near([70, 50, 110]))
      // The tab and a tongue lie on the front, another on the back where they are reversed; dust flaps on both ends.
      const layers = name === 'reverse-tuck-box' ? 4 : 3
      expect(outside(name, { ...asked, caliper: 0.4 })).toEqual(near([70.4, 50 + layers * 0.4, 111.2]))
    },
  )

  it('a lid has more room than its tray is wide: two thicknesses, those of the tray’s tabs, and the play', () => {
    const measures = { length: 90, width: 70, height: 30, rim: 20, play: 0.6 }
    const [tray, lid] = [0, 1].map((piece) => room('tray-and-lid', measures, 0.3, piece))
    expect(tray).toEqual(near([30, 70, 90]))
    // Outside the tray is its room and a thickness on either side; the lid goes over that with its play.
    expect(lid!.slice(1)).toEqual(near([70 + 2 * 0.3 + 0.6, 90 + 4 * 0.3 + 0.6]))
  })

  it('a drawer goes into its sleeve with its play', () => {
    const measures = { length: 90, width: 55, height: 22, play: 0.8 }
    const sleeve = room('drawer-and-sleeve', measures, 0.3, 1)
    const drawer = outside('drawer-and-sleeve', { ...measures, caliper: 0.3 }, 0)
    expect(sleeve).toContainEqual(expect.closeTo(55 + 2 * 0.3 + 0.8, 2))
    expect(drawer).toContainEqual(expect.closeTo(55.3, 2))
  })

  it('a pyramid is as high as it was asked for', () => {
    expect(outside('pyramid', { side: 60, height: 75 })).toEqual(near([60, 60, 75]))
  })

  it('a hexagonal box is twice its side wide, and the square root of three of it deep', () => {
    // Its walls carry a tab each: three thicknesses between the middles of two that face each other.
    const side = 34 + (3 * 0.3) / Math.sqrt(3)
    expect(outside('hexagonal-box', { side: 34, height: 40 })).toEqual(
      near([2 * side, Math.sqrt(3) * side, 40.15]),
    )
  })

  it('the second top of a holder lies higher by the difference of both heights', () => {
    expect(outside('stepped-holder', { firstTop: 30, secondTop: 52 })).toEqual(near([52, 59.5, 109.5]))
  })

  it('a tent stands on a floor as deep as it was asked for', () => {
    expect(outside('tent-card', { width: 90, height: 55, floor: 30 })).toContainEqual(expect.closeTo(90, 6))
    const { motion } = folded('tent-card', { width: 90, height: 55, floor: 30 })[0]!
    expect(motion.model.glue).toHaveLength(1)
  })
})

describe('arithmetic', () => {
  it('is what the language computes, for random trees of it', () => {
    const random = chance(3)
    const tree = (depth: number): string => {
      const pick = Math.floor(random() * (depth > 0 ? 7 : 2))
      if (pick === 0) return String(Math.round(random() * 1000) / 10)
      if (pick === 1) return ['a', 'b', 'caliper'][Math.floor(random() * 3)]!
      if (pick === 6)
        return `(${tree(depth - 1)} > ${tree(depth - 1)} ? ${tree(depth - 1)} : ${tree(depth - 1)})`
      return `(${tree(depth - 1)} ${'+-*/'[pick - 2]} ${tree(depth - 1)})`
    }
    const scope = new Map([
      ['a', 12.5],
      ['b', -3],
      ['caliper', 0.3],
    ])
    let compared = 0
    for (let i = 0; i < 500; i += 1) {
      const text = tree(3)
      const judged = new Function('a', 'b', 'caliper', `return ${text}`)(12.5, -3, 0.3)
      if (!Number.isFinite(judged)) continue
      expect(readArithmetic(text).valueIn(scope)).toBeCloseTo(judged, 9)
      compared += 1
    }
    expect(compared).toBeGreaterThan(300)
  })

  it('counts angles in degrees', () => {
    expect(readArithmetic('sin(30) + acos(0.5) + atan2(1, 1)').valueIn(new Map())).toBeCloseTo(105.5, 9)
  })

  it.each([
    ['constructor', /no measure/],
    ['__proto__', /no measure/],
    ['a.b', /MemberExpression/],
    ['alert(1)', /a call of alert/],
    ['constructor(1)', /a call of constructor/],
    ['"text"', /the text/],
    ['[1, 2]', /ArrayExpression/],
    ['a = 3', /cannot be read|sign|Assign/],
    ['1 / 0', /divided by nothing/],
    ['sqrt(0 - 1)', /no root/],
    ['1 +', /cannot be read/],
    [`${'('.repeat(100)}1${')'.repeat(100)}`.replace(/\(/g, '-('), /brackets|letters|cannot/],
    ['9'.repeat(500), /letters/],
  ])('refuses %s', (text, why) => {
    expect(() => readArithmetic(text).valueIn(new Map([['a', 1]]))).toThrow(why)
    expect(() => readArithmetic(text).valueIn(new Map([['a', 1]]))).toThrow(ArithmeticRefusal)
  })
})

describe('a pattern file from a stranger', () => {
  const box = () => structuredClone(named('tuck-end-box'))
  const panelOf = (pattern: Pattern, id: string) => pattern.pieces[0]!.panels.find((p) => p.id === id)!
  const problems = (pattern: unknown) => readPattern(JSON.stringify(pattern)).problems.join('\n')

  it('is taken as it is where nothing is wrong', () => {
    expect(readPattern(JSON.stringify(box())).pattern).toEqual(box())
  })

  it.each<[string, (p: Pattern) => void, RegExp]>([
    ['values in a circle', (p) => Object.assign(p.values, { x: 'y + 1', y: 'x' }), /circle: x, y, x/],
    [
      'a division by nothing',
      (p) => Object.assign(p.values, { dust: 'a / (length - length)' }),
      /divided by nothing/,
    ],
    [
      'a panel of no depth',
      (p) => Object.assign(panelOf(p, 'right'), { depth: 'width - 60' }),
      /“right”.*deep/,
    ],
    [
      'a name that is none',
      (p) => Object.assign(panelOf(p, 'back'), { depth: 'lenght' }),
      /“back”.*“lenght” is no measure/,
    ],
    [
      'a partner that is not there',
      (p) => Object.assign(panelOf(p, 'glue'), { tab: 'front.inside' }),
      /“glue”.*“front.inside”, which is not there/,
    ],
    [
      'a tab that misses its edge',
      (p) => Object.assign(panelOf(p, 'left'), { depth: 'b - 1' }),
      /“glue”: the tab misses its edge by/,
    ],
    [
      'an edge that is none',
      (p) => Object.assign(panelOf(p, 'right'), { on: 'front.side' }),
      /has no edge “side”/,
    ],
    [
      'two panels of one name',
      (p) => Object.assign(panelOf(p, 'back'), { id: 'right' }),
      /two panels of this name|edge/,
    ],
    [
      'panels on one another',
      (p) =>
        Object.assign(panelOf(p, 'dustTopRight'), {
          corners: [
            ['0', '10'],
            ['L + 40', '10'],
          ],
        }),
      /lie on one another/,
    ],
    [
      'a flap that stands off its face',
      (p) => Object.assign(panelOf(p, 'tongueTop'), { angle: 70 }),
      /“tongueTop”: it stands/,
    ],
    [
      'a range that leaves its usual value out',
      (p) => Object.assign(p.measures[0]!, { most: 30 }),
      /does not lie between/,
    ],
  ])('with %s is told, with the place', (_, spoil, why) => {
    const spoilt = box()
    spoil(spoilt)
    expect(problems(spoilt)).toMatch(why)
  })

  it('with ten thousand panels, text that is no JSON, or fields that are none is refused at once', () => {
    const many = box()
    many.pieces[0]!.panels = Array.from({ length: 10_000 }, () => panelOf(box(), 'front'))
    expect(problems(many)).toMatch(/kB|200/)
    expect(readPattern('{').problems[0]).toMatch(/no JSON/)
    expect(problems({ ...box(), script: 'x' })).toMatch(/script/)
    expect(problems(null)).toMatch(/The file/)
  })

  it('has a published schema that says the same', () => {
    const published = JSON.parse(readFileSync('public/schemas/pattern.schema.json', 'utf8'))
    expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(patternSchema, { io: 'input' }))))
  })
})

describe('the room that things ask for', () => {
  it('is their sum, with clearance round and between them, above alone where they stand', () => {
    const one = { length: 70, width: 50, height: 110, along: 1, across: 1, up: 1, clearance: 1 }
    expect(roomFor(one)).toEqual({ length: 72, width: 52, height: 111 })
    expect(roomFor({ ...one, along: 3, up: 2 })).toEqual({ length: 214, width: 52, height: 221 })
  })

  it('is told with what a pattern comes to, folded and flat', () => {
    const figures = figuresOf(
      named('tuck-end-box'),
      usual(named('tuck-end-box'), { length: 70, width: 50, height: 110, caliper: 0.3 }),
    )
    expect(figures[0]).toBe('Room within: 70 x 50 x 110 mm.')
    expect(figures[1]).toMatch(
      /^“Box” is 70.6 x 111.2 x 51.2 mm outside when it is folded, [\d.]+ x [\d.]+ mm flat.$/,
    )
    expect(figures.at(-1)).toBe(named('tuck-end-box').build)
  })
})

describe('the words of a pattern', () => {
  afterEach(() => speakFrom(() => null))

  it('are those of the language that is spoken: its pieces, and how it is put together', async () => {
    const german = await openCatalog('de')
    speakFrom(() => german)
    const tray = named('tray-and-lid')
    const titles = linesOfPattern(tray, usual(tray)).map((l) => l.title)
    expect([...new Set(titles)]).toEqual(['Schale', 'Deckel'])
    const told = figuresOf(tray, usual(tray)).join('\n')
    expect(told).toContain('„Schale“ misst')
    expect(told).toContain('Klebe die Ecken von beiden; der Deckel geht über die Schale.')
    // What a stranger wrote stays as it is.
    const own = { ...tray, build: 'Glue it as you like.' }
    expect(figuresOf(own, usual(tray))).toContain('Glue it as you like.')
  })
})

describe('a pattern that a person brought', () => {
  it('is kept in its making as it came, follows its measures, and is saved with them', () => {
    const text = JSON.stringify(named('hexagonal-box'))
    const begun = addMaking(emptyProject('Fair'), {
      id: 'm',
      recipe: OWN_PATTERN,
      pattern: text,
      measures: { side: 40 },
    })
    const [project] = settled(begun)
    expect(projectSchema.safeParse(project).success).toBe(true)
    expect(Object.keys(project.pieces)).toHaveLength(2)
    const [wider] = settled(changeMeasures(project, 'm', { side: 50 }))
    const making = wider.sources.m as Making
    expect(making).toMatchObject({ pattern: text, trouble: null, measures: { side: 50 } })
    const saved = readPattern(patternFile(making)!)
    expect(saved.pattern?.measures.find((m) => m.name === 'side')?.usual).toBe(50)
  })

  it('that is broken is no making; one that breaks later says why and keeps its lines', () => {
    const begin = (pattern: string) =>
      addMaking(emptyProject('Fair'), { id: 'm', recipe: OWN_PATTERN, pattern })
    expect(() => begin('{')).toThrow(CannotMake)
    const [project] = settled(begin(JSON.stringify(named('pyramid'))))
    const spoilt = { ...project, sources: { m: { ...(project.sources.m as Making), pattern: '{"name":1}' } } }
    expect(knownRecipe(spoilt.sources.m)).toBeUndefined()
    const [again] = remake(spoilt, spoilt.sources.m, 'again')
    expect((again.sources.m as Making).trouble).toBeTruthy()
    expect(Object.keys(again.lines)).toEqual(Object.keys(project.lines))
  })
})

describe('a pattern that forgets the layers inside', () => {
  it('is told by the room that it has, not by what its measures say', () => {
    const tray = structuredClone(named('tray-and-lid'))
    tray.values.a = 'length + caliper'
    const measures = usual(tray, { length: 90, width: 70, height: 30, caliper: 1.2 })
    expect(figuresOf(tray, measures)[0]).toBe('Room within: 87.6 x 70 x 30 mm.')
    expect(figuresOf(named('tray-and-lid'), measures)[0]).toBe('Room within: 90 x 70 x 30 mm.')
  })
})
