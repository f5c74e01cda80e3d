import { PAPER_TOLERANCE } from './flatten'
import { type Contour, endOf, reverseContour } from './path'
import { distance, type Point } from './point'

/**
 * Several contours that follow one another, end to start, as one closed contour; each is turned round where needed.
 * @throws RangeError for an empty list
 */
export function ringOf(contours: readonly Contour[]): Contour {
  const [first, ...rest] = contours
  if (!first) throw new RangeError('ring: there is no contour to close')
  if (rest.length === 0) return { ...first, closed: true }
  const next = rest[0]!
  const nearest = (p: Point) => Math.min(distance(p, next.start), distance(p, endOf(next)))
  let ring = nearest(first.start) < nearest(endOf(first)) ? reverseContour(first) : first
  for (const contour of rest) {
    const end = endOf(ring)
    const onward =
      distance(end, contour.start) <= distance(end, endOf(contour)) ? contour : reverseContour(contour)
    const gap = distance(end, onward.start) > 1e-9 ? [{ to: onward.start }] : []
    ring = { start: ring.start, segments: [...ring.segments, ...gap, ...onward.segments], closed: false }
  }
  return { ...ring, closed: true }
}

/**
 * Finds the closed rings among open contours whose ends meet within `tolerance` mm. Only ends where exactly two
 * contours meet are joined, so that a branch is left as it is rather than guessed.
 * @returns for each ring the positions of its contours, in order round it
 */
export function findRings(contours: readonly Contour[], tolerance = PAPER_TOLERANCE): number[][] {
  const ends = contours.map((c) => [c.start, endOf(c)] as const)
  const node = nodesOf(ends.flat(), tolerance)
  const atNode = new Map<number, number[]>()
  contours.forEach((_, i) => {
    for (const end of [2 * i, 2 * i + 1]) {
      const list = atNode.get(node[end]!)
      if (list) list.push(end)
      else atNode.set(node[end]!, [end])
    }
  })
  const used = new Set<number>()
  const rings: number[][] = []
  for (let first = 0; first < contours.length; first += 1) {
    if (used.has(first)) continue
    const ring: number[] = []
    let end = 2 * first
    let closes = false
    while (!used.has(end >> 1)) {
      used.add(end >> 1)
      ring.push(end >> 1)
      const far = end ^ 1
      const here = atNode.get(node[far]!)!
      if (here.length !== 2) break
      end = here[0] === far ? here[1]! : here[0]!
      closes = end === 2 * first
    }
    if (closes) rings.push(ring)
    // A chain walked from its middle has only been seen one way; it is open all the same.
  }
  return rings
}

/** Gives each point the number of its cluster: points within `tolerance` of each other share one. */
function nodesOf(points: readonly Point[], tolerance: number): number[] {
  const cells = new Map<string, number[]>()
  const node: number[] = []
  points.forEach((p, i) => {
    const cx = Math.floor(p.x / tolerance)
    const cy = Math.floor(p.y / tolerance)
    let found = -1
    for (let dx = -1; dx <= 1 && found < 0; dx += 1)
      for (let dy = -1; dy <= 1 && found < 0; dy += 1)
        found = cells.get(`${cx + dx} ${cy + dy}`)?.find((j) => distance(points[j]!, p) <= tolerance) ?? -1
    node.push(found < 0 ? i : node[found]!)
    const cell = `${cx} ${cy}`
    const here = cells.get(cell)
    if (here) here.push(i)
    else cells.set(cell, [i])
  })
  return node
}
