import { USUAL_PRINT } from '../../src/core/document/print'
import { apply } from '../../src/core/geometry/affine'
import { distance } from '../../src/core/geometry/point'
import { lieByChance, scanSheet } from '../../src/server/stand-in-cutter/bed'
import type { Figure } from './figure'

const SHEETS = 200

/** Sheets that lie astray by chance, found by their marks: what is left over, and how far off any place of them is. */
export async function measureMarks(): Promise<Figure[]> {
  const sheet = { id: 's', paper: 'p', width: 210, height: 297, placements: [] }
  let [residual, off, refused] = [0, 0, 0]
  for (let seed = 1; seed <= SHEETS; seed += 1) {
    const lie = lieByChance(seed, sheet)
    const register = await scanSheet(sheet, USUAL_PRINT.marks!, lie)
    if (!register.ok) {
      refused += 1
      continue
    }
    residual = Math.max(residual, register.residual)
    for (const x of [0, 105, 210])
      for (const y of [0, 150, 297])
        off = Math.max(off, distance(apply(register.map, { x, y }), apply(lie, { x, y })))
  }
  return [
    {
      what: `${SHEETS} printed sheets shifted, turned, stretched and skewed by chance, found by their marks in a picture of the bed`,
      figure: `residual at most ${residual.toFixed(3)} mm, ${refused} refused`,
      against: `the truth: at most ${off.toFixed(3)} mm off anywhere on the sheet`,
      target: 'residual under 0.1 mm, none refused',
      met: residual < 0.1 && off < 0.1 && refused === 0,
    },
  ]
}
