import { type CutterFields, PLAIN_CUTTER } from '../document/cutter'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { densityOf } from '../sheets/check'
import type { Tool } from './pass'
import { carriedOn, type InMachine } from './pauses'
import { planSheet } from './plan'
import { plannedSheet } from './planned-sheet'
import { runOrder } from './run-order'
import { timelineOf } from './timeline'

export type SheetSummary = {
  sheet: string
  paper: string
  /** s with each tool, travel and lifts included */
  byTool: Partial<Record<Tool, number>>
  /** how often a hand is needed, and s that it takes; in the order of the job */
  stops: number
  pauses: number
  /** what the machine holds from the sheets that are run before it */
  before: InMachine
  /** s in all */
  total: number
  needsTip: boolean
}

export type PaperSummary = {
  paper: string
  sheets: number
  /** mm² of all its sheets */
  area: number
  /** share of it in pieces */
  used: number
}

export type RunSummary = {
  sheets: SheetSummary[]
  /** positions of the sheets in the order in which they are best run */
  order: number[]
  /** how often a hand is needed in that order */
  stops: number
  papers: PaperSummary[]
  /** s in all with scores as they are, and with every score cut as dashes */
  total: number
  totalDashed: number
}

/** What a whole job takes: time by sheet and tool, the best order, paper used, and solid scores against dashed ones. */
export function summarise(
  project: Project,
  papers: readonly Paper[],
  cutter: CutterFields = PLAIN_CUTTER,
): RunSummary {
  const { sheets } = project.layout
  const dashed: Project = { ...project, run: { ...project.run, dashedScores: true } }
  const paperOf = (id: string) => papers.find((p) => p.id === id) ?? null
  const planned = sheets.map((sheet) => plannedSheet(project, sheet, papers, cutter))
  const { holders, changeTime } = cutter
  const order = runOrder(
    sheets.map(({ paper }, i) => ({ paper, plan: planned[i]!.plan })),
    holders,
  )
  const carried = carriedOn(
    order.map((i) => planned[i]!.plan),
    holders,
  )
  const summaries = sheets.map((sheet, i): SheetSummary => {
    const { plan, before } = carried[order.indexOf(i)]!
    const { passes, total, changes } = planned[i]!.timeline
    const byTool: SheetSummary['byTool'] = {}
    for (const { tool, start, end } of passes) byTool[tool] = (byTool[tool] ?? 0) + end - start
    const stops = plan.passes.filter((p) => p.pause).length
    return {
      sheet: sheet.id,
      paper: sheet.paper,
      byTool,
      stops,
      pauses: stops * changeTime,
      before,
      total: total + (stops - changes.length) * changeTime,
      needsTip: plan.passes.some((p) => p.tool === 'scoring tip' || p.light),
    }
  })
  const byPaper = new Map<string, PaperSummary>()
  for (const sheet of sheets) {
    const known = byPaper.get(sheet.paper) ?? { paper: sheet.paper, sheets: 0, area: 0, used: 0 }
    const area = sheet.width * sheet.height
    byPaper.set(sheet.paper, {
      paper: sheet.paper,
      sheets: known.sheets + 1,
      area: known.area + area,
      used: (known.used * known.area + densityOf(project, sheet) * area) / (known.area + area),
    })
  }
  return {
    sheets: summaries,
    order,
    stops: summaries.reduce((sum, s) => sum + s.stops, 0),
    papers: [...byPaper.values()],
    total: summaries.reduce((sum, s) => sum + s.total, 0),
    // In the same order and with what the machine holds, or the two could not be compared.
    totalDashed: carriedOn(
      order.map((i) => planSheet(dashed, sheets[i]!, paperOf(sheets[i]!.paper), cutter)),
      holders,
    ).reduce((sum, { plan }) => sum + timelineOf(plan, cutter).total, 0),
  }
}
