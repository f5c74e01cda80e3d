import { asProject } from '../corpus/as-project'
import { chance } from '../corpus/draw'
import { fillSheet } from '../src/core/sheets/fill'
import { tooNear } from './spacing'

/**
 * How many equal shapes a room holds in rows that reach into one another, found on squared paper: a square is taken
 * where the shape covers any of it, and shifts are tried one by one. It knows no no-fit polygons and no lattices; what
 * it finds is sound, so that nobody who is good may find less.
 */

export type Corners = readonly (readonly [x: number, y: number])[]

/** The squares that a shape takes, 1 mm each, by rows: `cells[y][x]`. */
function squaresOf(corners: Corners): boolean[][] {
  const [width, height] = [0, 1].map((k) => Math.max(...corners.map((c) => c[k]!))) as [number, number]
  const isIn = (x: number, y: number) => {
    let inside = false
    corners.forEach(([ax, ay], i) => {
      const [bx, by] = corners[(i + 1) % corners.length]!
      if (ay > y !== by > y && x < ax + ((y - ay) * (bx - ax)) / (by - ay)) inside = !inside
    })
    return inside
  }
  // A square is taken where one of many points within it is.
  const fine = Array.from({ length: 12 }, (_, i) => (i + 0.5) / 12)
  return Array.from({ length: Math.ceil(height) }, (_, y) =>
    Array.from({ length: Math.ceil(width) }, (_, x) =>
      fine.some((s) => fine.some((t) => isIn(x + s, y + t))),
    ),
  )
}

const turned = (cells: boolean[][]): boolean[][] => [...cells].reverse().map((row) => [...row].reverse())

/** Whether two take a square together, the second moved. */
function meet(a: boolean[][], b: boolean[][], dx: number, dy: number): boolean {
  for (let y = Math.max(0, dy); y < Math.min(a.length, b.length + dy); y += 1)
    for (let x = Math.max(0, dx); x < Math.min(a[0]!.length, b[0]!.length + dx); x += 1)
      if (a[y]![x] && b[y - dy]![x - dx]) return true
  return false
}

/** The answers of `meet` for all moves, each asked once. */
function meetings(a: boolean[][], b: boolean[][]) {
  const known = new Map<number, boolean>()
  return (dx: number, dy: number): boolean => {
    const key = dx * 4096 + dy
    const kept = known.get(key)
    if (kept !== undefined) return kept
    const found = meet(a, b, dx, dy)
    known.set(key, found)
    return found
  }
}

/** The most that rows along the width of a room hold: rows of one shape, or of pairs of which the second is turned by half. */
export function rowsHold(corners: Corners, room: { width: number; height: number }): number {
  const a = squaresOf(corners)
  const b = turned(a)
  const [width, height] = [a[0]!.length, a.length]
  const aa = meetings(a, a)
  const ab = meetings(a, b)
  const ba = meetings(b, a)
  const bb = meetings(b, b)
  let best = 0
  /** Rows of some members, each at a place and of a kind, that come again after so many squares. */
  const rows = (members: readonly { x: number; y: number; half: boolean }[]) => {
    const hits = (dx: number, dy: number) =>
      members.some((m) =>
        members.some((n) => {
          const of = m.half ? (n.half ? bb : ba) : n.half ? ab : aa
          return of(n.x + dx - m.x, n.y + dy - m.y)
        }),
      )
    let period = 1
    while (hits(period, 0) || hits(2 * period, 0)) period += 1
    const least = Math.floor((room.width - width) / period)
    if (least < 0) return
    for (let dx = 0; dx < period; dx += 1) {
      const shifts = [-3, -2, -1, 0, 1, 2, 3].map((k) => dx + k * period)
      let dy = 1
      while (dy < 3 * height && shifts.some((s) => hits(s, dy))) dy += 1
      // The one after the next must be clear too.
      if (shifts.some((s) => hits(s + dx, 2 * dy) || hits(s + dx - period, 2 * dy))) continue
      for (let phase = 0; phase < period; phase += 1) {
        let count = 0
        for (const { x, y } of members) {
          const top = Math.min(...members.map((m) => m.y))
          for (let j = 0; j * dy + y - top + height <= room.height; j += 1) {
            const first = (((x + phase + j * dx) % period) + period) % period
            if (first + width <= room.width) count += 1 + Math.floor((room.width - width - first) / period)
          }
        }
        best = Math.max(best, count)
      }
    }
  }
  rows([{ x: 0, y: 0, half: false }])
  // The second of a pair touches the first on the right, as high as it or not.
  const steps = Math.max(1, Math.round(height / 6))
  for (let y = -height + 1; y < height; y += steps) {
    let x = 0
    while (ab(x, y)) x += 1
    rows([
      { x: 0, y: 0, half: false },
      { x, y, half: true },
    ])
  }
  return best
}

