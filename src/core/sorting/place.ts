import type { Arrangement } from '../arrangement'
import { polylineOfWalk } from '../arrangement/faces'
import { type Box, emptyBox, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { lengthOfVector, type Point } from '../geometry/point'
import { isInside, polylineBox, polylineLength, samplesOf } from '../geometry/polyline'
import { SpatialIndex } from '../geometry/spatial-index'
import { findPerhapsFrames } from './pages'
import type { Place, SceneLine, Stretch } from './stretch'
import type { Frame } from './structure'

type Known = {
  frames: ReadonlyMap<number, Frame>
  lettering: { outside: ReadonlySet<number>; onPaper: ReadonlySet<number> }
  margins: ReadonlySet<number>
  crossed: ReadonlySet<number>
}

/** Says of every stretch where it lies. */
export function locate(
  lines: readonly SceneLine[],
  arrangement: Arrangement,
  { frames, lettering, margins, crossed }: Known,
): Stretch[] {
  const { edges, faces, side, within, component } = arrangement
  const depthOf = (f: number) => (f < 0 ? -1 : faces[f]!.depth)
  const perhapsFrames = findPerhapsFrames(lines, arrangement)
  const largest = faces
    .filter((f) => f.depth === 0)
    .reduce<Box | null>((most, f) => (most && diagonal(most) >= diagonal(f.box) ? most : f.box), null)
  const rambling = ramblingParts(arrangement)
  /** the lines that close each face against what lies around it */
  const closing = new Map<number, Set<number>>()
  edges.forEach(({ line }, k) => {
    const [l, r] = [side[2 * k]!, side[2 * k + 1]!]
    if (l === r) return
    const outer = depthOf(l) < depthOf(r) ? l : r
    const inner = outer === l ? r : l
    if (depthOf(outer) < depthOf(inner)) closing.set(inner, (closing.get(inner) ?? new Set()).add(line))
  })
  /** Whether lines close a flap rather than an opening: bent ones in one look, and the straight hinge in another. */
  const isDoor = (around: ReadonlySet<number> | undefined): boolean => {
    const all = [...(around ?? [])].map((i) => lines[i]!)
    return all.some(
      (l) =>
        isStraight(l.shape.polyline) && all.length > 1 && all.every((o) => o === l || o.family !== l.family),
    )
  }
  const seen = new Set<number>()
  const stretches = edges.map((edge, k): Stretch => {
    const line = lines[edge.line]!
    seen.add(edge.line)
    const [l, r] = [side[2 * k]!, side[2 * k + 1]!]
    const place = ((): Place => {
      if (l === r) {
        if (l < 0)
          return { kind: 'outside', far: !rambling.has(component[k]!) && isFar(edge.polyline, largest) }
        return { kind: 'slit', prolongs: false }
      }
      const c = component[k]!
      const nest = within[c]!
      if (l === nest || r === nest) {
        const inner = l === nest ? r : l
        const parts = closing.get(inner)?.size ?? 1
        return depthOf(inner) % 2 === 0 && !isDoor(closing.get(nest))
          ? {
              kind: 'outline',
              parts,
              perhapsFrame: perhapsFrames.has(edge.line) && !frames.has(edge.line),
              ratherOutline: frames.get(edge.line)?.why ?? null,
            }
          : {
              kind: 'opening',
              parts,
              straight: isStraight(edge.polyline),
              rim: isEvenRim(faces[nest]?.box, faces[inner]?.box),
            }
      }
      return { kind: 'divides', severs: false, bent: false, twice: false, prolongs: false }
    })()
    return { line, edge: k, place }
  })
  lookAtNodes(stretches, arrangement)
  const paper = faces.map((_, f) => f).filter((f) => depthOf(f) % 2 === 0)
  const index = new SpatialIndex(paper.map((f) => faces[f]!.box))
  const rings = new Map<number, Float64Array>()
  const ringOf = (f: number) => {
    const known = rings.get(f) ?? polylineOfWalk(faces[f]!.walk, edges)
    rings.set(f, known)
    return known
  }
  const holds = (f: number, p: Point) => isInside(p, ringOf(f))
  /** Whether what is filled, or said to be printed, lies on paper though it is drawn beyond the edges, as bleed is. */
  const covers = (line: SceneLine) => {
    const { look, shape } = line
    if (look.fill === null && line.named?.role.role !== 'print') return false
    return coversPaper(shape)
  }
  const coversPaper = (shape: SceneLine['shape']) =>
    shape.contour.closed &&
    index
      .meeting(shape.box)
      .some((k) => samplesOf(ringOf(paper[k]!)).some((p) => isInside(p, shape.polyline)))
  lines.forEach((line, i) => {
    if (seen.has(i)) return
    const place = ((): Place => {
      const frame = frames.get(i)
      if (frame) return { kind: 'frame', why: frame.why, sure: frame.verdict === 'frame' }
      if (lettering.outside.has(i)) return { kind: 'lettering' }
      if (lettering.onPaper.has(i)) return { kind: 'inscription' }
      if (margins.has(i)) return { kind: 'margin' }
      if (crossed.has(i)) return { kind: 'crossed' }
      const asked = samplesOf(line.shape.polyline)
      const inside = asked.filter((p) =>
        index.meeting({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }).some((k) => holds(paper[k]!, p)),
      )
      return inside.length * 2 >= asked.length || covers(line)
        ? { kind: 'within' }
        : { kind: 'outside', far: true }
    })()
    stretches.push({ line, edge: -1, place })
  })
  return stretches
}

/** How far a frame that is printed on a panel lies from its edges: at least and at most, and how unevenly, mm. */
const RIM = { least: 1.5, most: 12, even: 1.5 }

/** Whether an opening runs along the edges of the panel that it is in, as a printed frame does. */
function isEvenRim(panel: Box | undefined, opening: Box | undefined): boolean {
  if (!panel || !opening) return false
  const sides = [
    opening.minX - panel.minX,
    opening.minY - panel.minY,
    panel.maxX - opening.maxX,
    panel.maxY - opening.maxY,
  ]
  const [least, most] = [Math.min(...sides), Math.max(...sides)]
  return least >= RIM.least && most <= RIM.most && most - least <= RIM.even
}

const diagonal = (box: Box) => lengthOfVector(widthOf(box), heightOf(box))

/** Whether something outside is small and well clear of the pieces, as samples in a legend are. */
function isFar(polyline: Float64Array, largest: Box | null): boolean {
  if (!largest) return false
  const n = polyline.length
  return (
    lengthOfVector(polyline[n - 2]! - polyline[0]!, polyline[n - 1]! - polyline[1]!) < 0.4 * diagonal(largest)
  )
}

/** Smaller than this a part is a letter or a mark, mm. */
const MARK = 15

/**
 * Parts of the drawing that enclose nothing though they turn round on themselves: outlines that are not closed, rather
 * than samples or measures.
 */
function ramblingParts({ edges, component, within, faces }: Arrangement): Set<number> {
  const parts = Array.from(within, () => ({ length: 0, box: emptyBox(), encloses: false }))
  edges.forEach((e, k) => {
    const part = parts[component[k]!]!
    part.length += e.length
    part.box = uniteBoxes([part.box, polylineBox(e.polyline)])
  })
  for (const face of faces) parts[component[face.walk[0]! >> 1]!]!.encloses = true
  return new Set(
    parts.flatMap(({ length, box, encloses }, c) =>
      !encloses && diagonal(box) > MARK && length > 1.8 * diagonal(box) ? [c] : [],
    ),
  )
}

/** What the nodes at the ends of dividing stretches and slits say. */
function lookAtNodes(stretches: Stretch[], { nodes, edges, degree }: Arrangement): void {
  const at: number[][] = nodes.map(() => [])
  const twins = new Set<number>()
  const isPanel = (k: number) => stretches[k]!.line.shape.contour.closed
  stretches.forEach(({ edge }, k) => {
    const e = edges[edge]!
    if (e.twin >= 0) {
      // Two closed panels that share a side; what is simply drawn twice is no panel.
      if (isPanel(k) && isPanel(e.twin)) twins.add(edge).add(e.twin)
      return
    }
    at[e.a]!.push(k)
    at[e.b]!.push(k)
  })
  const onRim = (node: number) =>
    at[node]!.some((k) => stretches[k]!.place.kind === 'outline' || stretches[k]!.place.kind === 'opening')
  // Lines that run from rim to rim as they were drawn are folds, whatever ends on them.
  const ends = new Map<SceneLine, number>()
  for (const { line, edge } of stretches) {
    const { a, b, from, to } = edges[edge]!
    const whole = line.shape.places.at(-1)!
    const touched = Number(from < 1e-9 && onRim(a)) + Number(Math.abs(to - whole) < 1e-9 && onRim(b))
    ends.set(line, (ends.get(line) ?? 0) + touched)
  }
  const spans = new Set(
    [...ends].flatMap(([line, n]) => (n === 2 && !line.shape.contour.closed ? [line] : [])),
  )
  stretches.forEach((stretch, k) => {
    const e = edges[stretch.edge]!
    const { place } = stretch
    if (place.kind === 'divides') {
      place.severs = onRim(e.a) && onRim(e.b)
      place.twice = twins.has(stretch.edge)
      place.bent =
        isBent(e.polyline) ||
        (!spans.has(stretch.line) &&
          [e.a, e.b].some((node) => !onRim(node) && passesAnEnd(k, node, stretches, edges, at[node]!)))
    }
    if (place.kind === 'divides' || place.kind === 'slit')
      place.prolongs = [e.a, e.b].some(
        (node) => degree[node] === 2 && prolongsAt(k, at[node]!, stretches, edges, node),
      )
  })
}

/** The unit direction in which a stretch leaves a node. */
export function leaving(e: Arrangement['edges'][number], node: number): Point {
  const p = e.polyline
  const n = p.length
  const back = e.a !== node
  const [x, y] = back ? [p[n - 2]!, p[n - 1]!] : [p[0]!, p[1]!]
  for (let i = 2; i < n; i += 2) {
    const j = back ? n - 2 - i : i
    const [dx, dy] = [p[j]! - x, p[j + 1]! - y]
    const length = lengthOfVector(dx, dy)
    if (length > 0.3 || i === n - 2) return { x: dx / (length || 1), y: dy / (length || 1) }
  }
  return { x: 0, y: 0 }
}

/**
 * Whether a stretch runs straight on past an inner node at which one other line ends. Folds that meet inside the paper
 * are at least four, or two that are one straight line: three creases round a point of whole paper are rigid, as a
 * spherical linkage of three bars is (Demaine and O'Rourke, "Geometric Folding Algorithms", from memory). So the two
 * that run straight on are a cut, and the third is the fold that ends there.
 */
function passesAnEnd(
  k: number,
  node: number,
  stretches: readonly Stretch[],
  edges: Arrangement['edges'],
  here: readonly number[],
): boolean {
  if (here.length !== 3) return false
  const mine = leaving(edges[stretches[k]!.edge]!, node)
  return here.some((j) => {
    if (j === k) return false
    const other = leaving(edges[stretches[j]!.edge]!, node)
    return mine.x * other.x + mine.y * other.y < -0.97
  })
}

const isStraight = (p: Float64Array): boolean => {
  const n = p.length
  const chord = lengthOfVector(p[n - 2]! - p[0]!, p[n - 1]! - p[1]!)
  return polylineLength(p) <= 1.001 * chord
}

/** Whether a stretch bends sharply on its way: a fold runs straight or in a smooth curve. */
function isBent(p: Float64Array): boolean {
  for (let i = 2; i < p.length - 2; i += 2) {
    const [ax, ay] = [p[i]! - p[i - 2]!, p[i + 1]! - p[i - 1]!]
    const [bx, by] = [p[i + 2]! - p[i]!, p[i + 3]! - p[i + 1]!]
    if (ax * bx + ay * by < 0.8 * lengthOfVector(ax, ay) * lengthOfVector(bx, by)) return true
  }
  return false
}

/** Whether a stretch goes straight on where a longer one of another look ends. */
function prolongsAt(
  k: number,
  here: readonly number[],
  stretches: readonly Stretch[],
  edges: Arrangement['edges'],
  node: number,
): boolean {
  const mine = leaving(edges[stretches[k]!.edge]!, node)
  return here.some((j) => {
    if (j === k || stretches[j]!.line.family === stretches[k]!.line.family) return false
    if (edges[stretches[j]!.edge]!.length < 1.5 * edges[stretches[k]!.edge]!.length) return false
    const other = leaving(edges[stretches[j]!.edge]!, node)
    return mine.x * other.x + mine.y * other.y < -0.99
  })
}
