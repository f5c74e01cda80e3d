import { PAPER_TOLERANCE } from '../geometry/flatten'
import type { Point } from '../geometry/point'
import type { Shape } from '../geometry/shape'
import { cutAtMeetings, type Edge } from './edges'
import { type Face, findFaces, type Sides } from './faces'
import { findMeetings } from './meetings'

export type { Edge } from './edges'
export type { Face } from './faces'
export { TooManyMeetings } from './meetings'

/**
 * The planar arrangement of a drawing: nodes where lines meet, edges between them, and the faces they enclose
 * (de Berg et al., "Computational Geometry", chapter 2: doubly connected edge list).
 */
export type Arrangement = Sides & {
  nodes: Point[]
  edges: Edge[]
  faces: Face[]
  /** how many edges, twins aside, end at a node */
  degree: Int32Array
}

/**
 * Arranges lines in the plane.
 * @param tolerance mm within which lines touch
 * @param reach mm by which a free end may fall short of the line before it
 * @throws TooManyMeetings for lines that cross or cover one another without end
 */
export function arrange(
  shapes: readonly Shape[],
  {
    tolerance = PAPER_TOLERANCE,
    reach = 0,
  }: { tolerance?: number; reach?: number | ((line: number) => number) } = {},
): Arrangement {
  const meetings = findMeetings(shapes, tolerance, typeof reach === 'number' ? () => reach : reach)
  const { nodes, edges } = cutAtMeetings(shapes, meetings, tolerance)
  const degree = new Int32Array(nodes.length)
  for (const e of edges) {
    if (e.twin >= 0) continue
    degree[e.a] = degree[e.a]! + 1
    degree[e.b] = degree[e.b]! + 1
  }
  return { nodes, edges, degree, ...findFaces(nodes, edges) }
}
