import { type Layout, type Placement, placementId, type Sheet, wasCut } from '../document/layout'
import type { Paper } from '../document/paper'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { type Kind, type Nesting, type NestProblem, nest, type Stock } from '../nesting'
import type { PieceShape } from '../pieces/piece-shape'
import { keepOuts } from '../printing/marks'
import { densityOf } from './check'
import { packSheets } from './pack'
import { boxTurned, laidOn } from './place'
import { misfit, piecesByPaper, type StockSheet, stockOf, turnsByQuarters } from './stock'
import { tooLarge } from './usable-area'

export type NestOptions = {
  /** what the answers follow from */
  seed: number
  /** by true outlines, or by boxes only */
  shape: 'true' | 'box'
}

export type Laying = Pick<Layout, 'sheets' | 'unplaced'>

/**
 * Whether a laying is better than another of the same project: fewer copies left over, then fewer sheets, then more
 * room on the emptiest of them, of which the rest can be used.
 */
export function isBetterLaying(project: Project, a: Laying, b: Laying): boolean {
  const measures = ({ sheets, unplaced }: Laying) => [
    unplaced.reduce((sum, u) => sum + u.copies, 0),
    sheets.length,
    Math.min(1, ...sheets.map((s) => densityOf(project, s))),
  ]
  const [p, q] = [measures(a), measures(b)]
  const k = p.findIndex((v, i) => Math.abs(v - q[i]!) > 1e-6)
  return k >= 0 && p[k]! < q[k]!
}

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
  // What was cut stays as it is, whatever is laid out anew.
  const cut = project.layout.sheets.filter(wasCut)
  const jobs = [...piecesByPaper(project, papers)].map(([paper, shapes], i) =>
    jobOf(project, paper, shapes, { seed: seed + i, shape }),
  )
  const laying = (): Laying => {
    const sheets = [...cut, ...jobs.flatMap((job) => job.sheets())]
    return { sheets: withIds(sheets), unplaced: jobs.flatMap((job) => job.unplaced()) }
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
        // The first answer of all is told as soon as there is one.
        if (turn === 0) break
      }
      return true
    })
    yield better && jobs.every((j) => j.answered) ? laying() : null
  }
}

/** A sheet that keeps its id, as something on it is locked, or gets a new one. */
type Unnamed = Omit<Sheet, 'id'> & { id: string | null }

/** New sheets get the first numbers that no kept sheet bears. */
function withIds(sheets: readonly Unnamed[]): Sheet[] {
  const taken = new Set(sheets.map((s) => s.id))
  let number = 0
  return sheets.map(({ id, ...sheet }): Sheet => {
    if (id !== null) return { ...sheet, id }
    do number += 1
    while (taken.has(`sheet-${number}`))
    return { ...sheet, id: `sheet-${number}` }
  })
}

type Job = {
  search: ReturnType<typeof nest>
  best: Nesting
  /** whether there is an answer that can be used */
  answered: boolean
  sheets: () => Unnamed[]
  unplaced: () => Layout['unplaced']
}

