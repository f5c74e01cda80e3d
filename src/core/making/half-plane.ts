import { type Affine, inverse, multiply, rotation, translation } from '../geometry/affine'
import { trace } from '../geometry/flatten'
import { type Box, heightOf, widthOf } from '../geometry/measure'
import { partOf, pointAtPlace } from '../geometry/part'
import { type Contour, readPath, transformContour } from '../geometry/path'
import type { Point } from '../geometry/point'

/**
 * One side of a straight line, as far as a box reaches and beyond: that to the right of whoever looks along it.
 * @param angle of the line, degrees clockwise from the right (y runs down)
 * @param shift of the line to its right, mm
 */
export function halfPlane(through: Point, angle: number, shift: number, box: Box): Contour[] {
  const far = 4 * (widthOf(box) + heightOf(box) + Math.abs(shift)) + 100
  const side = readPath(`M${-far} 0L${far} 0L${far} ${far}L${-far} ${far}Z`)
  const map = multiply(translation(through.x, through.y), multiply(rotation(angle), translation(0, shift)))
  return [transformContour(side, map)]
}

/** The map that mirrors the plane in a line. @param angle degrees */
export function mirrorIn(through: Point, angle: number) {
  const frame = toFrame(through, angle)
  return multiply(inverse(frame), multiply([1, 0, 0, -1, 0, 0], frame))
}

/** The map into the frame of a line: x along it, y to its right. @param angle degrees */
export const toFrame = (through: Point, angle: number): Affine =>
  multiply(rotation(-angle), translation(-through.x, -through.y))

/** Further than this to the left of a line a point is beyond it, mm. */
const BEYOND = 1e-6

/** The parts of a contour to the right of a line, each an exact part of it; a closed one that is parted is open then. */
export function partsBeside(contour: Contour, through: Point, angle: number): Contour[] {
  const frame = toFrame(through, angle)
  const framed = transformContour(contour, frame)
  const { polyline, places } = trace(framed)
  const isRight = (y: number) => y >= -BEYOND
  const right = Array.from(places, (_, i) => isRight(polyline[2 * i + 1]!))
  if (right.every(Boolean)) return [contour]
  const stops: number[] = []
  for (let i = 1; i < right.length; i += 1) {
    if (right[i] === right[i - 1]) continue
    let [low, high] = [places[i - 1]!, places[i]!]
    for (let k = 0; k < 40; k += 1) {
      const middle = (low + high) / 2
      if (isRight(pointAtPlace(framed, middle).y) === right[i - 1]) low = middle
      else high = middle
    }
    stops.push(low)
  }
  const ends = [places[0]!, ...stops, places.at(-1)!]
  return ends.slice(1).flatMap((to, i) => {
    const begins = right[0] ? 0 : 1
    return i % 2 === begins && to - ends[i]! > 1e-9 ? [partOf(contour, ends[i]!, to)] : []
  })
}
