import { type Box, uniteBoxes } from '../geometry/measure'

export const SIDES = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const
export type Side = (typeof SIDES)[number]

/** How far a box is to be moved to lie against a side of an area, or in its middle, mm. */
export function alignTo(box: Box, area: Box, side: Side): { x: number; y: number } {
  const by = {
    left: area.minX - box.minX,
    centre: (area.minX + area.maxX - box.minX - box.maxX) / 2,
    right: area.maxX - box.maxX,
    top: area.minY - box.minY,
    middle: (area.minY + area.maxY - box.minY - box.maxY) / 2,
    bottom: area.maxY - box.maxY,
  }[side]
  return side === 'left' || side === 'centre' || side === 'right' ? { x: by, y: 0 } : { x: 0, y: by }
}

/**
 * How far boxes are to be moved to lie alike, mm: several against the box around them, one against the sides of the area
 * that can be worked on, or in the middle of the paper.
 */
export function alignAll(
  boxes: readonly Box[],
  { area, paper }: { area: Box; paper: Box },
  side: Side,
): { x: number; y: number }[] {
  const alone = side === 'centre' || side === 'middle' ? paper : area
  const against = boxes.length > 1 ? uniteBoxes(boxes) : alone
  return boxes.map((box) => alignTo(box, against, side))
}

/** Boxes that begin nearer to one another than this are in one row, mm. */
const ROW = 0.5

/**
 * How far boxes are to be moved along one axis so that the room between each two rows is the same, from one side of an
 * area to the other. Boxes that begin at the same place are a row and stay one; rows keep their order.
 * @returns mm for each box; noughts where they have no room
 */
export function distribute(boxes: readonly Box[], area: Box, axis: 'x' | 'y'): number[] {
  const low = (b: Box) => (axis === 'x' ? b.minX : b.minY)
  const high = (b: Box) => (axis === 'x' ? b.maxX : b.maxY)
  const rows: { from: number; length: number; members: number[] }[] = []
  const order = boxes.map((_, i) => i).sort((a, b) => low(boxes[a]!) - low(boxes[b]!))
  for (const i of order) {
    const box = boxes[i]!
    const row = rows.at(-1)
    if (row && low(box) - row.from < ROW) {
      row.members.push(i)
      row.length = Math.max(row.length, high(box) - row.from)
    } else rows.push({ from: low(box), length: high(box) - low(box), members: [i] })
  }
  const moves = boxes.map(() => 0)
  const room = high(area) - low(area) - rows.reduce((sum, r) => sum + r.length, 0)
  if (rows.length < 2 || room < 0) return moves
  let at = low(area)
  for (const { from, length, members } of rows) {
    for (const i of members) moves[i] = at - from
    at += length + room / (rows.length - 1)
  }
  return moves
}
