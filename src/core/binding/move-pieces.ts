import { applyChanges, type Change, type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import { type Affine, determinant, multiply, rotation, scaling, translation } from '../geometry/affine'
import { type Box, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import type { Point } from '../geometry/point'
import { shapeOf } from '../geometry/shape'
import { linesOf } from '../pieces/lines'
import { count, quoted, say } from '../words'
import { changeCleaned } from './cleaned-lines'

/** Edits of pieces on the board: all lines of a piece go with it, and several pieces keep their places among them. */

/** The pieces of an edit, as words tell them. */
const nameOf = (project: Project, ids: readonly string[]): string => {
  const [only] = ids
  return ids.length === 1 ? quoted(project.pieces[only!]?.name ?? only) : count(ids.length, 'piece')
}

/** The box round pieces, outlines alone, mm; null where none of them is here. */
export function boxOfPieces(project: Project, ids: readonly string[]): Box | null {
  const lines = ids.flatMap((id) => linesOf(project, project.pieces[id]?.outline ?? []))
  return lines.length > 0 ? uniteBoxes(lines.map((l) => shapeOf(l.d).box)) : null
}

export const middleOf = ({ minX, minY, maxX, maxY }: Box): Point => ({
  x: (minX + maxX) / 2,
  y: (minY + maxY) / 2,
})

/** The makings among what pieces are of: what was made together is moved together. */
export function makingsUnder(project: Project, ids: readonly string[]): Set<string> {
  return new Set(
    ids
      .flatMap((id) => linesOf(project, project.pieces[id]?.lines ?? []))
      .flatMap((l) => (l.made && project.sources[l.source]?.kind === 'making' ? [l.source] : [])),
  )
}

/**
 * Moves, turns, mirrors or sizes pieces with all their lines. A line that another piece shares stays with that one, and
 * what is moved gets a copy of it. Of a making all that it made goes along, and it makes it there from then on.
 * @throws RangeError for another size of what a making makes: that is its measures' to say
 */
export function transformPieces(
  project: Project,
  ids: readonly string[],
  map: Affine,
  label: string,
): [Project, Edit] {
  const makings = makingsUnder(project, ids)
  if (makings.size > 0 && Math.abs(Math.abs(determinant(map)) - 1) > 1e-9)
    throw new RangeError(
      say`What a making makes gets its size from its measures. Change those, or let it go.`,
    )
  const isMade = (l: Line) => l.made !== undefined && makings.has(l.source)
  const own = new Set(ids.flatMap((id) => project.pieces[id]?.lines ?? []))
  const others = new Set(Object.values(project.pieces).flatMap((p) => (ids.includes(p.id) ? [] : p.lines)))
  const moved = Object.values(project.lines).filter((l) => isMade(l) || (own.has(l.id) && !others.has(l.id)))
  const groups = moved.map((l) => ({ ids: [l.id], set: { d: transformPath(l.d, map) } }))
  const change: Change = { op: 'lines', groups }
  const changed = new Set(moved.map((l) => l.id))
  const boxes = ids.flatMap((id) => boxOfPieces(project, [id]) ?? [])
  const [next, edit] = makeEdit(applyChanges(project, [change]), label, (draft) => {
    changeCleaned(draft, changed, boxes, (d) => transformPath(d, map))
    for (const id of makings) {
      const making = draft.sources[id]
      if (making?.kind === 'making') making.at = [...multiply(map, making.at)]
    }
  })
  const shared = [...own]
    .flatMap((id) => (others.has(id) ? (project.lines[id] ?? []) : []))
    .filter((l) => !isMade(l))
  const copies = shared.map(
    (l, k): Line => ({ ...l, id: freeId(project, l.id, k), d: transformPath(l.d, map), held: null }),
  )
  const [grown, adding] = exchangeLines(next, label, [], copies)
  return [grown, joinEdits(joinEdits({ label, changes: [change] }, edit), adding)]
}

/** An id for a copy of a line, not longer than ids may be. */
function freeId({ lines }: Project, id: string, k: number): string {
  for (let n = 1; ; n += 1) {
    const free = `${id.slice(0, 40)}-own-${k + 1}-${n}`
    if (!lines[free]) return free
  }
}

/** Moves pieces. @param by mm to the right and down */
export const movePieces = (project: Project, ids: readonly string[], by: Point): [Project, Edit] =>
  transformPieces(project, ids, translation(by.x, by.y), say`Move ${nameOf(project, ids)}`)

/** Turns pieces about the middle of their box. @param degrees clockwise */
export function turnPieces(project: Project, ids: readonly string[], degrees: number): [Project, Edit] {
  const label = say`Turn ${nameOf(project, ids)}`
  const box = boxOfPieces(project, ids)
  if (!box) return [project, { label, changes: [] }]
  return transformPieces(project, ids, rotation(degrees, middleOf(box)), label)
}

/** Mirrors pieces where they lie. */
export function mirrorPieces(
  project: Project,
  ids: readonly string[],
  way: 'left-right' | 'up-down',
): [Project, Edit] {
  const label = say`Mirror ${nameOf(project, ids)}`
  const box = boxOfPieces(project, ids)
  if (!box) return [project, { label, changes: [] }]
  const flip = way === 'left-right' ? scaling(-1, 1) : scaling(1, -1)
  return transformPieces(project, ids, about(middleOf(box), flip), label)
}

/** Sizes pieces together from the left upper corner of their box. @param size mm; of at least 0.1 */
export function sizePieces(
  project: Project,
  ids: readonly string[],
  size: { width: number; height: number },
): [Project, Edit] {
  const label = say`Size ${nameOf(project, ids)}`
  const box = boxOfPieces(project, ids)
  if (!box) return [project, { label, changes: [] }]
  const factor = (to: number, from: number) => (from > 1e-9 ? Math.max(0.1, to) / from : 1)
  const map = scaling(factor(size.width, widthOf(box)), factor(size.height, heightOf(box)))
  return transformPieces(project, ids, about({ x: box.minX, y: box.minY }, map), label)
}

const about = ({ x, y }: Point, map: Affine): Affine =>
  multiply(translation(x, y), multiply(map, translation(-x, -y)))

export type Alignment = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom'

/** Lines pieces up by an edge or by their middles, on the box of them all. */
export function alignPieces(project: Project, ids: readonly string[], to: Alignment): [Project, Edit] {
  const label = say`Align ${nameOf(project, ids)}`
  const all = boxOfPieces(project, ids)
  return each(project, ids, label, (box) => {
    if (!all) return { x: 0, y: 0 }
    const [own, whole] = [middleOf(box), middleOf(all)]
    switch (to) {
      case 'left':
        return { x: all.minX - box.minX, y: 0 }
      case 'right':
        return { x: all.maxX - box.maxX, y: 0 }
      case 'centre':
        return { x: whole.x - own.x, y: 0 }
      case 'top':
        return { x: 0, y: all.minY - box.minY }
      case 'bottom':
        return { x: 0, y: all.maxY - box.maxY }
      default:
        return { x: 0, y: whole.y - own.y }
    }
  })
}

/** Lays pieces in a row or a column with equal spaces; the outermost stay. */
export function spacePieces(
  project: Project,
  ids: readonly string[],
  way: 'across' | 'down',
): [Project, Edit] {
  const label = say`Space out ${nameOf(project, ids)}`
  const [low, high] = way === 'across' ? (['minX', 'maxX'] as const) : (['minY', 'maxY'] as const)
  const boxes = ids.flatMap((id) => {
    const box = boxOfPieces(project, [id])
    return box ? [{ id, box }] : []
  })
  boxes.sort((a, b) => a.box[low] + a.box[high] - b.box[low] - b.box[high])
  if (boxes.length < 3) return [project, { label, changes: [] }]
  const whole = boxes.at(-1)!.box[high] - boxes[0]!.box[low]
  const gap = (whole - boxes.reduce((sum, { box }) => sum + box[high] - box[low], 0)) / (boxes.length - 1)
  const to = new Map<string, number>()
  let at = boxes[0]!.box[low]
  for (const { id, box } of boxes) {
    to.set(id, at - box[low])
    at += box[high] - box[low] + gap
  }
  return each(project, ids, label, (_, id) => {
    const by = to.get(id) ?? 0
    return way === 'across' ? { x: by, y: 0 } : { x: 0, y: by }
  })
}

/** Moves each piece by a way of its own, as one edit. */
function each(
  project: Project,
  ids: readonly string[],
  label: string,
  wayOf: (box: Box, id: string) => Point,
): [Project, Edit] {
  let next = project
  let whole: Edit = { label, changes: [] }
  for (const id of ids) {
    const box = boxOfPieces(next, [id])
    const by = box ? wayOf(box, id) : { x: 0, y: 0 }
    if (Math.abs(by.x) + Math.abs(by.y) < 1e-9) continue
    const [moved, edit] = transformPieces(next, [id], translation(by.x, by.y), label)
    next = moved
    whole = joinEdits(whole, edit)
  }
  return [next, whole]
}

/** Lays pieces to the right of everything else, out of a crowded place; they keep their places among them. */
export function bringOut(project: Project, ids: readonly string[], gap: number): [Project, Edit] {
  const label = say`Bring out ${nameOf(project, ids)}`
  const own = new Set(ids.flatMap((id) => project.pieces[id]?.lines ?? []))
  const box = boxOfPieces(project, ids)
  const rest = Object.values(project.lines).filter((l) => !own.has(l.id))
  if (!box || rest.length === 0) return [project, { label, changes: [] }]
  const { maxX, minY } = uniteBoxes(rest.map((l) => shapeOf(l.d).box))
  const map = translation(maxX + gap - box.minX, minY - box.minY)
  return transformPieces(project, ids, map, label)
}
