import type { Paper } from '../document/paper'
import { openingsOf, outlineOf, sizeOfPiece } from '../document/pieces'
import type { Layout, Piece, Placement, Project, Sheet } from '../document/schema'
import { flatten, type Polyline } from '../geometry/flatten'
import { transformContour } from '../geometry/path'
import { polylineBox } from '../geometry/polyline'
import { type Kind, type Nesting, type NestProblem, nest, type Stock } from '../nesting'
import { keepOuts } from '../printing/marks'
import { packSheets } from './pack'
import { placementTransform } from './place'
import { piecesByPaper, type StockSheet, stockOf, turnsByQuarters } from './stock'
import { tooLarge } from './usable-area'

export type NestOptions = {
  /** what the answers follow from */
  seed: number
  /** by true outlines, or by boxes only */
  shape: 'true' | 'box'
}

export type Laying = Pick<Layout, 'sheets' | 'unplaced'>

/** How straight curves are for the nester, mm. */
const FLATNESS = 0.05

/** Steps that one paper's nesting goes on for before the next paper's turn. */
const TURN = 8

/**
 * Lays a project's pieces on sheets by their true shapes, paper by paper, better and better. What is locked stays
 * where it is. The first answer is that of the rectangle packer; none is worse.
 * @yields an answer whenever there is a better one, null in between
 */
export function* nestSheets(
  project: Project,
  papers: readonly Paper[],
  { seed, shape }: NestOptions,
): Generator<Laying | null> {
  const jobs = [...piecesByPaper(project, papers)].map(([paper, pieces], i) =>
    jobOf(project, paper, pieces, { seed: seed + i, shape }),
  )
  const laying = (): Laying => {
    const sheets = jobs.flatMap((job) => job.sheets())
    return {
      sheets: sheets.map((s, i) => ({ ...s, id: `sheet-${i + 1}` })),
      unplaced: jobs.flatMap((job) => job.unplaced()),
    }
  }
  let running = jobs
  for (let turn = 0; running.length > 0; turn += 1) {
    let better = turn === 0
    running = running.filter((job) => {
      for (let k = 0; k < TURN; k += 1) {
        const { done, value } = job.search.next()
        if (done) return false
        if (!value) continue
        job.best = value.nesting
        job.answered = true
        better = true
      }
      return true
    })
    yield better && jobs.every((j) => j.answered) ? laying() : null
  }
}

type Job = {
  search: ReturnType<typeof nest>
  best: Nesting
  /** whether there is an answer that can be used */
  answered: boolean
  sheets: () => Omit<Sheet, 'id'>[]
  unplaced: () => Layout['unplaced']
}

