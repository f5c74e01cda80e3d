import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { applyFix } from '../binding/apply-fix'
import type { Project } from '../document/project'
import type { Making, MeasureValue } from '../document/sources'
import { boxHolds } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { pieces, rect } from '../making/drawn-pieces'
import { FONTS, putAtHand } from '../making/lettering/fonts'
import { readFont } from '../making/lettering/read-font'
import { addMaking } from '../making/make'
import { settled } from '../making/settle'
import { inspect } from '.'

const FONT = FONTS[0]!

beforeAll(() => putAtHand(FONT.name, readFont(new Uint8Array(readFileSync(`public/fonts/${FONT.file}`)))))

/** Printed words on a card of 60 by 40 mm. */
function words(measures: Record<string, MeasureValue>): Project {
  const project = pieces([rect(0, 0, 60, 40)])
  const takes = Object.keys(project.pieces).map((piece) => ({ piece, spent: true }))
  return settled(
    addMaking(project, {
      id: 'm',
      recipe: 'lettering',
      measures: {
        text: 'Lantern Quay',
        font: FONT.name,
        role: 'print',
        course: 'line',
        join: 'none',
        ...measures,
      },
      takes,
    }),
  )[0]
}
const found = (project: Project) => inspect(project).filter((f) => f.rule === 'ink-outside')

describe('words that run off their piece', () => {
  it.each(['print', 'pen'])('are an error as %s, and are made smaller to fit', (role) => {
    const project = words({ role, height: 20 })
    const [finding] = found(project)
    expect(finding).toMatchObject({ severity: 'error' })
    expect(finding!.message).toContain('past the edge of')
    const [fitted] = settled(applyFix(project, finding!))
    expect((fitted.sources.m as Making).measures.height).toBeLessThan(20)
    expect(found(fitted)).toEqual([])
    const inner = Object.values(fitted.lines).filter((l) => l.source === 'm' && l.role === role)
    const outline = Object.values(fitted.lines).find((l) => l.source === 'm' && l.role === 'cut')!
    expect(inner.length).toBeGreaterThan(8)
    for (const { d } of inner) expect(boxHolds(shapeOf(outline.d).box, shapeOf(d).box)).toBe(true)
  })

  it('are none where they lie in it', () => {
    expect(found(words({ height: 4 }))).toEqual([])
  })
})
