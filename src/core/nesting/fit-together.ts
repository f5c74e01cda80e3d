import type { Box } from '../geometry/measure'
import { polylineBox } from '../geometry/polyline'
import { Bin, type Pose } from './bin'
import { type Cluster, clustersOf } from './complements'
import { isClean, laidIn } from './laid'
import { type Nesting, type NestProblem, TURNS } from './problem'
import { separate } from './separate'
import { fillSheets } from './skyline'
import { type SolidKind, STRAY } from './solid'

/** More pieces than this are not looked at pair by pair. */
const MOST = 150
/** How much wider than need be a cluster is drawn apart, more where that was too little. */
const LOOSE = [1, 1.1, 1.2, 1.35, 1.5, 1.8, 2.6]
/** Little steps only: all lie where they belong. */
const NEAR = { wide: 0, near: 12, closer: 2 }

/**
 * Lays pieces that were cut from one another as they were: what fits together edge to edge is laid as one, drawn
 * apart by the spacing, and these clusters by their boxes.
 * @yields while pieces are drawn apart
 * @returns null where nothing fits together, where something is taken on the sheets, or where it cannot be drawn apart
 */
export function* fitTogether(
  problem: NestProblem,
  kinds: readonly SolidKind[],
  random: () => number,
): Generator<null, Nesting | null> {
  if (problem.items.length > MOST || problem.stocks.some((s) => s.taken.length > 0)) return null
  const turns = leastTurns(problem)
  const clusters = clustersOf(
    problem.items.map((kind) => problem.kinds[kind]!.rings[0]!),
    turns,
  )
  if (clusters.length === problem.items.length) return null
  const bins: Bin[] = []
  for (const cluster of clusters) {
    const bin = yield* drawnApart(problem, kinds, cluster, random)
    if (!bin) return null
    bins.push(bin)
  }
  const boxes = bins.map((bin, item) => {
    const { minX, minY, maxX, maxY } = boxOf(bin)
    return { item, width: maxX - minX, height: maxY - minY, turns: turns.length === 4 }
  })
  const { sheets, left } = fillSheets(
    boxes.sort((a, b) => b.width * b.height - a.width * a.height),
    problem,
  )
  const half = problem.spacing / 2
  return {
    left: left.flatMap((k) => clusters[k]!.map((m) => m.part)),
    sheets: sheets.map(({ stock, laid }) => {
      const { area } = problem.stocks[stock]!
      const sheet = new Bin([area], random)
      for (const { item, x, y, turned } of laid) {
        const bin = bins[item]!
        const box = boxOf(bin)
        bin.members.forEach((member, i) => {
          const pose = bin.poses[i]!
          const at: Pose = turned
            ? { x: box.maxY - pose.y, y: pose.x - box.minX, degrees: (pose.degrees + 90) % 360 }
            : { x: pose.x - box.minX, y: pose.y - box.minY, degrees: pose.degrees }
          sheet.add(member, { ...at, x: at.x + x + area.minX - half, y: at.y + y + area.minY - half })
        })
      }
      return { stock, laid: laidIn(sheet) }
    }),
  }
}

/** The quarters by which every piece may be turned. */
const leastTurns = ({ kinds }: NestProblem): readonly number[] => {
  const all = kinds.map(({ turning }) => TURNS[turning === 'any' ? 'quarter' : turning])
  return all.reduce((a, b) => (b.length < a.length ? b : a)).map((degrees) => degrees / 90)
}

/** A cluster with the spacing between its pieces; null where they do not come apart. */
function* drawnApart(
  problem: NestProblem,
  kinds: readonly SolidKind[],
  cluster: Cluster,
  random: () => number,
): Generator<null, Bin | null> {
  const bin = new Bin([{ minX: 0, minY: 0, maxX: 0, maxY: 0 }], random)
  for (const { part, x, y, turn } of cluster) {
    const kind = kinds[problem.items[part]!]!
    const { minX, minY, maxX, maxY } = polylineBox(kind.kind.rings[0]!)
    const [cx, cy] = [(minX + maxX) / 2, (minY + maxY) / 2]
    const [u, v] = [
      [cx, cy],
      [-cy, cx],
      [-cx, -cy],
      [cy, -cx],
    ][turn]!
    bin.add({ item: part, kind, fixed: false }, { x: u! + x, y: v! + y, degrees: 90 * turn })
  }
  if (isClean(bin)) return bin
  const tight = bin.copyPoses()
  const size = Math.sqrt(bin.filled / bin.members.length)
  for (const loose of LOOSE) {
    const by = 1 + (loose * (problem.spacing + 2 * STRAY)) / size
    tight.forEach((p, i) => {
      bin.set(i, { ...p, x: p.x * by, y: p.y * by })
    })
    bin.area = boxOf(bin)
    const run = separate(bin, random, { rounds: 30, strikes: 1 }, NEAR)
    for (let state = run.next(); ; state = run.next()) {
      if (!state.done) yield null
      else if (state.value && isClean(bin)) return bin
      else break
    }
  }
  return null
}

/** The box of all that lies in a bin, spacing included. */
function boxOf({ solids, poses }: Bin): Box {
  const all = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
  solids.forEach(({ box }, i) => {
    const { x, y } = poses[i]!
    all.minX = Math.min(all.minX, box.minX + x)
    all.minY = Math.min(all.minY, box.minY + y)
    all.maxX = Math.max(all.maxX, box.maxX + x)
    all.maxY = Math.max(all.maxY, box.maxY + y)
  })
  return all
}
