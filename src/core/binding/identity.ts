import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { type Box, boxHolds, heightOf, sharedBox, uniteBoxes, widthOf } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { shapeOfPiece } from '../pieces/piece-shape'
import type { FoundPiece } from './bind'

/**
 * The standing piece that each found piece continues; every standing piece at most once. The pair that shares most of
 * an outline comes first, then what lies in the same box, then what is alike.
 * @param before the project with the lines that are replaced, where some are
 */
export function matchPieces(
  project: Project,
  pieces: readonly Piece[],
  found: readonly FoundPiece[],
  before: Project,
): (Piece | null)[] {
  const taken = new Set<string>()
  const matched: (Piece | null)[] = found.map(() => null)
  // What stands as it was found is that piece, so that binding once more changes nothing.
  const asBound = new Map<string, Piece[]>()
  for (const piece of pieces) asBound.set(edgesOf(piece), [...(asBound.get(edgesOf(piece)) ?? []), piece])
  found.forEach((f, i) => {
    const same = asBound.get(edgesOf(f))?.find((p) => !taken.has(p.id))
    if (!same) return
    matched[i] = same
    taken.add(same.id)
  })
  // An edge may be shared by two pieces.
  const outlineOf = new Map<string, Piece[]>()
  for (const piece of pieces)
    if (!taken.has(piece.id))
      for (const id of piece.outline) outlineOf.set(id, [...(outlineOf.get(id) ?? []), piece])
  // A parted line is known by the latest line that it was a part of.
  const known = (id: string): Piece[] =>
    [id, ...[...(project.lines[id]?.lineage ?? [])].reverse()]
      .map((of) => outlineOf.get(of))
      .find((of) => of !== undefined) ?? []
  const pairs = found.flatMap((f, i) => {
    const shared = new Map<Piece, number>()
    if (matched[i]) return []
    for (const id of f.outline)
      for (const piece of known(id))
        shared.set(piece, (shared.get(piece) ?? 0) + shapeOf(project.lines[id]!.d).length)
    return [...shared].map(([piece, length]) => ({ i, piece, length }))
  })
  for (const { i, piece } of pairs.sort((a, b) => b.length - a.length || a.i - b.i)) {
    if (matched[i] || taken.has(piece.id)) continue
    matched[i] = piece
    taken.add(piece.id)
  }
  const free = pieces.filter((p) => !taken.has(p.id))
  if (free.length === 0) return matched
  const isGone = (piece: Piece) => piece.outline.every((id) => !project.lines[id])
  const boxes = found.map((f, i) =>
    matched[i] ? null : uniteBoxes(f.outline.map((id) => shapeOf(project.lines[id]!.d).box)),
  )
  const overlaps = boxes.flatMap((box, i) =>
    box
      ? free.map((piece) => {
          const old = shapeOfPiece(isGone(piece) ? before : project, piece).box
          return {
            i,
            piece,
            same: boxHolds(old, box, 0.5) && boxHolds(box, old, 0.5),
            share: sharedPart(box, old),
          }
        })
      : [],
  )
  for (const { i, piece, same, share } of overlaps.sort((a, b) => b.share - a.share)) {
    // Where all of an outline was replaced, what lies in most of its place is the piece in a newer form.
    if (!(same || (share >= NEWER_FORM && isGone(piece))) || matched[i] || taken.has(piece.id)) continue
    matched[i] = piece
    taken.add(piece.id)
  }
  if (before !== project)
    matchAlike(
      project,
      before,
      free.filter((p) => !taken.has(p.id) && isGone(p)),
      found,
      matched,
    )
  return matched
}

const edgesOf = ({ outline, openings }: Pick<FoundPiece, 'outline' | 'openings'>): string =>
  JSON.stringify([outline, openings])

/** How alike a piece and its newer form must be at least, and by how much more than any other pair. */
const ALIKE = { least: 0.6, lead: 0.1 }

