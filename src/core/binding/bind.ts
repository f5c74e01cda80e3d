import type { Line, Piece } from '../document/schema'
import { findRings, ringOf } from '../geometry/chain'
import { flatten, PAPER_TOLERANCE } from '../geometry/flatten'
import { areaOf, boundsOf } from '../geometry/measure'
import { type Nested, nestRings, type Ring } from '../geometry/nesting'
import { distanceTo, isInside, samplesOf } from '../geometry/polyline'
import { shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'

/** What binding needs of a line. */
export type Bindable = Pick<Line, 'id' | 'd' | 'role' | 'held'>

/** A piece as it is found in the lines, before it has an identity. */
export type FoundPiece = Pick<Piece, 'outline' | 'openings' | 'lines'>

type Loop = Ring & { lines: string[] }

/**
 * Finds the pieces in a drawing: closed cut lines (or several that close together) nest by the even-odd rule into
 * outlines and openings, and every other line goes to the piece that holds the greater part of it. A pure function
 * of the lines and their roles.
 *
 * Lines held by hand are left to {@link reconcile}, which knows the pieces they name. Skipped lines belong to none.
 * @returns pieces in drawing order of their outlines; a line in none of them is loose
 */
export function findPieces(lines: readonly Bindable[]): FoundPiece[] {
  const found = nestCuts(lines.filter((l) => l.role === 'cut'))
  const { loops, nested } = found
  const pieceAt = new Map<number, FoundPiece>()
  loops.forEach((loop, i) => {
    if (nested[i]!.twin < 0 && nested[i]!.depth % 2 === 0)
      pieceAt.set(i, { outline: loop.lines, openings: [], lines: [...loop.lines] })
  })
  const inLoop = new Set<string>()
  loops.forEach((loop, i) => {
    for (const id of loop.lines) inLoop.add(id)
    const { twin, depth, parent } = nested[i]!
    if (twin >= 0) {
      const original = pieceAt.get(twin) ?? pieceAt.get(nested[twin]!.parent)
      original?.lines.push(...loop.lines)
    } else if (depth % 2 === 1) {
      const piece = pieceAt.get(parent)!
      piece.openings.push(loop.lines)
      piece.lines.push(...loop.lines)
    }
  })
  for (const line of lines) {
    if (inLoop.has(line.id) || line.role === 'skip' || line.held !== null) continue
    const piece = pieceAt.get(holderOf(line, found))
    piece?.lines.push(line.id)
  }
  const order = new Map(lines.map((l, i) => [l.id, i]))
  return [...pieceAt.values()].sort((a, b) => order.get(a.outline[0]!)! - order.get(b.outline[0]!)!)
}

type NestedLoops = { loops: Loop[]; nested: Nested[]; index: SpatialIndex }

let lastCuts: readonly Bindable[] = []
let lastNested: NestedLoops | null = null

/** The loops that cut lines close and how they nest. The last answer is kept: most changes leave the cut lines alone. */
function nestCuts(cuts: readonly Bindable[]): NestedLoops {
  const same =
    cuts.length === lastCuts.length &&
    cuts.every((l, i) => l.id === lastCuts[i]!.id && l.d === lastCuts[i]!.d)
  if (lastNested && same) return lastNested
  const loops = findLoops(cuts)
  lastCuts = cuts
  lastNested = { loops, nested: nestRings(loops), index: new SpatialIndex(loops.map((l) => l.box)) }
  return lastNested
}

function findLoops(cuts: readonly Bindable[]): Loop[] {
  const open = cuts.filter((l) => !shapeOf(l.d).contour.closed)
  const chains = findRings(open.map((l) => shapeOf(l.d).contour))
  return [
    ...cuts.flatMap((l): Loop[] => {
      const { contour, polyline, box, area } = shapeOf(l.d)
      return contour.closed ? [{ lines: [l.id], polyline, box, area }] : []
    }),
    ...chains.map((chain): Loop => {
      const contour = ringOf(chain.map((k) => shapeOf(open[k]!.d).contour))
      return {
        lines: chain.map((k) => open[k]!.id),
        polyline: flatten(contour),
        box: boundsOf(contour),
        area: Math.abs(areaOf(contour)),
      }
    }),
  ]
}

/** The position of the outline whose piece holds the greater part of a line; -1 for none. */
function holderOf(line: Bindable, { loops, nested, index }: NestedLoops): number {
  const { polyline, box } = shapeOf(line.d)
  const asked = samplesOf(polyline)
  const candidates = index
    .meeting(box, PAPER_TOLERANCE)
    .filter((i) => nested[i]!.twin < 0)
    .sort((a, b) => nested[b]!.depth - nested[a]!.depth || loops[a]!.area - loops[b]!.area)
  for (const i of candidates) {
    const ring = loops[i]!.polyline
    const inside = asked.filter((p) => isInside(p, ring))
    const isOpening = nested[i]!.depth % 2 === 1
    if (!isOpening && inside.length * 2 > asked.length) return i
    const onEdge = asked.filter((p) => distanceTo(p, ring) <= PAPER_TOLERANCE)
    const within = asked.filter((p) => inside.includes(p) || onEdge.includes(p))
    if (within.length * 2 <= asked.length) continue
    if (!isOpening) return i
    // Wholly within an opening there is no paper; along its edge the line belongs to the piece around it.
    return onEdge.length * 2 > asked.length ? nested[i]!.parent : -1
  }
  return -1
}
