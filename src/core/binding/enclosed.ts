import { type Arrangement, arrange, type Edge } from '../arrangement'
import { areaOfWalk, polylineOfWalk } from '../arrangement/faces'
import type { Polyline } from '../geometry/flatten'
import type { Box } from '../geometry/measure'
import { polylineBox } from '../geometry/polyline'
import type { Shape } from '../geometry/shape'

/** A piece of paper that cut lines enclose; lines by their positions. */
export type Enclosed = {
  outline: number[]
  openings: number[][]
  /** every cut line on it: outline, openings, slits, and lines that run along the same course */
  lines: number[]
  ring: Polyline
  holes: Polyline[]
  holeBoxes: Box[]
  box: Box
  /** mm² within the ring */
  area: number
}

/** Loops smaller than this are where an edge is walked there and back, mm². */
const NOTHING = 0.02

/**
 * Finds the pieces of paper that cut lines part from the sheet. A face of their arrangement is paper when an even
 * number of outlines lies around it, so that openings are none and islands within them are; faces side by side that
 * share a cut are both paper. A window that touches its outline in one point is still a window.
 * @returns what is enclosed, and where lines must be parted for each to have whole lines as its outline
 */
export function findEnclosed(
  shapes: readonly Shape[],
  tolerance?: number,
): { enclosed: Enclosed[]; partings: Map<number, number[]> } {
  const arrangement = arrange(shapes, tolerance === undefined ? {} : { tolerance })
  const owners = new Owners(arrangement)
  const loops = arrangement.faces.map((face) => simpleLoops(face.walk, arrangement.edges))
  const isPaper = paperFaces(arrangement, loops)
  const nested = nestedIn(arrangement)
  const enclosed = arrangement.faces.flatMap((face, f): Enclosed[] => {
    if (!isPaper[f]) return []
    const outer = loops[f]!.reduce((a, b) => (b.area > a.area ? b : a))
    const holes = [...loops[f]!.filter((l) => l !== outer && l.area < -NOTHING), ...nested.loops(f)]
    const edges = holes.map((l) => polylineOfWalk(l.walk, arrangement.edges))
    const lines = new Set<number>()
    for (const walk of [face.walk, ...holes.map((l) => l.walk)]) owners.claim(f, walk)
    for (const h of face.walk) lines.add(owners.of(f, h >> 1))
    for (const e of nested.edges(f)) lines.add(owners.of(f, e))
    const outline = linesAlong(f, outer.walk, arrangement, owners)
    // What is as small as ends are joined over is walked there and back: it encloses nothing.
    if (outline.length === 0) return []
    return [
      {
        outline,
        openings: distinct(
          outline,
          holes.map((l) => linesAlong(f, l.walk, arrangement, owners)),
        ),
        lines: [...lines],
        ring: polylineOfWalk(outer.walk, arrangement.edges),
        holes: edges,
        holeBoxes: edges.map(polylineBox),
        box: face.box,
        area: outer.area,
      },
    ]
  })
  addTwins(enclosed, arrangement)
  return { enclosed, partings: findPartings(arrangement, isPaper, owners) }
}

/** Openings by their lines, each once: an edge that comes near to itself is walked as several loops of the same lines. */
function distinct(outline: readonly number[], openings: readonly number[][]): number[][] {
  const key = (lines: readonly number[]) => [...lines].sort((a, b) => a - b).join(' ')
  const seen = new Set([key(outline)])
  return openings.filter((o) => {
    const own = key(o)
    if (o.length === 0 || seen.has(own)) return false
    seen.add(own)
    return true
  })
}

type Loop = { walk: number[]; area: number }

