import { boxesMeet, boxHolds, heightOf, widthOf } from '../geometry/measure'
import { isInside } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'
import type { SceneLine } from './stretch'
import type { Frame } from './structure'

/** No letter of a title or note on a drawing is higher, mm (common practice). */
const HIGHEST = 16
/** Fewer shapes in a row are no writing. */
const LEAST = 4

/**
 * Small closed shapes that stand in a row on one line and differ among themselves are letters turned to outlines: those
 * of a title beside the pieces, and those on a piece, which may be cut out of it or printed on it.
 * Same shapes in a row are rather holes or tags.
 */
export function findLettering(
  lines: readonly SceneLine[],
  frames: ReadonlyMap<number, Frame>,
): { outside: Set<number>; onPaper: Set<number> } {
  const outside = new Set<number>()
  const onPaper = new Set<number>()
  const rows = findWriting(lines)
  if (rows.length === 0) return { outside, onPaper }
  const isPaper = (i: number) => (frames.get(i)?.verdict ?? 'rather outline') === 'rather outline'
  const sheets = lines.filter(
    (l, i) => l.shape.contour.closed && l.shape.area > 4 * HIGHEST ** 2 && isPaper(i),
  )
  for (const row of rows) {
    const { box } = lines[row[0]!]!.shape
    const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
    const isOnPaper = sheets.some((l) => boxHolds(l.shape.box, box) && isInside(middle, l.shape.polyline))
    for (const i of row) (isOnPaper ? onPaper : outside).add(i)
  }
  return { outside, onPaper }
}

/** The rows of small shapes that read as writing, wherever they stand. Lines are named by their positions. */
export function findWriting(lines: readonly Pick<SceneLine, 'shape' | 'family'>[]): number[][] {
  const small = lines.flatMap((l, i) => {
    const { box, contour } = l.shape
    return contour.closed && heightOf(box) <= HIGHEST && widthOf(box) <= 1.5 * HIGHEST ? [i] : []
  })
  if (small.length < LEAST) return []
  const byFamily = new Map<string, number[]>()
  for (const i of small) {
    const list = byFamily.get(lines[i]!.family)
    if (list) list.push(i)
    else byFamily.set(lines[i]!.family, [i])
  }
  return [...byFamily.values()].flatMap((family) => rowsOf(family, lines))
}

function rowsOf(members: readonly number[], lines: readonly Pick<SceneLine, 'shape'>[]): number[][] {
  const index = new SpatialIndex(members.map((i) => lines[i]!.shape.box))
  const seen = new Set<number>()
  const rows: number[][] = []
  members.forEach((_, first) => {
    if (seen.has(first)) return
    const row: number[] = []
    const queue = [first]
    seen.add(first)
    while (queue.length > 0) {
      const k = queue.pop()!
      row.push(members[k]!)
      const box = lines[members[k]!]!.shape.box
      const height = Math.max(heightOf(box), 1)
      const beside = { ...box, minX: box.minX - 1.2 * height, maxX: box.maxX + 1.2 * height }
      for (const j of index.meeting(beside)) {
        if (seen.has(j)) continue
        const other = lines[members[j]!]!.shape.box
        if (!boxesMeet(beside, other) || !sameRow(box, other)) continue
        seen.add(j)
        queue.push(j)
      }
    }
    if (isWriting(row, lines)) rows.push(row)
  })
  return rows
}

/** Whether two boxes stand on one line of writing: most of the lower one's height lies beside the other. */
function sameRow(a: { minY: number; maxY: number }, b: { minY: number; maxY: number }): boolean {
  const shared = Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY)
  return shared > 0.5 * Math.min(a.maxY - a.minY, b.maxY - b.minY)
}

function isWriting(row: readonly number[], lines: readonly Pick<SceneLine, 'shape'>[]): boolean {
  if (row.length < LEAST) return false
  const kinds = new Set(
    row.map((i) => {
      const { area, length } = lines[i]!.shape
      return `${area.toPrecision(2)} ${length.toPrecision(2)}`
    }),
  )
  return kinds.size >= Math.max(3, 0.4 * Math.min(row.length, 12))
}
