import { describe, expect, it } from 'vitest'
import { type Affine, apply } from '../../core/geometry/affine'
import { distance } from '../../core/geometry/point'
import { lieByChance, scanSheet } from './bed'

const sheet = { id: 's', paper: 'p', width: 210, height: 297, placements: [] }
const marks = { corners: 4, size: 6, weight: 1, inset: 12 } as const

describe('scanSheet', () => {
  it.each([1, 2, 3, 4, 5, 6])(
    'finds a sheet that lies astray to within 0.1 mm, all over it (%d)',
    async (seed) => {
      const lie = lieByChance(seed, sheet)
      for (const corners of [3, 4] as const) {
        const register = await scanSheet(sheet, { ...marks, corners }, lie)
        expect(register).toMatchObject({ ok: true })
        if (!register.ok) continue
        expect(register.residual).toBeLessThan(0.1)
        for (const p of [
          { x: 0, y: 0 },
          { x: 210, y: 297 },
          { x: 105, y: 150 },
          { x: 30, y: 280 },
        ])
          expect(distance(apply(register.map, p), apply(lie, p))).toBeLessThan(0.1)
      }
    },
  )

  it('finds a large sheet too, in a picture of bounded size', async () => {
    const large = { ...sheet, width: 700, height: 1000 }
    const lie: Affine = [1, 0, 0, 1, 1.3, 0.4]
    const register = await scanSheet(large, marks, lie)
    expect(register).toMatchObject({ ok: true })
    if (register.ok)
      expect(distance(apply(register.map, { x: 700, y: 1000 }), { x: 701.3, y: 1000.4 })).toBeLessThan(0.1)
  })

  it('refuses a sheet with a mark that is missing or covered', async () => {
    const lie = lieByChance(7, sheet)
    expect(await scanSheet(sheet, marks, lie, { corner: 'left lower', kind: 'missing' })).toMatchObject({
      ok: false,
      message: expect.stringContaining('left lower corner was not found'),
    })
    expect(await scanSheet(sheet, marks, lie, { corner: 'right upper', kind: 'covered' })).toMatchObject({
      ok: false,
      message: expect.stringContaining('right upper corner is covered'),
    })
  })
})