function jobOf(project: Project, paper: Paper, pieces: readonly Piece[], options: NestOptions): Job {
  const { layout } = project
  const held = layout.sheets.flatMap((sheet) => {
    const locked = sheet.paper === paper.id ? sheet.placements.filter((p) => p.locked) : []
    return locked.length > 0 ? [{ sheet, locked }] : []
  })
  const isHeld = new Set(held.flatMap((h) => h.locked.map((p) => `${p.piece} ${p.copy}`)))
  const items: { piece: Piece; copy: number; kind: number }[] = []
  const kinds = pieces.map((piece, kind): Kind => {
    for (let copy = 0; copy < piece.copies; copy += 1)
      if (!isHeld.has(`${piece.id} ${copy}`)) items.push({ piece, copy, kind })
    const rings = [outlineOf(project, piece), ...openingsOf(project, piece)]
    return { rings: rings.map((c) => flatten(c, FLATNESS)), turning: piece.turning ?? 'quarter' }
  })
  // A leftover on which something is locked is in use.
  const fresh = stockOf(paper, layout).flatMap((s): StockSheet[] => {
    if (s.count === null) return [s]
    const used = held.filter(({ sheet }) => sheet.width === s.width && sheet.height === s.height).length
    return s.count > used ? [{ ...s, count: s.count - used }] : []
  })
  const stocks: (StockSheet & { locked: Placement[] })[] = [
    ...held.map(({ sheet, locked }) => ({
      width: sheet.width,
      height: sheet.height,
      count: 1,
      area: stockOf({ ...sheet, leftovers: [] }, layout)[0]!.area,
      locked,
    })),
    ...fresh.map((s) => ({ ...s, locked: [] })),
  ]
  const problem: NestProblem = {
    kinds,
    items: items.map((i) => i.kind),
    stocks: stocks.map(
      (s): Stock => ({
        area: s.area,
        count: s.count,
        taken: [...keepOuts(s, layout), ...s.locked.flatMap((p) => ringsOf(project, p))],
      }),
    ),
    spacing: layout.spacing,
  }
  const start = held.length === 0 ? packed(project, paper, pieces, stocks, items) : null
  const job: Job = {
    search: nest(problem, options.seed, { shape: options.shape, start }),
    best: start ?? { sheets: [], left: items.map((_, i) => i) },
    answered: start !== null || items.length === 0,
    sheets: () => {
      const used = new Set(job.best.sheets.map((s) => s.stock))
      const untouched = stocks.flatMap((s, stock) =>
        s.locked.length > 0 && !used.has(stock) ? [{ stock, laid: [] }] : [],
      )
      const all = [...job.best.sheets, ...untouched].sort((a, b) => a.stock - b.stock)
      return all.map(({ stock, laid }) => {
        const { width, height, locked } = stocks[stock]!
        const placements = laid.map(({ item, x, y, rotation }): Placement => {
          const { piece, copy } = items[item]!
          return { piece: piece.id, copy, x: tidy(x), y: tidy(y), rotation }
        })
        return { paper: paper.id, width, height, placements: [...locked, ...placements] }
      })
    },
    unplaced: () => {
      const left = new Map<Piece, number>()
      for (const item of job.best.left) left.set(items[item]!.piece, (left.get(items[item]!.piece) ?? 0) + 1)
      return [...left].map(([piece, copies]) => {
        const size = sizeOfPiece(project, piece)
        const turns = turnsByQuarters(piece)
        return { piece: piece.id, copies, why: tooLarge(size, fresh.at(-1)!.area, paper.name, turns) }
      })
    },
  }
  return job
}

/** A thousandth of a millimetre. */
const tidy = (v: number): number => Math.round(v * 1000) / 1000

/** The outline of a placement on its sheet; what lies within its openings is not free. */
function ringsOf(project: Project, placement: Placement): Polyline[] {
  const piece = project.pieces[placement.piece]
  if (!piece) return []
  const transform = placementTransform(project, piece, placement)
  return [flatten(transformContour(outlineOf(project, piece), transform), FLATNESS)]
}

/** The rectangle packer's answer, in the nester's terms. */
function packed(
  project: Project,
  paper: Paper,
  pieces: readonly Piece[],
  stocks: readonly StockSheet[],
  items: readonly { piece: Piece; copy: number }[],
): Nesting {
  const own = Object.fromEntries(pieces.map((p) => [p.id, { ...p, paper: paper.id }]))
  const { sheets } = packSheets({ ...project, pieces: own }, [paper])
  const number = new Map(items.map(({ piece, copy }, i) => [`${piece.id} ${copy}`, i]))
  const laid = new Set<number>()
  const taken = stocks.map(() => 0)
  const stockFor = (sheet: Sheet): number => {
    const at = stocks.findIndex(
      ({ width, height, count }, i) =>
        width === sheet.width && height === sheet.height && (count === null || taken[i]! < count),
    )
    taken[at] = taken[at]! + 1
    return at
  }
  const nested = sheets.map((sheet) => ({
    stock: stockFor(sheet),
    laid: sheet.placements.map(({ piece, copy, x, y, rotation }) => {
      const item = number.get(`${piece} ${copy}`)!
      laid.add(item)
      return { item, x, y, rotation }
    }),
  }))
  return { sheets: nested, left: items.flatMap((_, i) => (laid.has(i) ? [] : [i])) }
}

/** The largest rectangle of a sheet that nothing lies on: below or beside all that does. */
export function offcutOf(project: Project, sheet: Sheet): { width: number; height: number } {
  const boxes = sheet.placements.flatMap((p) => {
    const [ring] = ringsOf(project, p)
    return ring ? [polylineBox(ring)] : []
  })
  const right = Math.max(0, ...boxes.map((b) => b.maxX))
  const bottom = Math.max(0, ...boxes.map((b) => b.maxY))
  const { spacing } = project.layout
  const beside = { width: Math.max(0, sheet.width - right - spacing), height: sheet.height }
  const below = { width: sheet.width, height: Math.max(0, sheet.height - bottom - spacing) }
  return beside.width * beside.height >= below.width * below.height ? beside : below
}
