import { describe, expect, it } from 'vitest'
import { PLAIN_CARD } from '../../../corpus/plain-card'
import { laidArtSchema } from './art'
import { cutterFieldsSchema, PLAIN_CUTTER } from './cutter'
import { layoutSchema } from './layout'
import { limitsSchema } from './limits'
import { beatSchema, pathSchema } from './lines'
import { paperFieldsSchema } from './paper'
import { printSchema, USUAL_PRINT } from './print'
import { emptyProject } from './project'
import { runSchema } from './run'

const { id: _, ...card } = PLAIN_CARD
const paper = { ...card, leftovers: [{ width: 90, height: 60, count: 2 }] }
const { layout, run, limits } = emptyProject('Fair')

/** Everything with numbers that a person types: its schema, and a state that is in order. */
const FORMS = {
  paper: [paperFieldsSchema, paper],
  cutter: [cutterFieldsSchema, PLAIN_CUTTER],
  layout: [layoutSchema, layout],
  print: [printSchema, USUAL_PRINT],
  art: [laidArtSchema, { art: 'a', fit: 'fit', width: 20, turned: 0, right: 0, down: 0 }],
  dashes: [beatSchema, { dash: 4, gap: 1.5 }],
  run: [runSchema, { ...run, pictureSide: 1600 }],
  limits: [limitsSchema, limits],
} as const

/** What no field takes: nothing at all, what is no number, and what no sheet of paper is. */
const BAD: readonly unknown[] = [null, Number.NaN, Number.POSITIVE_INFINITY, -1e9, 1e9, '5', {}]

/** Where in a state numbers stand. */
const numbersIn = (value: unknown, path: string[] = []): string[][] =>
  typeof value === 'number'
    ? [path]
    : value && typeof value === 'object'
      ? Object.entries(value).flatMap(([key, v]) => numbersIn(v, [...path, key]))
      : []

function withValue(state: unknown, path: readonly string[], value: unknown): unknown {
  const copy = structuredClone(state) as Record<string, unknown>
  let at = copy
  for (const key of path.slice(0, -1)) at = at[key] as Record<string, unknown>
  at[path.at(-1)!] = value
  return copy
}

describe.each(Object.entries(FORMS))('the numbers of %s', (_, [schema, state]) => {
  it('pass as they are', () => {
    expect(schema.safeParse(state).success).toBe(true)
    expect(numbersIn(state).length).toBeGreaterThan(1)
  })

  it.each(numbersIn(state).map((path) => [path.join('.'), path] as const))(
    '%s takes nothing bad',
    (_name, path) => {
      for (const value of BAD) {
        const answer = schema.safeParse(withValue(state, path, value))
        expect([value, answer.success]).toEqual([value, false])
        // What is wrong is told by its place.
        expect(answer.error?.issues[0]?.path.join('.')).toContain(path[0])
      }
    },
  )
})

describe('paths', () => {
  it('are taken as they are written, and refused where a number or a point is none', () => {
    for (const d of ['M0 0', 'M-1.5 2L3 4Z', 'M0 0C1 2 3 4 5.0001 -6L7 8'])
      expect(pathSchema.safeParse(d).success).toBe(true)
    for (const d of [
      'M.. 1',
      'M1',
      'M1 2 3',
      'M1 2L3',
      'M1 2C3 4 5 6',
      'M1 2L- 3',
      'M1e999 2',
      'M-1e-308 16',
      'M1  2',
      'L1 2',
    ])
      expect(pathSchema.safeParse(d).success).toBe(false)
  })

  it('of three hundred thousand stretches are looked at too', () => {
    expect(pathSchema.safeParse(`M0 0${'L12.5 7'.repeat(300_000)}Z`).success).toBe(true)
    expect(pathSchema.safeParse(`M0 0${'L12.5 7'.repeat(300_000)}L..Z`).success).toBe(false)
  })
})
