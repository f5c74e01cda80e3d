import { MaxRectsPacker, PACKING_LOGIC } from 'maxrects-packer/dist/maxrects-packer.mjs'
import { type Layout, type Placement, placementId, type Sheet } from '../document/layout'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { heightOf, widthOf } from '../geometry/measure'
import { fits, misfit, piecesByPaper, stockOf, turnsByQuarters } from './stock'
import { areaBetweenMarks } from './usable-area'

/**
 * Lays all pieces and copies of a project on sheets, one paper at a time, by their boxes, turned a quarter where that
 * helps (maximal rectangles, Jylänki 2010, by the library maxrects-packer).
 * @param papers the library; a piece without a paper, or with one that is gone, takes the first that it fits
 * @returns sheets and what could not be placed, with the reason
 */
export function packSheets(project: Project, papers: readonly Paper[]): Pick<Layout, 'sheets' | 'unplaced'> {
  const { layout } = project
  const sheets: Sheet[] = []
  const unplaced: Layout['unplaced'] = []
  for (const [paper, shapes] of piecesByPaper(project, papers)) {
    const stocks = stockOf(paper, project).map((s) => ({ ...s, area: areaBetweenMarks(s, project) }))
    let items: Item[] = []
    for (const shape of shapes) {
      const { piece, size } = shape
      const why = misfit(shape, paper, project)
      if (why) unplaced.push({ piece: piece.id, copies: piece.copies, why })
      else
        for (let copy = 0; copy < piece.copies; copy += 1)
          items.push({ piece: piece.id, copy, turns: turnsByQuarters(piece), ...size })
    }
    for (const { width, height, count, area } of stocks) {
      const packed = packBoxes(
        items.filter((i) => fits(i, area, i.turns)),
        widthOf(area),
        heightOf(area),
        layout.spacing,
      )
      const taken = count === null ? packed : fullest(packed, items, count)
      for (const placements of taken)
        sheets.push({
          id: `sheet-${sheets.length + 1}`,
          paper: paper.id,
          width,
          height,
          placements: placements.map((p) => ({ ...p, x: p.x + area.minX, y: p.y + area.minY })),
        })
      const done = new Set(taken.flat().map((p) => `${p.piece} ${p.copy}`))
      items = items.filter((i) => !done.has(`${i.piece} ${i.copy}`))
    }
  }
  return { sheets, unplaced }
}

/** The sheets that hold most, as many as there are. */
function fullest(packed: Placement[][], items: readonly Item[], count: number): Placement[][] {
  const areaOf = new Map(items.map((i) => [i.piece, i.width * i.height]))
  const filled = (sheet: Placement[]) => sheet.reduce((sum, p) => sum + areaOf.get(p.piece)!, 0)
  return [...packed].sort((a, b) => filled(b) - filled(a)).slice(0, count)
}

type Item = { piece: string; copy: number; width: number; height: number; turns: boolean }

/** One way to begin: which boxes are turned beforehand, and whether the packer may turn them as it goes. */
type Start = { turn: (item: Item) => boolean; free: boolean; logic: PACKING_LOGIC }

const NEVER = () => false
const ALWAYS = () => true
const LYING = (item: Item) => item.height > item.width

/** The packer takes each box greedily, so several starts are tried; the earlier wins where two are equally good. */
const STARTS: readonly Start[] = [
  { turn: NEVER, free: false, logic: PACKING_LOGIC.MAX_EDGE },
  { turn: NEVER, free: false, logic: PACKING_LOGIC.MAX_AREA },
  { turn: ALWAYS, free: false, logic: PACKING_LOGIC.MAX_EDGE },
  { turn: LYING, free: false, logic: PACKING_LOGIC.MAX_EDGE },
  { turn: (item) => !LYING(item), free: false, logic: PACKING_LOGIC.MAX_EDGE },
  { turn: NEVER, free: true, logic: PACKING_LOGIC.MAX_EDGE },
  { turn: NEVER, free: true, logic: PACKING_LOGIC.MAX_AREA },
  { turn: LYING, free: true, logic: PACKING_LOGIC.MAX_AREA },
]

/**
 * Packs boxes into as few areas of `width` x `height` mm as it can; every box must fit one of them. Of equally many
 * sheets, the one whose last sheet holds least is best: it leaves the most paper in one piece.
 */
function packBoxes(items: readonly Item[], width: number, height: number, spacing: number): Placement[][] {
  if (items.length === 0) return []
  // The packer turns any box or none.
  const starts = items.every((i) => i.turns) ? STARTS : STARTS.filter((s) => !s.free)
  const tries = starts.map((start) => packOnce(items, width, height, spacing, start))
  const areaOf = new Map(items.map((i) => [i.piece, i.width * i.height]))
  const last = (sheets: Placement[][]) => sheets.at(-1)!.reduce((sum, p) => sum + areaOf.get(p.piece)!, 0)
  return tries.reduce((best, next) =>
    next.length < best.length || (next.length === best.length && last(next) < last(best) - 1e-6)
      ? next
      : best,
  )
}

function packOnce(
  items: readonly Item[],
  width: number,
  height: number,
  spacing: number,
  start: Start,
): Placement[][] {
  // The packer puts the spacing between boxes only; a hair more room lets a box fit that is exactly as wide as the area.
  const room = { width: width + 1e-6, height: height + 1e-6 }
  const holds = (w: number, h: number) => w <= room.width && h <= room.height
  const packer = new MaxRectsPacker(room.width, room.height, spacing, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: start.free,
    border: 0,
    logic: start.logic,
  })
  const boxes = items.map((item) => {
    const either = item.turns && holds(item.width, item.height) && holds(item.height, item.width)
    const turned = either ? start.turn(item) : !holds(item.width, item.height)
    return turned
      ? { item, turned, w: item.height, h: item.width }
      : { item, turned, w: item.width, h: item.height }
  })
  const size =
    start.logic === PACKING_LOGIC.MAX_AREA
      ? (b: (typeof boxes)[0]) => b.w * b.h
      : (b: (typeof boxes)[0]) => Math.max(b.w, b.h)
  for (const { item, turned, w, h } of boxes.sort((a, b) => size(b) - size(a)))
    packer.add(w, h, { item, turned })
  return packer.bins.map((bin) =>
    bin.rects.map((box) => {
      const { item, turned } = box.data as { item: Item; turned: boolean }
      return {
        id: placementId(item.piece, item.copy),
        piece: item.piece,
        copy: item.copy,
        x: box.x,
        y: box.y,
        rotation: turned !== Boolean(box.rot) ? 90 : 0,
      }
    }),
  )
}
