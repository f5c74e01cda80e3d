import { describe, expect, it } from 'vitest'
import { readProject, tellProject } from '../../../bin/project'
import { PLAIN_READING } from '../document/sources'

const CARD = 'M0 0L127.35 0L127.35 88.71L0 88.71Z'
const WINDOW = 'M80 20L110 20L110 50L80 50Z'
const FOLD = 'M63.675 0L63.675 88.71'
const path = (d: string, style: string) => `<path d="${d}" ${style}/>`
const stroke = (colour: string) => `fill="none" stroke="${colour}" stroke-width="0.25"`
const fill = (colour: string) => `fill="${colour}" fill-rule="evenodd"`

/** A drawing on an artboard that leaves `margin` mm around the card. */
const drawn = (inner: string, margin = 0) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${127.35 + 2 * margin}mm" height="${88.71 + 2 * margin}mm" viewBox="${-margin} ${-margin} ${127.35 + 2 * margin} ${88.71 + 2 * margin}">${inner}</svg>`

async function rolesOf(svg: string, stacked: 'layers' | 'openings' | null = null) {
  const project = await readProject(new TextEncoder().encode(svg), 'card.svg', { ...PLAIN_READING, stacked })
  const told = tellProject(project)
  return {
    roles: told.lines.map((l) => `${l.role}${l.sure ? '' : '?'}`),
    pieces: told.pieces.map((p) => [Math.round(p.width * 100) / 100, p.openings.length] as const),
    decisions: told.decisions,
  }
}

describe('an outline on the edge of the artboard', () => {
  it.each([0, 0.1, 1])('with %f mm around is a card, where a fold ends on it', async (margin) => {
    const looks = path(CARD, stroke('#000')) + path(WINDOW, stroke('#0a0')) + path(FOLD, stroke('#f00'))
    const { roles, pieces, decisions } = await rolesOf(drawn(looks, margin))
    // Whether what lies in it in a look of its own is cut or printed is asked.
    expect(roles).toEqual(['cut', 'cut?', 'score'])
    expect(pieces).toEqual([[127.35, 1]])
    expect(decisions).toBe(1)
  })

  it.each([0, 0.1])('with %f mm around is a card, where its window is of the same path', async (margin) => {
    const { roles, pieces } = await rolesOf(drawn(path(`${CARD}${WINDOW}`, fill('#ffffff')), margin))
    expect(roles).toEqual(['cut', 'cut'])
    expect(pieces).toEqual([[127.35, 1]])
  })

  it('is a card as a white fill 10 mm within the artboard, where a fold ends on it', async () => {
    const { roles } = await rolesOf(
      drawn(path(CARD, fill('#ffffff')) + path(WINDOW, stroke('#0a0')) + path(FOLD, stroke('#f00')), 10),
    )
    expect(roles).toEqual(['cut', 'cut?', 'score'])
  })

  it('is asked about, where only shapes lie in it: it may be their page', async () => {
    const card = path(CARD, stroke('#000'))
    const one = await rolesOf(drawn(card + path(WINDOW, stroke('#0a0'))))
    expect(one.roles[0]).toBe('cut?')
    const tags = [5, 45, 85].map((x) => path(`M${x} 5L${x + 35} 5L${x + 35} 80L${x} 80Z`, stroke('#0a0')))
    const many = await rolesOf(drawn(card + tags.join('')))
    expect(many.roles).toEqual(['skip?', 'cut', 'cut', 'cut'])
  })

  it('is asked about around doors, which are closed by their hinges', async () => {
    const doors = [
      path('M40 20L90 20M40 70L90 70M65 20L65 70', stroke('#0a0')),
      path('M40 20L40 70M90 20L90 70', stroke('#f00')),
    ].join('')
    const { roles } = await rolesOf(drawn(path(CARD, stroke('#0a0')) + doors, 20))
    expect(roles[0]).not.toBe('skip')
  })

  it('is the edge of a page surely around a piece that has folds of its own', async () => {
    const tray = [
      path('M20 10L60 10L60 80L20 80Z', stroke('#000')),
      path('M40 10L40 80', stroke('#f00')),
    ].join('')
    const { roles, pieces } = await rolesOf(drawn(path(CARD, stroke('#999')) + tray))
    expect(roles).toEqual(['skip', 'cut', 'score'])
    expect(pieces).toEqual([[40, 0]])
  })

  it.each([null, 'layers'] as const)('is that of each layer of a picture, decided %s', async (stacked) => {
    const layers = Array.from({ length: 9 }, (_, k) => {
      const r = 10 + 2.3 * k
      return path(
        `${CARD}M${60 - r} ${44 - r}L${60 + r} ${44 - r}L${60 + r} ${44 + r}L${60 - r} ${44 + r}Z`,
        fill(`#${(0x99 - 12 * k).toString(16)}8866`),
      )
    }).reverse()
    const { pieces, roles } = await rolesOf(drawn(layers.join('')), stacked)
    expect(pieces).toEqual(Array.from({ length: 9 }, () => [127.35, 1]))
    expect(new Set(roles)).toEqual(new Set(['cut']))
  })

  it('under layers, plain and white, is asked about: a backing or a page', async () => {
    const layer = path(`${CARD}${WINDOW}`, fill('#996655'))
    const { roles, pieces } = await rolesOf(drawn(path(CARD, fill('#ffffff')) + layer))
    expect(roles.slice(1)).toEqual(['cut', 'cut'])
    expect(roles[0]).toMatch(/\?$/)
    expect(pieces.length).toBeGreaterThanOrEqual(1)
  })
})

describe('folds beside perforations alone', () => {
  it('drawn as the outlines are, are never surely cut', async () => {
    const { roles } = await rolesOf(
      drawn(
        path(CARD, stroke('#000')) +
          path('M0 30L127.35 30', stroke('#000')) +
          path('M20 30L20 88.71', stroke('#000')) +
          path('M0 15L127.35 15', `${stroke('#000')} stroke-dasharray="0.8 0.8"`),
      ),
    )
    expect(roles.filter((r) => r === 'cut')).toHaveLength(1)
    expect(roles.at(-1)).toBe('perforate?')
  })
})

describe('what lies on a door', () => {
  const door = path('M60 30L90 30L90 70L60 70', stroke('#000')) + path('M60 30L60 70', stroke('#f00'))
  const fold = path('M50 0L50 88.71', stroke('#f00'))
  const knob = (colour: string) => path('M78 45L86 45L86 55L78 55Z', stroke(colour))

  it('is an opening in the look of the cuts, and else asked about: no piece of its own', async () => {
    const same = await rolesOf(drawn(path(CARD, stroke('#000')) + fold + door + knob('#000')))
    expect(same.roles).toEqual(['cut', 'score', 'cut', 'score', 'cut'])
    expect(same.pieces).toHaveLength(1)
    const own = await rolesOf(drawn(path(CARD, stroke('#000')) + fold + door + knob('#a42')))
    expect(own.roles.at(-1)).toBe('cut?')
  })
})
