import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { CONVENTIONS } from '../../corpus/conventions'
import { chance } from '../../corpus/draw'
import { TEMPLATES } from '../../corpus/templates'
import { writeSvg } from '../../corpus/write-svg'
import { areaOf, type Box, uniteBoxes } from '../../src/core/geometry/measure'
import { shapeOf } from '../../src/core/geometry/shape'
import type { Drawing } from '../../src/core/intake/drawing'

const read = (path: string) => readFileSync(fileURLToPath(new URL(`../../${path}`, import.meta.url)), 'utf8')

/** Drawings that are read beside other programs: those of the demo, hard cases, and some of the corpus. */
export const DRAWINGS: readonly { name: string; svg: string }[] = [
  ...['tea-caddy', 'sachet', 'labels', 'tags'].map((name) => ({
    name,
    svg: read(`demo/drawings/${name}.svg`),
  })),
  ...['arcs', 'compound', 'curves', 'nested-svg', 'nested-transforms', 'units', 'use-and-symbol'].map(
    (name) => ({
      name,
      svg: read(`src/core/intake/svg/hard-cases/${name}.svg`),
    }),
  ),
  ...TEMPLATES.slice(0, 8).map((template, k) => {
    const { pieces, width, height } = template(1)
    const die = template(1)
    const drawn = CONVENTIONS[0]!.draw(die, chance(k + 1))
    return { name: `corpus ${k + 1} (${pieces.length})`, svg: writeSvg({ drawn, width, height }) }
  }),
]

/** The box of all lines, mm, and the area that closed ones go round together, mm². */
export function measured({ lines }: Drawing): { box: Box; area: number; count: number } {
  return {
    box: uniteBoxes(lines.map((l) => shapeOf(l.d).box)),
    area: lines.reduce((sum, l) => {
      const { contour } = shapeOf(l.d)
      return sum + (contour.closed ? Math.abs(areaOf(contour)) : 0)
    }, 0),
    count: lines.length,
  }
}
