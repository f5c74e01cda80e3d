import { CONVENTIONS } from '../../corpus/conventions'
import { chance, type Drawn } from '../../corpus/draw'
import { TEMPLATES } from '../../corpus/templates'
import { writeSvg } from '../../corpus/write-svg'
import { transformPath } from '../../src/core/geometry/path'

/** An SVG of the corpus's dielines side by side, folds in red, up to a number of lines. */
export function dielines(count: number): string {
  const random = chance(5)
  const drawn: Drawn[] = []
  let [x, y, row] = [0, 0, 0]
  for (let k = 0; drawn.length < count; k += 1) {
    const die = TEMPLATES[k % TEMPLATES.length]!(1)
    for (const line of CONVENTIONS[0]!.draw(die, random))
      drawn.push({ ...line, d: transformPath(line.d, [1, 0, 0, 1, x, y]) })
    x += die.width + 10
    row = Math.max(row, die.height)
    if (x > 15_000) {
      x = 0
      y += row + 10
      row = 0
    }
  }
  return writeSvg({ drawn: drawn.slice(0, count), width: 16_000, height: y + row + 10 })
}
