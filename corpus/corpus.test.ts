import { describe, expect, it } from 'vitest'
import { CONVENTIONS } from './conventions'
import { chance } from './draw'
import { scoreFile } from './score'
import { TEMPLATES } from './templates'
import { writeSvg } from './write-svg'

describe.each(CONVENTIONS)('drawn with $name', ({ draw, plain }) => {
  it.each(TEMPLATES)('%o is sorted and bound', async (template) => {
    const random = chance(template.name.length * 77)
    const dieline = template(0.8 + 0.6 * random())
    const drawing = { drawn: draw(dieline, random), width: dieline.width, height: dieline.height + 30 }
    const score = await scoreFile(new TextEncoder().encode(writeSvg(drawing)), 'die.svg', dieline, drawing)
    expect(score.wrongSure / score.length, score.notes.join('\n')).toBeLessThanOrEqual(0.001)
    expect(score.decisions).toBeLessThanOrEqual(3)
    if (!plain) return
    expect(score.notes).toEqual([])
    expect(score.piecesFound).toBe(score.pieces)
    expect(score.bound / score.toBind).toBeGreaterThan(0.999)
  })
})