/** A walk taken apart where it passes a node again: what runs round the face, and what runs round holes in it. */
function simpleLoops(walk: readonly number[], edges: readonly Edge[]): Loop[] {
  const origin = (h: number) => (h % 2 === 0 ? edges[h >> 1]!.a : edges[h >> 1]!.b)
  if (new Set(walk.map(origin)).size === walk.length)
    return [{ walk: [...walk], area: areaOfWalk(walk, edges) }]
  const stack: number[] = []
  const at = new Map<number, number>()
  const loops: Loop[] = []
  const close = (from: number) => {
    const loop = stack.splice(from)
    for (const h of loop) at.delete(origin(h))
    loops.push({ walk: loop, area: areaOfWalk(loop, edges) })
  }
  for (const h of walk) {
    const node = origin(h)
    const seen = at.get(node)
    if (seen !== undefined) close(seen)
    at.set(node, stack.length)
    stack.push(h)
  }
  if (stack.length > 0) close(0)
  return loops
}

/** Which faces are paper: by depth, and the other way round behind a loop that touches its outline from within. */
function paperFaces({ faces, side }: Arrangement, loops: readonly Loop[][]): boolean[] {
  const paper = faces.map((f) => f.depth % 2 === 0)
  faces.forEach((_, f) => {
    for (const loop of loops[f]!) {
      if (loop.area >= -NOTHING) continue
      const behind = loop.walk.map((h) => side[h ^ 1]!).filter((g) => g >= 0 && g !== f)
      const seen = new Set(behind)
      for (const g of seen) {
        paper[g] = !paper[f]
        for (const h of faces[g]!.walk) {
          const next = side[h ^ 1]!
          if (next >= 0 && next !== f && faces[next]!.depth === faces[g]!.depth) seen.add(next)
        }
      }
    }
  })
  return paper
}

/** For each face the parts of the drawing that lie in it without touching its edge. */
function nestedIn({ faces, edges, component, within }: Arrangement) {
  const byFace = new Map<number, Set<number>>()
  const byComponent = new Map<number, number[]>()
  edges.forEach((_, e) => {
    const c = component[e]!
    const list = byComponent.get(c)
    if (list) list.push(e)
    else byComponent.set(c, [e])
    const face = within[c]!
    if (face < 0) return
    const set = byFace.get(face)
    if (set) set.add(c)
    else byFace.set(face, new Set([c]))
  })
  const facesOf = new Map<number, number[]>()
  faces.forEach((face, f) => {
    const c = component[face.walk[0]! >> 1]!
    const list = facesOf.get(c)
    if (list) list.push(f)
    else facesOf.set(c, [f])
  })
  return {
    edges: (f: number) => [...(byFace.get(f) ?? [])].flatMap((c) => byComponent.get(c)!),
    loops: (f: number): Loop[] =>
      [...(byFace.get(f) ?? [])].flatMap((c) => rims(facesOf.get(c) ?? [], faces, edges)),
  }
}

/** The outer rims of a nested part: round its faces taken together. */
function rims(own: readonly number[], faces: Arrangement['faces'], edges: readonly Edge[]): Loop[] {
  const walked = new Set(own.flatMap((f) => faces[f]!.walk))
  // The rim is what is walked on one side only; walked the other way it goes round the outside.
  const rim = [...walked].filter((h) => !walked.has(h ^ 1)).map((h) => h ^ 1)
  const origin = (h: number) => (h % 2 === 0 ? edges[h >> 1]!.a : edges[h >> 1]!.b)
  const from = new Map<number, number[]>()
  for (const h of rim) {
    const list = from.get(origin(h))
    if (list) list.push(h)
    else from.set(origin(h), [h])
  }
  const loops: Loop[] = []
  const used = new Set<number>()
  for (const first of rim) {
    if (used.has(first)) continue
    const walk: number[] = []
    for (let h: number | undefined = first; h !== undefined && !used.has(h); ) {
      used.add(h)
      walk.push(h)
      h = from.get(origin(h ^ 1))?.find((next) => !used.has(next))
    }
    loops.push(...simpleLoops(walk, edges).filter((l) => Math.abs(l.area) > NOTHING))
  }
  return loops
}

/**
 * Where several lines run along one edge, a face takes the one that goes along it furthest, so that panels which were
 * drawn one by one keep their own sides.
 */
class Owners {
  private readonly twins = new Map<number, number[]>()
  private readonly chosen = new Map<number, Map<number, number>>()

