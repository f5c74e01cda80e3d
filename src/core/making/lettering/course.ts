import { type Affine, multiply, rotation, translation } from '../../geometry/affine'
import { type Contour, readPath, transformContour } from '../../geometry/path'
import { distance } from '../../geometry/point'
import { around, type EdgePoint, straightEdge } from '../edges'
import { type Measures, numberIn } from '../recipe'
import { circle } from '../shape/circle'

/** Where letters stand: a base line, straight or bent. Along it they are laid in the order in which they are read. */
export type Course = {
  /** mm; null for one without end */
  length: number | null
  /** where the middle of the text lies, mm along it */
  middle: number
  /** a point of it, and the way up for a letter that stands there */
  at(along: number): { at: EdgePoint['at']; up: EdgePoint['out'] }
}

/** The level line from the origin on, for a text of a length. */
export const level = (length: number): Course => ({
  length: null,
  middle: length / 2,
  at: (along) => ({ at: { x: along, y: 0 }, up: { x: 0, y: -1 } }),
})

/** The straight edge of an outline that looks up: letters stand on it. @throws CannotMake */
export function alongEdge(outline: Contour): Course {
  const { from, to, out, length } = straightEdge(outline, { edge: 'top' })
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length]
  return {
    length,
    middle: length / 2,
    at: (along) => ({ at: { x: from.x + along * dx, y: from.y + along * dy }, up: out }),
  }
}

/**
 * Along an outline. Outside, letters stand on it, the text in the middle of its top; inside, they stand within it with
 * their heads to its middle, the text at the bottom.
 * @param contour wound as outlines are
 * @param shift mm along it, in the direction in which the text is read
 */
export function alongOutline(contour: Contour, isInside: boolean, shift: number): Course {
  const { length, at, box } = around(contour)
  const middle = { x: (box.minX + box.maxX) / 2, y: isInside ? box.maxY : box.minY }
  let nearest = { along: 0, distance: Infinity }
  const steps = 2000
  for (let k = 0; k < steps; k += 1) {
    const along = (k / steps) * length
    const found = distance(at(along).at, middle)
    if (found < nearest.distance) nearest = { along, distance: found }
  }
  const way = isInside ? -1 : 1
  return {
    length,
    middle: way * nearest.along + shift,
    at: (along) => {
      const { at: point, out } = at(way * along)
      return { at: point, up: isInside ? { x: -out.x, y: -out.y } : out }
    },
  }
}

/** Along a circle about a point. */
export function alongArc(measures: Measures, about: EdgePoint['at'], isInside: boolean): Course {
  const radius = numberIn(measures, 'radius')
  const ring = transformContour(readPath(circle(2 * radius)), translation(about.x - radius, about.y - radius))
  return alongOutline(ring, isInside, numberIn(measures, 'shift'))
}

/**
 * The map that stands a letter on a course: its own frame has the base line at y = 0 and the middle of its advance at
 * x = 0.
 * @param sink how far below the course its base line lies, mm
 */
export function standAt(course: Course, along: number, sink: number): Affine {
  const { at, up } = course.at(along)
  const turn = (Math.atan2(up.y, up.x) * 180) / Math.PI + 90
  return multiply(translation(at.x, at.y), multiply(rotation(turn), translation(0, sink)))
}
