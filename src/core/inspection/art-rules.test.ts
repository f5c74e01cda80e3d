import { describe, expect, it } from 'vitest'
import { applyFix } from '../binding/apply-fix'
import { rebind } from '../binding/reconcile'
import type { LaidArt } from '../document/art'
import { dropUnusedArt } from '../document/art-on-pieces'
import { plainLine } from '../document/plain-line'
import { USUAL_PRINT } from '../document/print'
import { emptyProject, type Project } from '../document/project'
import { inspect } from '.'

/** A card of 100 by 50 mm with a picture of 1000 by 500 pixels on it. */
function card(laid: Partial<LaidArt> = {}, print: Project['print'] = USUAL_PRINT): Project {
  const empty = emptyProject('Card')
  const [project] = rebind(
    {
      ...empty,
      looks: { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } },
      lines: { a: plainLine('a', 'cut', 'M0 0L100 0L100 50L0 50Z') },
    },
    'find',
  )
  const [piece] = Object.values(project.pieces)
  const art = { art: 'p', fit: 'fill', width: 100, turned: 0, right: 0, down: 0, ...laid } as const
  return {
    ...project,
    print,
    art: {
      p: {
        id: 'p',
        name: 'leaf.png',
        format: 'png',
        bytes: 9,
        pixels: { width: 1000, height: 500 },
        width: 85,
        height: 42.5,
      },
    },
    pieces: { [piece!.id]: { ...piece!, art: { front: art } } },
  }
}
const told = (project: Project) => inspect(project).map((f) => f.rule)

describe('art on a piece', () => {
  it('passes where it covers the piece, is fine enough, and its sheets are printed', () => {
    expect(told(card())).toEqual([])
  })

  it('is told where no printer sees it', () => {
    expect(inspect(card({}, null))).toMatchObject([
      { rule: 'art-unprinted', severity: 'warning', message: /cut without printing/ },
    ])
    const [unprinted] = inspect(card({}, null))
    const [mended] = applyFix(card({}, null), unprinted!)
    expect([mended.print, told(mended)]).toEqual([USUAL_PRINT, []])
    const onBack = card()
    const [piece] = Object.values(onBack.pieces)
    piece!.art = { back: piece!.art!.front! }
    expect(inspect(onBack)).toMatchObject([{ rule: 'art-unprinted', message: /on its back/ }])
    const [backs] = applyFix(onBack, inspect(onBack)[0]!)
    expect([backs.print, told(backs)]).toEqual([{ ...USUAL_PRINT, bothSides: true }, []])
  })

  it('is told of print lines too, which a print shop may have printed already', () => {
    const plain = card({}, null)
    for (const piece of Object.values(plain.pieces)) delete piece.art
    expect(told(plain)).toEqual([])
    const lines = { ...plain.lines, b: plainLine('b', 'print', 'M10 10L20 10L20 20L10 20Z') }
    const [printed] = rebind({ ...plain, lines }, 'find')
    const found = inspect(printed)
    expect(found).toMatchObject([{ rule: 'art-unprinted', severity: 'note', lines: ['b'] }])
    expect(told(applyFix(printed, found[0]!)[0])).toEqual([])
  })

  it('is told where it stops just short of the edge, not where it is meant to lie within', () => {
    expect(inspect(card({ fit: 'exact', width: 97 }))).toMatchObject([
      { rule: 'art-short', message: /stops 1\.5 mm short .* 3\.0 mm larger/ },
    ])
    expect(told(card({ fit: 'exact', width: 60 }))).toEqual([])
    expect(told(card({ fit: 'exact', width: 99.5 }))).toEqual([])
    expect(told(card({ right: 2 }))).toEqual(['art-short'])
  })

  it('is told where its pixels are too few for its size', () => {
    // 1000 pixels over 100 mm are 254 an inch; turned upright it must be twice as wide to cover, so half as fine.
    expect(told(card({ turned: 90 }))).toEqual(['art-coarse'])
    const coarse = inspect(card({ fit: 'exact', width: 300 }))
    expect(coarse).toMatchObject([{ message: /has 85 pixels an inch .* 3544 pixels wide/ }])
  })

  it('is told where its piece lies mirrored on a sheet', () => {
    const project = card()
    const [piece] = Object.keys(project.pieces)
    const placement = { id: 'at-11', piece: piece!, copy: 0, x: 10, y: 10, rotation: 0 }
    const laid = (mirrored: boolean): Project => ({
      ...project,
      layout: {
        ...project.layout,
        sheets: [{ id: 's', paper: 'p', width: 210, height: 297, placements: [{ ...placement, mirrored }] }],
      },
    })
    expect(told(laid(false))).toEqual([])
    expect(inspect(laid(true))).toMatchObject([{ rule: 'art-mirrored', message: /printed mirrored/ }])
  })

  it('leaves the list of pictures with the last piece that carries it', () => {
    const project = card()
    dropUnusedArt(project)
    expect(Object.keys(project.art!)).toEqual(['p'])
    delete Object.values(project.pieces)[0]!.art!.front
    dropUnusedArt(project)
    expect(project.art).toEqual({})
  })
})
