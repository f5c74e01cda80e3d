import { describe, expect, it } from 'vitest'
import type { Look, Role } from '../document/lines'
import { plainLook as look } from '../document/plain-line'
import { roleInName } from '../document/role-words'
import { suggestRoles } from './suggest'

const BLACK = look()
const RED = look({ stroke: '#ff0000' })

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`
const seg = (x1: number, y1: number, x2: number, y2: number) => `M${x1} ${y1}L${x2} ${y2}`

function sort(drawn: [string, Look, string?][], artwork = { width: 300, height: 300 }) {
  const lines = drawn.map(([d, l, label], i) => ({ id: `l${i}`, d, look: l, label: label ?? null }))
  return suggestRoles(lines, artwork).parts.flat()
}
const roles = (drawn: [string, Look, string?][]): [Role, boolean][] =>
  sort(drawn).map((s) => [s.role, s.sure])

describe('suggestRoles', () => {
  it('knows outline, opening, fold and slit in one colour by their place alone', () => {
    expect(
      roles([
        [rect(10, 10, 100, 60), BLACK],
        [rect(20, 20, 20, 20), BLACK],
        [seg(60, 10, 60, 70), BLACK],
        [seg(85, 30, 85, 50), BLACK],
      ]),
    ).toEqual([
      ['cut', true],
      ['cut', true],
      ['score', false],
      ['cut', expect.anything()],
    ])
  })

  it('counts lines that close an outline, not the stretches that others part them into', () => {
    const comb = Array.from({ length: 40 }, (_, k): [string, Look] => [
      seg(12 + 2 * k, 10, 12 + 2 * k, 30),
      RED,
    ])
    const sides: [string, Look][] = [
      [seg(10, 10, 110, 10), BLACK],
      [seg(110, 10, 110, 70), BLACK],
      [seg(110, 70, 10, 70), BLACK],
      [seg(10, 70, 10, 10), BLACK],
    ]
    expect(sort([...sides, ...comb])[0]!.why).toContain('4 lines close an outline together')
    expect(sort([[rect(10, 10, 100, 60), BLACK], ...comb])[0]!.why).toContain('outline of a piece')
  })

  it('is sure of folds that have a colour of their own, though they stop a little short', () => {
    const [, fold] = sort([
      [rect(10, 10, 100, 60), BLACK],
      [seg(60, 10.3, 60, 69.8), RED],
    ])
    expect(fold).toMatchObject({ role: 'score', sure: true, why: expect.stringContaining('edge to edge') })
  })

  it('takes an outline drawn in separate stretches as cuts', () => {
    const sides: [string, Look][] = [
      [seg(0, 0, 50, 0), BLACK],
      [seg(50, 40, 50, 0), BLACK],
      [seg(50, 40, 0, 40), BLACK],
      [seg(0, 0, 0, 40), BLACK],
    ]
    for (const suggestion of sort(sides)) expect(suggestion).toMatchObject({ role: 'cut', sure: true })
  })

  it('takes a panel that touches the outline as folds, even as one closed line', () => {
    const cross = 'M30 0L70 0L70 30L100 30L100 70L70 70L70 100L30 100L30 70L0 70L0 30L30 30Z'
    expect(
      roles([
        [cross, BLACK],
        [rect(30, 30, 40, 40), RED],
      ])[1],
    ).toEqual(['score', true])
  })

  it('asks about an outline that is not closed beside a piece that is, and skips a sample', () => {
    const drawn: [string, Look][] = [
      [rect(0, 0, 120, 80), BLACK],
      [seg(60, 0, 60, 80), RED],
      ['M150 0L210 0L210 40L150 40L150 6', BLACK],
      [seg(150, 90, 170, 90), BLACK],
    ]
    const [, , open, sample] = sort(drawn)
    expect(open).toMatchObject({ sure: false })
    expect(sample).toMatchObject({ role: 'skip', sure: true })
  })

  it('takes a fill as the outline, however long the fold on it is', () => {
    const fill = look({ stroke: null, fill: '#f4e8c8' })
    for (const [from, to] of [
      [10, 110],
      [30, 80],
    ] as const)
      expect(
        roles([
          [rect(10, 10, 100, 100), fill],
          [seg(from, 60, to, 60), RED],
        ]).map(([role]) => role),
      ).toEqual(['cut', from === 10 ? 'score' : expect.anything()])
    // A net filled in one colour, its base drawn by folds that close.
    const net = 'M60 0L140 0L140 60L200 60L200 140L140 140L140 200L60 200L60 140L0 140L0 60L60 60Z'
    const folds = [seg(60, 60, 140, 60), seg(140, 60, 140, 140), seg(140, 140, 60, 140), seg(60, 140, 60, 60)]
    expect(roles([[net, fill], ...folds.map((d): [string, Look] => [d, RED])])).toEqual([
      ['cut', true],
      ...folds.map(() => ['score', true]),
    ])
  })

  it('believes names before looks', () => {
    const named = look({ layers: ['Perforation'] })
    expect(
      roles([
        [rect(0, 0, 90, 50), look({ layers: ['Stanzkontur'] })],
        [seg(40, 0, 40, 50), named],
        [seg(70, 0, 70, 50), look({ layers: ['rillen'], stroke: '#00f' })],
      ]).map(([r]) => r),
    ).toEqual(['cut', 'perforate', 'score'])
  })

  it('skips a sheet behind a piece with folds and what lies outside, keeps a card that is the artboard', () => {
    const white = look({ stroke: null, fill: '#ffffff' })
    const [board, , fold, outside] = roles([
      [rect(0, 0, 300, 300), white],
      [rect(10, 10, 100, 100), BLACK],
      [seg(10, 50, 110, 50), RED],
      [seg(200, 200, 250, 200), look({ stroke: '#888888' })],
    ])
    expect(board).toEqual(['skip', true])
    expect(fold).toEqual(['score', true])
    expect(outside![0]).toBe('skip')
    expect(
      roles([
        [rect(0, 0, 300, 300), BLACK],
        [seg(150, 0, 150, 300), RED],
      ]).map(([r]) => r),
    ).toEqual(['cut', 'score'])
  })

  it('reads dash and dot as a mountain fold (Yoshizawa-Randlett), short dots as holes', () => {
    const drawn: [string, Look][] = [
      [rect(0, 0, 90, 50), BLACK],
      [seg(30, 0, 30, 50), look({ dash: [6, 2, 1, 2] })],
      [seg(60, 0, 60, 50), look({ dash: [0.8, 0.8] })],
      [seg(75, 0, 75, 50), look({ dash: [4, 2] })],
    ]
    expect(sort(drawn).slice(1)).toMatchObject([
      { role: 'score', fold: 'mountain', sure: true },
      { role: 'perforate', sure: true },
      { role: 'score', fold: null, sure: true },
    ])
  })

  it('takes a fold that goes on in the same look as folds, not as a slit', () => {
    const drawn: [string, Look][] = [
      [rect(0, 0, 100, 50), BLACK],
      [seg(0, 20, 40, 20), look({ stroke: '#ff0000' })],
      [seg(40, 20, 100, 20), look({ stroke: '#ff0000' })],
    ]
    for (const fold of sort(drawn).slice(1))
      expect(fold).toMatchObject({ role: 'score', sure: true, why: expect.stringContaining('edge to edge') })
  })

  it('asks about slits that prolong a fold', () => {
    const green = look({ stroke: '#00aa00' })
    const [, , slit] = sort([
      [rect(0, 0, 100, 50), BLACK],
      [seg(10, 20, 90, 20), RED],
      [seg(0, 20, 10, 20), green],
      [seg(90, 20, 100, 20), green],
    ])
    expect(slit).toMatchObject({ role: 'cut', sure: false, why: expect.stringContaining('prolongs') })
  })
})

describe('roleInName', () => {
  it.each<[string, Role | undefined]>([
    ['CUT', 'cut'],
    ['Fold lines', 'score'],
    ['creasing', 'score'],
    ['Rillung', 'score'],
    ['pli montagne', 'score'],
    ['découpe', 'cut'],
    ['perforation', 'perforate'],
    ['Hintergrund', 'skip'],
    ['artwork', 'print'],
    ['cut and fold', undefined],
    ['executive', undefined],
    ['party', undefined],
    ['FoldLines', 'score'],
    ['THRU_CUT', 'cut'],
    ['half-cut', 'score'],
    ['DIE', 'cut'],
    ['die Schachtel', undefined],
    ['window box', undefined],
    ['山折り', 'score'],
    ['Вырубка', 'cut'],
    ['模切', 'cut'],
    ['Vouwlijnen', 'score'],
    ['Cordonatura', 'score'],
    ['Linea de corte', 'cut'],
    ['teardrop', undefined],
  ])('%s: %s', (name, role) => expect(roleInName(name)?.role).toBe(role))
})
