import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import { isGivenByAProgram } from '../document/given-names'
import { wasCut } from '../document/layout'
import { type Line, partOfLine } from '../document/lines'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { roleInName } from '../document/role-words'
import { partOf } from '../geometry/part'
import { writePath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { say } from '../words'
import { type Found, type FoundPiece, findPieces } from './bind'
import { matchPieces } from './identity'

/**
 * Brings a project's pieces in line with its lines. A found piece that shares lines of an outline with a standing
 * one, lies in the same box, or is the newer form of one whose lines were replaced, is that piece still: it keeps id,
 * name, paper and copies.
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
  let [parted, edit]: [Project, Edit] = [project, { label, changes: [] }]
  let { pieces: found, partings } = findInPlanes(parted, planes)
  // A line that was parted may be taken otherwise, and be parted once more: until each piece has whole lines.
  for (let round = 0; partings.size > 0 && round < MOST_ROUNDS; round += 1) {
    const [next, parting] = partLines(parted, label, partings)
    if (parting.changes.length === 0) break
    ;[parted, edit] = [next, joinEdits(edit, parting)]
    ;({ pieces: found, partings } = findInPlanes(parted, planes))
  }
  const [next, binding] = reconcile(parted, label, found, before, planes)
  return [next, joinEdits(edit, binding)]
}

/** Lines are parted so many times at most until pieces stand. */
const MOST_ROUNDS = 12

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
  const standing = matchPieces(project, asked, found, before)
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

const same = (a: Piece | undefined, b: Piece): boolean => JSON.stringify(a) === JSON.stringify(b)

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
