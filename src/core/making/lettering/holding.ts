import { flatten, type Polyline } from '../../geometry/flatten'
import { areaOf, boundsOf } from '../../geometry/measure'
import type { Contour } from '../../geometry/path'
import { polylineArea, polylineBox } from '../../geometry/polyline'
import { offset } from '../../geometry/regions'
import { combine, uniteOutlines } from '../../outlines/combine'
import { rounded } from '../rounded'

/** Bars that hold what would fall: dots on their stems, and the insides of letters that are cut out. */

/** Heights at which an upright line crosses closed lines, from the top downwards. */
function crossed(lines: readonly Polyline[], x: number): number[] {
  const found: number[] = []
  for (const line of lines)
    for (let i = 0; i + 3 < line.length; i += 2) {
      const [ax, ay, bx, by] = [line[i]!, line[i + 1]!, line[i + 2]!, line[i + 3]!]
      if (ax <= x !== bx <= x) found.push(ay + ((x - ax) / (bx - ax)) * (by - ay))
    }
  return found.sort((a, b) => a - b)
}

const bar = (x: number, width: number, from: number, to: number): Contour =>
  rounded(
    [
      { x: x - width / 2, y: from },
      { x: x + width / 2, y: from },
      { x: x + width / 2, y: to },
      { x: x - width / 2, y: to },
    ],
    [0, 0, 0, 0],
  )

const outer = (contours: readonly Contour[]) => contours.filter((c) => areaOf(c) > 0)

/**
 * A letter whose parts hang together: a dot, an accent, a quotation mark is held by a bar down to what lies below it.
 * @param width of the bar, mm in the letter's frame
 * @param floor the height to which what has nothing below it is held; null where nothing need hold it
 */
export function held(contours: readonly Contour[], width: number, floor: number | null): Contour[] {
  const parts = outer(contours)
  const lowest = (c: Contour) => boundsOf(c).maxY
  const isFloating = (c: Contour) => floor !== null && lowest(c) < floor
  if (parts.length < 2 && !parts.some(isFloating)) return [...contours]
  const polylines = parts.map((c) => flatten(c))
  const bars = parts.flatMap((part, i): Contour[] => {
    const { minX, maxX, minY, maxY } = boundsOf(part)
    const x = (minX + maxX) / 2
    const others = polylines.filter((_, k) => k !== i)
    const below = crossed(others, x).find((y) => y > minY)
    const foot = below ?? (isFloating(part) ? floor : null)
    if (foot === null || foot <= maxY - 1e-9) return []
    const thin = Math.min(width, maxX - minX)
    const into = below === undefined ? 0 : thin / 2
    return [bar(x, thin, Math.max(...crossed([polylines[i]!], x), minY) - thin / 2, foot + into)]
  })
  return bars.length > 0 ? uniteOutlines(contours, bars) : [...contours]
}

/**
 * A letter to be cut out whose insides stay: each is held by a bar up and a bar down to the paper about the letter. An
 * inside that hangs on by a hair is held too.
 * @param width of the bars, mm in the letter's frame
 */
export function bridged(contours: readonly Contour[], width: number): Contour[] {
  const polylines = contours.map((c) => flatten(c))
  // Where strokes are a little thicker, what hangs on by less than half of a bar is an inside too.
  const insides = offset(polylines, width / 4).filter((ring) => polylineArea(ring) < 0)
  if (insides.length === 0) return [...contours]
  const bars = insides.flatMap((inside): Contour[] => {
    const { minX, maxX } = polylineBox(inside)
    const x = (minX + maxX) / 2
    const thin = Math.min(width, Math.max(0.8 * (maxX - minX), width / 4))
    const own = crossed([inside], x)
    const [top, bottom] = [own[0]!, own.at(-1)!]
    // From within, the next edge is where the stroke begins, and the one after that where it ends.
    const all = crossed(polylines, x)
    const up = all.filter((c) => c < top).at(-2)
    const down = all.filter((c) => c > bottom)[1]
    return [
      ...(up === undefined ? [] : [bar(x, thin, up - thin, top)]),
      ...(down === undefined ? [] : [bar(x, thin, bottom, down + thin)]),
    ]
  })
  return combine('difference', contours, bars)
}
