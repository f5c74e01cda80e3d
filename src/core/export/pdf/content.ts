import type { Polyline } from '../../geometry/flatten'
import type { Contour } from '../../geometry/path'
import type { Point } from '../../geometry/point'

/** A number as a content stream takes it. */
export const number = (v: number): string => {
  const text = v.toFixed(5).replace(/\.?0+$/, '')
  return text === '-0' ? '0' : text
}

const at = (p: Point): string => `${number(p.x)} ${number(p.y)}`

/** A contour as path operators, stroked. */
export function pathOf({ start, segments, closed }: Contour): string {
  const parts = segments.map(({ c1, c2, to }) =>
    c1 && c2 ? `${at(c1)} ${at(c2)} ${at(to)} c` : `${at(to)} l`,
  )
  return `${at(start)} m ${parts.join(' ')} ${closed ? 's' : 'S'}`
}

/** A closed polyline as path operators, neither stroked nor filled. */
export function ringOf(ring: Polyline): string {
  const parts: string[] = []
  for (let i = 0; i < ring.length - 2; i += 2)
    parts.push(`${number(ring[i]!)} ${number(ring[i + 1]!)} ${i === 0 ? 'm' : 'l'}`)
  return `${parts.join(' ')} h`
}

/** `#rrggbb` as the three numbers of an RGB colour. */
export const colourOf = (hex: string): string =>
  [1, 3, 5].map((i) => number(Number.parseInt(hex.slice(i, i + 2), 16) / 255)).join(' ')
