import { chance } from '../../corpus/draw'
import { orderStrokes } from '../../src/core/cutting/order'
import type { Stroke } from '../../src/core/cutting/pass'
import { planSheet } from '../../src/core/cutting/plan'
import { timelineOf } from '../../src/core/cutting/timeline'
import { travelOf } from '../../src/core/cutting/travel'
import type { Sheet } from '../../src/core/document/layout'
import { plainLine } from '../../src/core/document/plain-line'
import { emptyProject, type Project } from '../../src/core/document/project'
import type { Figure } from './figure'

/** Closed contours of few and many corners, slits, and openings within them, in the order of chance. */
function contours(count: number): Stroke[] {
  const random = chance(23)
  const laid: [number, number, number][] = []
  return Array.from({ length: count }, (_, i): Stroke => {
    // Anywhere that is clear of those before.
    let [x, y, r] = [0, 0, 0]
    do [x, y, r] = [10 + 580 * random(), 10 + 380 * random(), 2 + 5 * random()]
    while (laid.some(([u, v, s]) => (u - x) ** 2 + (v - y) ** 2 < (r + s + 1) ** 2))
    laid.push([x, y, r])
    const corners = i % 4 === 3 ? 0 : 3 + Math.floor(20 * random())
    const points: number[] = []
    for (let k = 0; k < corners; k += 1) {
      const turn = (2 * Math.PI * k) / corners
      points.push(x + r * Math.cos(turn), y + r * Math.sin(turn))
    }
    if (corners > 0) points.push(points[0]!, points[1]!)
    else points.push(x - r, y, x + r, y + r * random())
    return {
      placement: i,
      edge: corners > 0 ? 'outline' : null,
      points: Float64Array.from(points),
      closed: corners > 0,
    }
  })
}

/** The points at which a stroke is begun and ended as it stands. */
const endsOf = ({ points: p }: Stroke) => Float64Array.of(p[0]!, p[1]!, p[p.length - 2]!, p[p.length - 1]!)

/** The points at which a stroke could be begun: any corner of a closed one. */
const startsOf = (stroke: Stroke) => (stroke.closed ? stroke.points : endsOf(stroke))

/**
 * The weight of a minimum spanning tree over strokes that may be entered at the given points (Prim 1957): no way
 * through all of them is shorter.
 */
function spanningTree(ends: readonly Float64Array[]): number {
  const apart = (a: Float64Array, b: Float64Array) => {
    let least = Infinity
    for (let i = 0; i < a.length; i += 2)
      for (let j = 0; j < b.length; j += 2)
        least = Math.min(least, (a[i]! - b[j]!) ** 2 + (a[i + 1]! - b[j + 1]!) ** 2)
    return Math.sqrt(least)
  }
  const near = ends.map(() => Infinity)
  const done = new Set<number>()
  let sum = 0
  let at = 0
  while (done.size < ends.length) {
    done.add(at)
    let next = -1
    ends.forEach((e, i) => {
      if (done.has(i)) return
      near[i] = Math.min(near[i]!, apart(ends[at]!, e))
      if (next < 0 || near[i]! < near[next]!) next = i
    })
    if (next < 0) break
    sum += near[next]!
    at = next
  }
  return sum
}

/** Sixty sheets, each with pieces of an outline, openings and folds. */
function sixtySheets(): Project {
  const base = emptyProject('Sixty')
  const line = (id: string, d: string, role: 'cut' | 'score') => plainLine(id, role, d)
  const lines = [
    line('out', 'M0 0L80 0L90 20L90 90L80 110L0 110Z', 'cut'),
    ...Array.from({ length: 12 }, (_, k) => {
      const [x, y] = [8 + 18 * (k % 4), 10 + 30 * Math.floor(k / 4)]
      return line(
        `hole${k}`,
        `M${x} ${y}C${x + 4} ${y - 6} ${x + 8} ${y - 6} ${x + 12} ${y}L${x + 6} ${y + 12}Z`,
        'cut',
      )
    }),
    ...[22, 45, 68].map((x) => line(`fold${x}`, `M${x} 0L${x} 110`, 'score')),
  ]
  const sheets = Array.from(
    { length: 60 },
    (_, s): Sheet => ({
      id: `sheet-${s + 1}`,
      paper: 'p',
      width: 304.8,
      height: 304.8,
      placements: Array.from({ length: 6 }, (_, k) => ({
        id: `p-${6 * s + k}`,
        piece: 'p',
        copy: 6 * s + k,
        x: 6 + 97 * (k % 3),
        y: 6 + 120 * Math.floor(k / 3),
        rotation: 0,
      })),
    }),
  )
  return {
    ...base,
    looks: { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } },
    lines: Object.fromEntries(lines.map((l) => [l.id, l])),
    pieces: {
      p: {
        id: 'p',
        name: 'P',
        outline: ['out'],
        openings: lines.filter((l) => l.id.startsWith('hole')).map((l) => [l.id]),
        lines: lines.map((l) => l.id),
        paper: null,
        copies: 360,
      },
    },
    layout: { ...base.layout, sheets },
  }
}

/** How short the lifted tool's way becomes, and how long it takes to find and to plan a large job. */
export function measureTravel(): Figure[] {
  const strokes = contours(500)
  const began = performance.now()
  const ordered = orderStrokes(strokes)
  const ms = performance.now() - began
  const way = travelOf(ordered)
  const file = travelOf(strokes)
  // The way that was found is set beside the best order for its own points of beginning; where any may be chosen the
  // tree may enter a contour at one side and leave it at the other, which no blade does: a looser bound.
  const bound = spanningTree(ordered.map(endsOf))
  const loose = spanningTree(ordered.map(startsOf))
  const job = sixtySheets()
  const planning = performance.now()
  for (const sheet of job.layout.sheets) timelineOf(planSheet(job, sheet, null))
  const planned = performance.now() - planning
  return [
    {
      what: 'Travel between 500 contours, against the order of the file',
      figure: `${(file / way).toFixed(1)} times less, found in ${ms.toFixed(0)} ms`,
      against: `${(file / 1000).toFixed(1)} m in file order`,
      target: 'at least 3 times less, within 2 s',
      met: file / way >= 3 && ms <= 2000,
    },
    {
      what: 'The same travel against its lower bound',
      figure: `${(way / bound).toFixed(2)} times`,
      against: `minimum spanning tree over the points at which strokes are begun and ended, ${(bound / 1000).toFixed(2)} m (over all points at which they could be, ${(loose / 1000).toFixed(2)} m: ${(way / loose).toFixed(2)} times)`,
      target: 'at most 1.35 times',
      met: way / bound <= 1.35,
    },
    {
      what: 'A job of 60 sheets and 5,760 strokes planned and timed',
      figure: `${(planned / 1000).toFixed(2)} s`,
      against: 'bound of 3 s',
      target: 'under 3 s',
      met: planned < 3000,
    },
  ]
}
