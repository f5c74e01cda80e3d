import type { Arrangement } from '../arrangement'
import { heightOf, widthOf } from '../geometry/measure'
import { matchPaper } from '../units/paper-sizes'
import { say } from '../words'
import type { SceneLine } from './stretch'
import type { Frame } from './structure'

/** A closed line that stands alone at the outside of the drawing, and the parts that lie in it. */
type Surround = { line: number; face: number; area: number; inner: Part[] }

/** A connected part of the drawing: its faces, and whether open lines are in it (closed ones that touch are no folds). */
type Part = { faces: number[]; folded: boolean }

function partsOf(lines: readonly SceneLine[], { faces, edges, component, within }: Arrangement): Part[] {
  const parts = Array.from(within, (): Part => ({ faces: [], folded: false }))
  faces.forEach((face, f) => {
    parts[component[face.walk[0]! >> 1]!]!.faces.push(f)
  })
  edges.forEach((e, k) => {
    if (!lines[e.line]!.shape.contour.closed) parts[component[k]!]!.folded = true
  })
  return parts
}

/** Every closed line at the outside that touches nothing but holds other parts, with those parts. */
function surrounds(lines: readonly SceneLine[], arrangement: Arrangement): Surround[] {
  const { faces, edges, component, within } = arrangement
  const parts = partsOf(lines, arrangement)
  const held = new Map<number, Part[]>()
  within.forEach((face, c) => {
    if (face < 0 || parts[c]!.faces.length === 0) return
    const list = held.get(face)
    if (list) list.push(parts[c]!)
    else held.set(face, [parts[c]!])
  })
  return [...held].flatMap(([f, inner]) => {
    const face = faces[f]!
    if (face.depth > 0 || parts[component[face.walk[0]! >> 1]!]!.faces.length !== 1) return []
    const around = new Set(face.walk.map((h) => edges[h >> 1]!.line))
    const [line] = around
    return around.size === 1 && lines[line!]!.shape.contour.closed
      ? [{ line: line!, face: f, area: face.area, inner }]
      : []
  })
}

/** No doors and no mechanism have so many panels (common practice). */
const PANELS = 8

/**
 * Whether a part is surely a piece with folds of its own rather than doors or a mechanism in what is around it: some look
 * runs within it that closes no side of it. Doors are closed by their hinges.
 */
function isSurelyFolded(
  part: Part,
  lines: readonly SceneLine[],
  { edges, faces, side }: Arrangement,
): boolean {
  if (part.faces.length < 2 || !part.folded) return false
  if (part.faces.length >= PANELS) return true
  const own = new Set(part.faces)
  const rim = new Set<string>()
  const within = new Set<string>()
  for (const f of part.faces)
    for (const h of faces[f]!.walk) {
      const { family } = lines[edges[h >> 1]!.line]!
      const [l, r] = [side[h]!, side[h ^ 1]!]
      if (own.has(l) && own.has(r)) within.add(family)
      else rim.add(family)
    }
  return [...within].some((family) => !rim.has(family))
}

/** What the parts of an arrangement are: pieces that surely have folds of their own, perhaps, or neither. */
export type Folded = 'surely' | 'perhaps' | 'no'

const foldedOf = (parts: readonly Part[], lines: readonly SceneLine[], arrangement: Arrangement): Folded =>
  parts.some((part) => isSurelyFolded(part, lines, arrangement))
    ? 'surely'
    : parts.some((part) => part.faces.length > 1 && part.folded)
      ? 'perhaps'
      : 'no'

/** How a drawing stands by itself, without a line that may frame it. */
export function standing(lines: readonly SceneLine[], arrangement: Arrangement) {
  const { faces, within } = arrangement
  const parts = partsOf(lines, arrangement).filter((_, c) => within[c]! < 0)
  const own = parts.flatMap((part) => part.faces)
  const holding = new Set(within)
  return {
    folded: foldedOf(parts, lines, arrangement),
    /** closed parts that lie in no other */
    parts: parts.filter((part) => part.faces.length > 0).length,
    hasOpenings: own.some((f) => holding.has(f)),
    /** mm² that they enclose */
    area: own.reduce((sum, f) => sum + faces[f]!.area, 0),
  }
}

/**
 * Closed lines that stand alone around parts which have folds of their own: such parts are paper, so what is around
 * them is a page and no piece.
 */
export function findPages(lines: readonly SceneLine[], arrangement: Arrangement): Map<number, Frame> {
  const pages = new Map<number, Frame>()
  for (const { line, face, inner } of surrounds(lines, arrangement)) {
    const folded = foldedOf(inner, lines, arrangement)
    if (folded === 'no') continue
    const { box } = arrangement.faces[face]!
    const paper = matchPaper({ width: widthOf(box), height: heightOf(box) })
    const why = paper
      ? say`it is a page of ${paper.name} around pieces that have folds of their own`
      : say`it is a frame around pieces that have folds of their own`
    pages.set(line, { verdict: folded === 'surely' ? 'frame' : 'rather frame', why })
  }
  return pages
}

/**
 * Closed lines that may frame the drawing or be the bleed of a piece: around several parts that have openings of their
 * own or fill most of it, or in a look of their own close around one part. A person is asked about them.
 */
export function findPerhapsFrames(lines: readonly SceneLine[], arrangement: Arrangement): Set<number> {
  const { faces, edges, within } = arrangement
  const all = surrounds(lines, arrangement)
  const holding = new Set(within)
  return new Set(
    all.flatMap(({ line, area, inner }) => {
      const own = inner.flatMap((part) => part.faces)
      const filled = own.reduce((sum, f) => sum + faces[f]!.area, 0) / area
      const isFrame =
        inner.length >= 2 && all.length === 1 && (own.some((f) => holding.has(f)) || filled > 0.5)
      const otherLook = own.some((f) =>
        faces[f]!.walk.every((h) => lines[edges[h >> 1]!.line]!.family !== lines[line]!.family),
      )
      const isBleed = inner.length === 1 && filled > 0.6 && otherLook
      return isFrame || isBleed ? [line] : []
    }),
  )
}
