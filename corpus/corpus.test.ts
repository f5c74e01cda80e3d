import { describe, expect, it } from 'vitest'
import { ARTBOARD_CONVENTIONS } from './artboard-conventions'
import { CONVENTIONS } from './conventions'
import { chance } from './draw'
import { HARD_CONVENTIONS } from './hard-conventions'
import { PAGE_CONVENTIONS } from './page-conventions'
import { PAPER_CONVENTIONS } from './paper-conventions'
import { scoreTemplate } from './score'
import { TEMPLATES } from './templates'

describe.each(CONVENTIONS)('drawn with $name', (convention) => {
  const { plain } = convention
  it.each(TEMPLATES)('%o is sorted and bound', async (template) => {
    const random = chance(template.name.length * 77)
    const { score } = (await scoreTemplate(convention, template, random))!
    expect(score.wrongSure / score.length, score.notes.join('\n')).toBeLessThanOrEqual(0.001)
    expect(score.decisions).toBeLessThanOrEqual(3)
    if (!plain) return
    // What is asked may be suggested wrongly; what is sure may not.
    expect(score.notes.filter((n) => !n.includes('?:'))).toEqual([])
    expect(score.piecesFound).toBe(score.pieces)
    expect(score.bound / score.toBind).toBeGreaterThan(0.999)
  })
})

describe.each(ARTBOARD_CONVENTIONS)('saved with the $name', (convention) => {
  it.each(TEMPLATES)('%o is never surely wrong', async (template) => {
    const random = chance(template.name.length * 53)
    const { score } = (await scoreTemplate(convention, template, random))!
    // What folds lose when they are trimmed at the edge; nothing else.
    expect(score.wrongSure, score.notes.join('\n')).toBeLessThanOrEqual(2)
    expect(score.decisions).toBeLessThanOrEqual(3)
  })
})

describe.each([...HARD_CONVENTIONS, ...PAGE_CONVENTIONS, ...PAPER_CONVENTIONS])(
  'drawn with $name',
  (convention) => {
    it.each(TEMPLATES)('%o asks rather than guesses', async (template) => {
      const random = chance(template.name.length * 31)
      const scored = await scoreTemplate(convention, template, random)
      if (!scored) return
      const { score } = scored
      // What folds lose when they are trimmed at the edge is up to two hundredths of all lines here.
      expect(score.wrongSure / score.length, score.notes.join('\n')).toBeLessThanOrEqual(0.03)
      expect(score.decisions).toBeLessThanOrEqual(3)
    })
  },
)