  constructor(private readonly arrangement: Arrangement) {
    arrangement.edges.forEach(({ twin }, e) => {
      if (twin < 0) return
      const list = this.twins.get(twin)
      if (list) list.push(e)
      else this.twins.set(twin, [e])
    })
  }

  /** Chooses for a face the edges that it takes along a walk. */
  claim(face: number, walk: readonly number[]): void {
    if (this.twins.size === 0) return
    const { edges } = this.arrangement
    const along = new Map<number, number>()
    const all = (e: number) => [e, ...(this.twins.get(e) ?? [])]
    for (const h of walk)
      for (const e of all(h >> 1))
        along.set(edges[e]!.line, (along.get(edges[e]!.line) ?? 0) + edges[e]!.length)
    const own = this.chosen.get(face) ?? new Map<number, number>()
    this.chosen.set(face, own)
    for (const h of walk)
      own.set(
        h >> 1,
        all(h >> 1).reduce((a, b) =>
          (along.get(edges[b]!.line) ?? 0) > (along.get(edges[a]!.line) ?? 0) ? b : a,
        ),
      )
  }

  /** The line that a face takes for an edge. */
  of(face: number, edge: number): number {
    return this.arrangement.edges[this.chosen.get(face)?.get(edge) ?? edge]!.line
  }

  /** For each edge, its twins included, the faces that take it. */
  takers(): Map<number, number[]> {
    const takers = new Map<number, number[]>()
    for (const [face, own] of this.chosen)
      for (const e of own.values()) takers.set(e, [...(takers.get(e) ?? []), face])
    return takers
  }
}

/** The lines along a walk in order, those left out that are walked there and back. */
function linesAlong(face: number, walk: readonly number[], { side }: Arrangement, owners: Owners): number[] {
  const lines: number[] = []
  for (const h of walk) {
    if (side[h] === side[h ^ 1]) continue
    const line = owners.of(face, h >> 1)
    if (lines.at(-1) !== line && lines[0] !== line) lines.push(line)
  }
  return lines
}

/** Lines that run along the same course as another go with it. */
function addTwins(enclosed: Enclosed[], { edges }: Arrangement): void {
  const holders = new Map<number, Enclosed[]>()
  for (const piece of enclosed)
    for (const line of piece.lines) {
      const list = holders.get(line)
      if (list) list.push(piece)
      else holders.set(line, [piece])
    }
  for (const { line, twin } of edges) {
    if (twin < 0 || edges[twin]!.line === line || holders.has(line)) continue
    for (const piece of holders.get(edges[twin]!.line) ?? [])
      if (!piece.lines.includes(line)) piece.lines.push(line)
  }
}

/** Where along each line the faces change that take it as a part of their outline or of an opening. */
function findPartings(
  { edges, side }: Arrangement,
  isPaper: readonly boolean[],
  owners: Owners,
): Map<number, number[]> {
  const takers = owners.takers()
  const ofLine = new Map<number, number[]>()
  edges.forEach(({ line }, e) => {
    const list = ofLine.get(line)
    if (list) list.push(e)
    else ofLine.set(line, [e])
  })
  const cardsAt = (e: number): string => {
    const [l, r] = [side[2 * e]!, side[2 * e + 1]!]
    if (l === r) return 'slit'
    if (takers.size > 0) return (takers.get(e) ?? []).sort((a, b) => a - b).join(' ')
    return [l, r]
      .filter((f) => f >= 0 && isPaper[f])
      .sort((a, b) => a - b)
      .join(' ')
  }
  const partings = new Map<number, number[]>()
  for (const [line, list] of ofLine) {
    const changes = list.flatMap((e, k) =>
      k > 0 && cardsAt(list[k - 1]!) !== cardsAt(e) ? [edges[e]!.from] : [],
    )
    const first = edges[list[0]!]!
    const closes = list.length > 1 && first.a === edges[list.at(-1)!]!.b
    if (closes && changes.length > 0 && cardsAt(list[0]!) !== cardsAt(list.at(-1)!))
      changes.unshift(first.from)
    if (changes.length > 0) partings.set(line, changes)
  }
  return partings
}
