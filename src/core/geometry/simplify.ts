import type { Polyline } from './flatten'

/**
 * A polyline with fewer points, nowhere further than `tolerance` mm from the other (Ramer 1972, Douglas and Peucker
 * 1973). A closed one keeps its start and stays closed.
 */
export function simplify(line: Polyline, tolerance: number): Polyline {
  const n = line.length / 2
  if (n <= 3) return line
  const closed = line[0] === line[2 * n - 2] && line[1] === line[2 * n - 1]
  const keep = new Uint8Array(n)
  keep[0] = 1
  keep[n - 1] = 1
  const open: [number, number][] = []
  if (closed) {
    // A closed one is parted at the point furthest from its start.
    const far = furthest(line, 0, n - 1).at
    keep[far] = 1
    open.push([0, far], [far, n - 1])
  } else open.push([0, n - 1])
  for (let next = open.pop(); next; next = open.pop()) {
    const [from, to] = next
    if (to - from < 2) continue
    const { at, distance } = furthest(line, from, to)
    if (distance <= tolerance) continue
    keep[at] = 1
    open.push([from, at], [at, to])
  }
  const kept: number[] = []
  for (let i = 0; i < n; i += 1) if (keep[i]) kept.push(line[2 * i]!, line[2 * i + 1]!)
  return Float64Array.from(kept)
}

/** The point between two others that is furthest from the stretch between them. */
function furthest(line: Polyline, from: number, to: number): { at: number; distance: number } {
  const ax = line[2 * from]!
  const ay = line[2 * from + 1]!
  const dx = line[2 * to]! - ax
  const dy = line[2 * to + 1]! - ay
  const square = dx * dx + dy * dy
  let [at, most] = [from, -1]
  for (let i = from + 1; i < to; i += 1) {
    const x = line[2 * i]! - ax
    const y = line[2 * i + 1]! - ay
    const t = square === 0 ? 0 : Math.max(0, Math.min(1, (x * dx + y * dy) / square))
    const distance = (x - t * dx) ** 2 + (y - t * dy) ** 2
    if (distance > most) [at, most] = [i, distance]
  }
  return { at, distance: Math.sqrt(Math.max(0, most)) }
}