function jobOf(project: Project, paper: Paper, shapes: readonly PieceShape[], options: NestOptions): Job {
  const { layout } = project
  const held = layout.sheets.flatMap((sheet) => {
    const isOpen = sheet.paper === paper.id && !wasCut(sheet)
    const locked = isOpen ? sheet.placements.filter((p) => p.locked) : []
    return locked.length > 0 ? [{ sheet, locked }] : []
  })
  const cut = layout.sheets.filter(wasCut).flatMap((s) => s.placements)
  const isHeld = new Set(
    [...held.flatMap((h) => h.locked), ...cut].map(({ piece, copy }) => `${piece} ${copy}`),
  )
  const items: { piece: Piece; copy: number; kind: number }[] = []
  const kinds = shapes.map((shape, kind): Kind => {
    const { piece } = shape
    for (let copy = 0; copy < piece.copies; copy += 1)
      if (!isHeld.has(`${piece.id} ${copy}`)) items.push({ piece, copy, kind })
    const isCurved = shape.edges.some((c) => c.segments.some((s) => s.c1))
    return {
      rings: [...shape.rings(FLATNESS)],
      turning: piece.turning ?? 'quarter',
      stray: isCurved ? FLATNESS : 0,
      boxAt: (degrees) => boxTurned(shape, degrees),
    }
  })
  // A leftover on which something is locked is in use.
  const fresh = stockOf(paper, project).flatMap((s): StockSheet[] => {
    if (s.count === null) return [s]
    const used = held.filter(({ sheet }) => sheet.width === s.width && sheet.height === s.height).length
    return s.count > used ? [{ ...s, count: s.count - used }] : []
  })
  const stocks: (StockSheet & { id: string | null; locked: Placement[] })[] = [
    ...held.map(({ sheet, locked }) => ({
      id: sheet.id,
      width: sheet.width,
      height: sheet.height,
      count: 1,
      area: stockOf({ ...sheet, leftovers: [] }, project)[0]!.area,
      locked,
    })),
    ...fresh.map((s) => ({ ...s, id: null, locked: [] })),
  ]
  const problem: NestProblem = {
    kinds,
    items: items.map((i) => i.kind),
    stocks: stocks.map(
      (s): Stock => ({
        area: s.area,
        count: s.count,
        taken: [...keepOuts(s, project), ...outlinesOn(project, s.locked)],
      }),
    ),
    spacing: layout.spacing,
  }
  const start = held.length === 0 && cut.length === 0 ? packed(project, paper, shapes, stocks, items) : null
  const job: Job = {
    // Boxes know nothing of what lies there already.
    search: nest(problem, options.seed, { shape: held.length > 0 ? 'true' : options.shape, start }),
    best: start ?? { sheets: [], left: items.map((_, i) => i) },
    answered: start !== null || items.length === 0,
    sheets: () => {
      const used = new Set(job.best.sheets.map((s) => s.stock))
      const untouched = stocks.flatMap((s, stock) =>
        s.locked.length > 0 && !used.has(stock) ? [{ stock, laid: [] }] : [],
      )
      const all = [...job.best.sheets, ...untouched].sort((a, b) => a.stock - b.stock)
      return all.map(({ stock, laid }) => {
        const { id, width, height, locked } = stocks[stock]!
        const placements = laid.map(({ item, x, y, rotation }): Placement => {
          const { piece, copy } = items[item]!
          return { id: placementId(piece.id, copy), piece: piece.id, copy, x: tidy(x), y: tidy(y), rotation }
        })
        return { id, paper: paper.id, width, height, placements: [...locked, ...placements] }
      })
    },
    unplaced: () => {
      const left = new Map<PieceShape, number>()
      for (const item of job.best.left) {
        const shape = shapes[items[item]!.kind]!
        left.set(shape, (left.get(shape) ?? 0) + 1)
      }
      return [...left].map(([shape, copies]) => {
        const { piece, size } = shape
        const why =
          misfit(shape, paper, project) ??
          tooLarge(size, fresh.at(-1)!.area, paper.name, project.unit, turnsByQuarters(piece))
        return { piece: piece.id, copies, why }
      })
    },
  }
  return job
}

/** A thousandth of a millimetre. */
const tidy = (v: number): number => Math.round(v * 1000) / 1000

/** The outlines of placements on their sheet; what lies within their openings is not free. */
const outlinesOn = (project: Project, placements: Placement[]) =>
  laidOn(project, { placements }).map((laid) => laid.rings(FLATNESS)[0]!)

/** The rectangle packer's answer, in the nester's terms. */
function packed(
  project: Project,
  paper: Paper,
  shapes: readonly PieceShape[],
  stocks: readonly StockSheet[],
  items: readonly { piece: Piece; copy: number }[],
): Nesting {
  const own = Object.fromEntries(shapes.map(({ piece }) => [piece.id, { ...piece, paper: paper.id }]))
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