/**
 * Pieces of a file that was replaced and laid elsewhere, or grew: known by name, by shape up to its size, by the role that
 * they play, and by their order. What is not clearly one of them stays unknown.
 */
function matchAlike(
  project: Project,
  before: Project,
  gone: readonly Piece[],
  found: readonly FoundPiece[],
  matched: (Piece | null)[],
): void {
  const fresh = found.flatMap((f, i) => (matched[i] ? [] : [{ i, traits: traitsOf(project, f) }]))
  const old = gone.map((piece) => ({ piece, traits: traitsOf(before, piece) }))
  const pairs = fresh.flatMap((f, k) =>
    old.map((o, n) => ({
      ...f,
      piece: o.piece,
      score: likeness(f.traits, o.traits) + (k === n ? ORDER : 0),
    })),
  )
  const used = new Set<Piece>()
  for (const pair of pairs.sort((a, b) => b.score - a.score)) {
    const { i, piece, score } = pair
    if (score < ALIKE.least) return
    if (matched[i] || used.has(piece)) continue
    const rival = pairs.some(
      (p) =>
        p !== pair &&
        (p.i === i || p.piece === piece) &&
        !matched[p.i] &&
        !used.has(p.piece) &&
        score - p.score < ALIKE.lead,
    )
    if (rival) continue
    matched[i] = piece
    used.add(piece)
  }
}

/** What the same place in the order of pieces adds to likeness. */
const ORDER = 0.1

type Traits = {
  names: ReadonlySet<string>
  ratio: number
  full: number
  round: number
  openings: number
  lines: number
}

/** What is told of a piece besides its size and place. */
function traitsOf(project: Project, piece: FoundPiece): Traits {
  const own = piece.outline.flatMap((id) => project.lines[id] ?? [])
  const shapes = own.map((l) => shapeOf(l.d))
  const box = uniteBoxes(shapes.map((s) => s.box))
  const [width, height] = [widthOf(box), heightOf(box)]
  const length = shapes.reduce((sum, s) => sum + s.length, 0)
  const area = own.length > 0 ? shapeOfPiece(project, { ...NOBODY, ...piece }).area : 0
  return {
    names: new Set(
      own.flatMap((l) => [l.label, ...(project.looks[l.look]?.layers ?? [])].flatMap((n) => n ?? [])),
    ),
    ratio: width / Math.max(1e-9, height),
    full: area / Math.max(1e-9, width * height),
    round: area / Math.max(1e-9, length * length),
    openings: piece.openings.length,
    lines: piece.lines.length,
  }
}
const NOBODY: Piece = { id: '', name: '', paper: null, copies: 1, outline: [], openings: [], lines: [] }

/** How alike two pieces are, from 0 to 1. */
function likeness(a: Traits, b: Traits): number {
  const near = (p: number, q: number, give: number) =>
    Math.max(0, 1 - Math.abs(Math.log(Math.max(1e-6, p) / Math.max(1e-6, q))) / give)
  const form = near(a.ratio, b.ratio, 0.3) * near(a.full, b.full, 0.3) * near(a.round, b.round, 0.5)
  const within = (a.openings === b.openings ? 0.5 : 0) + 0.5 * near(1 + a.lines, 1 + b.lines, 0.7)
  const named = [...a.names].some((n) => b.names.has(n))
  const unlike = a.names.size > 0 && b.names.size > 0 && !named
  return 0.6 * form + 0.15 * within + (named ? 0.25 : unlike ? 0 : 0.15)
}

/** What the boxes of an outline and of its newer form have in common at least. */
const NEWER_FORM = 0.5

/** The area that two boxes share, of that which they cover together. */
function sharedPart(a: Box, b: Box): number {
  const shared = areaOfBox(sharedBox(a, b))
  return shared / Math.max(1e-9, areaOfBox(a) + areaOfBox(b) - shared)
}
const areaOfBox = (box: Box): number => widthOf(box) * heightOf(box)