/** Thirty shapes with corners on whole mm: triangles, quadrilaterals, arrows, letters, crosses, and some by chance. */
export function thirtyShapes(): Corners[] {
  const drawn: Corners[] = [
    [
      [15, 0],
      [30, 10],
      [15, 20],
      [0, 10],
    ],
    [
      [10, 0],
      [20, 0],
      [20, 10],
      [30, 10],
      [30, 20],
      [20, 20],
      [20, 30],
      [10, 30],
      [10, 20],
      [0, 20],
      [0, 10],
      [10, 10],
    ],
    [
      [0, 0],
      [30, 0],
      [0, 40],
    ],
    [
      [20, 0],
      [40, 34],
      [0, 34],
    ],
    [
      [0, 0],
      [10, 0],
      [10, 20],
      [20, 20],
      [20, 30],
      [0, 30],
    ],
    [
      [0, 0],
      [30, 0],
      [30, 10],
      [20, 10],
      [20, 30],
      [10, 30],
      [10, 10],
      [0, 10],
    ],
    [
      [10, 0],
      [30, 0],
      [40, 20],
      [0, 20],
    ],
    [
      [0, 0],
      [20, 12],
      [40, 0],
      [40, 14],
      [20, 28],
      [0, 14],
    ],
    [
      [12, 0],
      [28, 0],
      [40, 18],
      [28, 36],
      [12, 36],
      [0, 18],
    ],
    [
      [0, 0],
      [36, 0],
      [36, 24],
      [24, 24],
      [24, 10],
      [12, 10],
      [12, 24],
      [0, 24],
    ],
  ]
  const random = chance(13)
  const whole = (least: number, most: number) => Math.round(least + random() * (most - least))
  while (drawn.length < 30) {
    // Corners round a middle, in the order of their angles: star-shaped, convex or not.
    const count = whole(3, 7)
    const at = Array.from({ length: count }, (_, i) => {
      const angle = (2 * Math.PI * (i + 0.7 * random())) / count
      const far = whole(8, 24)
      return [Math.round(far * Math.cos(angle)), Math.round(far * Math.sin(angle))] as const
    })
    const [left, top] = [0, 1].map((k) => Math.min(...at.map((p) => p[k]!))) as [number, number]
    const moved = at.map(([x, y]) => [x - left, y - top] as const)
    const area = moved.reduce((sum, [x, y], i) => {
      const [p, q] = moved[(i + 1) % count]!
      return sum + x * q - p * y
    }, 0)
    if (area > 300) drawn.push(moved)
  }
  return drawn
}

const ROOM = { width: 198, height: 285 }

/** What fills a room with one shape, judged: how many, how many rows hold, what area alone bounds, and what is too near, mm. */
export function judgeFill(corners: Corners): { told: number; rows: number; bound: number; near: number } {
  const d = `M${corners.map((c) => c.join(' ')).join('L')}Z`
  const project = structuredClone(asProject('Shape', [{ d, role: 'cut' }]))
  Object.assign(project.layout, { spacing: 0, sheetMargin: 0, mat: { width: 1000, height: 1000, margin: 0 } })
  const sheet = { id: 's', paper: 'card', ...ROOM, placements: [] }
  project.layout.sheets = [sheet]
  const piece = Object.keys(project.pieces)[0]!
  const { laid } = fillSheet(project, 's', piece)!
  const twice = corners.reduce((sum, [x, y], i) => {
    const [p, q] = corners[(i + 1) % corners.length]!
    return sum + x * q - p * y
  }, 0)
  const placements = laid.map((l, copy) => ({ id: `${copy}`, piece, copy, ...l }))
  return {
    told: laid.length,
    rows: rowsHold(corners, ROOM),
    bound: Math.floor((2 * ROOM.width * ROOM.height) / Math.abs(twice)),
    near: tooNear(project, { ...sheet, placements }),
  }
}
