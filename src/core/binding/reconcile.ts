import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import { isGivenByAProgram } from '../document/given-names'
import { wasCut } from '../document/layout'
import { type Line, partOfLine } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { roleInName } from '../document/role-words'
import { type Box, boxHolds, heightOf, sharedBox, uniteBoxes, widthOf } from '../geometry/measure'
import { partOf } from '../geometry/part'
import { writePath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { shapeOfPiece } from '../pieces/piece-shape'
import { say } from '../words'
import { type Found, type FoundPiece, findPieces } from './bind'

/**
 * Brings a project's pieces in line with its lines. A found piece that shares lines of an outline with a standing
 * one, or lies in the same box, is that piece still: it keeps id, name, paper and copies.
 * @param label what the edit is called
 * @param before the project with the lines that are replaced, where some are: their pieces are known by where they lay
 * @param planes the planes on which lines changed: the pieces of all others stay as they are
 * @returns the project with its pieces, and the edit that leads there (without changes where all stands already)
 */
export function rebind(
  project: Project,
  label: string,
  before: Project = project,
  planes: ReadonlySet<string> | null = null,
): [Project, Edit] {
  const { pieces: found, partings } = findInPlanes(project, planes)
  if (partings.size === 0) return reconcile(project, label, found, before, planes)
  const [parted, parting] = partLines(project, label, partings)
  const [next, edit] = reconcile(parted, label, findInPlanes(parted, planes).pieces, before, planes)
  return [next, joinEdits(parting, edit)]
}

/** The pieces of every plane by itself: drawings may lie on one another, and share no piece all the same. */
function findInPlanes(project: Project, planes: ReadonlySet<string> | null): Found {
  const byPlane = new Map<string, Line[]>()
  for (const line of Object.values(project.lines)) {
    if (planes && !planes.has(line.plane)) continue
    const list = byPlane.get(line.plane)
    if (list) list.push(line)
    else byPlane.set(line.plane, [line])
  }
  const all = [...byPlane.values()].map((lines) => findPieces(lines, project.limits.gap))
  return {
    pieces: all.flatMap((f) => f.pieces),
    partings: new Map(all.flatMap((f) => [...f.partings])),
  }
}

/** Parts lines that bound one piece on one stretch and another on the next, so that each piece has whole lines. */
function partLines(
  project: Project,
  label: string,
  partings: ReadonlyMap<string, number[]>,
): [Project, Edit] {
  const gone: string[] = []
  const parts: Line[] = []
  for (const [id, places] of partings) {
    const line = project.lines[id]!
    const { contour, places: all } = shapeOf(line.d)
    const whole = all.at(-1)!
    const stops = contour.closed ? [...places, places[0]! + whole] : [0, ...places, whole]
    gone.push(id)
    let number = 0
    for (let k = 1; k < stops.length; k += 1) {
      if (stops[k]! - stops[k - 1]! < 1e-9) continue
      do number += 1
      while (project.lines[partOfLine(line, number).id])
      parts.push({
        ...line,
        ...partOfLine(line, number),
        d: writePath(partOf(contour, stops[k - 1]!, stops[k]!)),
      })
    }
  }
  return exchangeLines(project, label, gone, parts)
}

function reconcile(
  project: Project,
  label: string,
  found: readonly FoundPiece[],
  before: Project,
  planes: ReadonlySet<string> | null,
): [Project, Edit] {
  const lines = Object.values(project.lines)
  // A piece whose lines are gone is of a plane on which lines changed.
  const isAsked = ({ outline }: Piece) => {
    const plane = project.lines[outline[0]!]?.plane
    return !planes || plane === undefined || planes.has(plane)
  }
  const asked = Object.values(project.pieces).filter(isAsked)
  const standing = match(project, asked, found, before)
  const names = new Set(Object.values(project.pieces).map((p) => p.name))
  const sourceOf = ({ outline }: FoundPiece) => project.lines[outline[0]!]!.source
  const inSource = new Map<string, number>()
  for (const piece of found) inSource.set(sourceOf(piece), (inSource.get(sourceOf(piece)) ?? 0) + 1)
  let next = project.nextPiece
  const pieces: Piece[] = found.map((piece, i) => {
    const old = standing[i]
    if (old) return { ...old, ...piece }
    const number = next
    next += 1
    return {
      id: `piece-${number}`,
      name: nameFor(project, piece, number, inSource.get(sourceOf(piece)) === 1, names),
      paper: null,
      copies: 1,
      ...piece,
    }
  })
  const byId = new Map(pieces.map((p) => [p.id, p]))
  for (const line of lines)
    if (line.held !== null && line.held !== 'loose' && line.role !== 'skip') {
      const piece = byId.get(line.held.piece)
      if (piece && !piece.lines.includes(line.id)) piece.lines.push(line.id)
    }
  return makeEdit(project, label, (draft) => {
    for (const { id } of asked) if (!byId.has(id)) delete draft.pieces[id]
    for (const piece of pieces) if (!same(project.pieces[piece.id], piece)) draft.pieces[piece.id] = piece
    if (draft.nextPiece !== next) draft.nextPiece = next
    leaveSheets(draft)
  })
}

/** A piece that is gone leaves the sheets too, and a sheet goes that held nothing else, unless it was cut. */
function leaveSheets({ layout, pieces }: Project): void {
  const stays = ({ piece }: { piece: string }) => pieces[piece] !== undefined
  if (!layout.unplaced.every(stays)) layout.unplaced = layout.unplaced.filter(stays)
  if (layout.sheets.every((s) => s.placements.every(stays))) return
  layout.sheets = layout.sheets.filter((sheet) => {
    if (sheet.placements.every(stays)) return true
    sheet.placements = sheet.placements.filter(stays)
    return sheet.placements.length > 0 || wasCut(sheet)
  })
}

const same = (a: Piece | undefined, b: Piece): boolean => JSON.stringify(a) === JSON.stringify(b)

/**
 * The standing piece that each found piece continues; every standing piece at most once. The pair that shares most of
 * an outline comes first, then what lies in the same box.
 */
function match(
  project: Project,
  pieces: readonly Piece[],
  found: readonly FoundPiece[],
  before: Project,
): (Piece | null)[] {
  const outlineOf = new Map<string, Piece>()
  for (const piece of pieces) for (const id of piece.outline) outlineOf.set(id, piece)
  // A parted line is known by the latest line that it was a part of.
  const known = (id: string): Piece | undefined =>
    [id, ...[...(project.lines[id]?.lineage ?? [])].reverse()].map((of) => outlineOf.get(of)).find(Boolean)
  const pairs = found.flatMap((f, i) => {
    const shared = new Map<Piece, number>()
    for (const id of f.outline) {
      const piece = known(id)
      if (piece) shared.set(piece, (shared.get(piece) ?? 0) + shapeOf(project.lines[id]!.d).length)
    }
    return [...shared].map(([piece, length]) => ({ i, piece, length }))
  })
  const taken = new Set<string>()
  const matched: (Piece | null)[] = found.map(() => null)
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
  return matched
}

/** What the boxes of an outline and of its newer form have in common at least. */
const NEWER_FORM = 0.5

/** The area that two boxes share, of that which they cover together. */
function sharedPart(a: Box, b: Box): number {
  const shared = areaOfBox(sharedBox(a, b))
  return shared / Math.max(1e-9, areaOfBox(a) + areaOfBox(b) - shared)
}
const areaOfBox = (box: Box): number => widthOf(box) * heightOf(box)

/**
 * A name that the file gives the outline or the layer around it, or its own where there is nothing else in it, if no
 * other piece bears it; else a number.
 */
function nameFor(
  project: Project,
  piece: FoundPiece,
  number: number,
  isOnly: boolean,
  used: Set<string>,
): string {
  const line = project.lines[piece.outline[0]!]!
  const source = project.sources[line.source]
  const layers = project.looks[line.look]?.layers ?? []
  const names =
    source?.kind === 'making'
      ? numbered(line.label ?? source.name)
      : [
          ...[line.label, ...[...layers].reverse()].filter(isTelling),
          source && isOnly ? titleOfFile(source.name) : null,
        ]
  const name = names.find((n): n is string => n !== null && !used.has(n)) ?? say`Piece ${number}`
  used.add(name)
  return name
}

/** A name, and that name with numbers, for the further pieces that are called so. */
const numbered = (name: string): string[] =>
  Array.from({ length: 99 }, (_, k) => (k === 0 ? name : `${name.slice(0, 110)} ${k + 1}`))

/** A file's name without its ending; null where a program or a camera numbered it. */
const titleOfFile = (name: string): string | null => {
  const title = name
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(/_/g, ' ')
    .trim()
    .slice(0, 100)
  return title && !isGivenByAProgram(title) ? title : null
}

/** A layer called "Cut lines" tells what its lines are for, and "path12" nothing at all: neither names a piece. */
const isTelling = (name: string | null): boolean =>
  Boolean(name) && !roleInName(name!) && !isGivenByAProgram(name!)
