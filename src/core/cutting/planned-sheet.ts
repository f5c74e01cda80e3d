import { derived } from '../derived'
import type { CutterFields } from '../document/cutter'
import type { Sheet } from '../document/layout'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import type { SheetPlan } from './pass'
import { type InMachine, withPauses } from './pauses'
import { planSheet } from './plan'
import { type Timeline, timelineOf } from './timeline'

export type PlannedSheet = { plan: SheetPlan; timeline: Timeline }

const planned = derived(
  (
    sheet: Sheet,
    pieces: Project['pieces'],
    lines: Project['lines'],
    looks: Project['looks'],
    run: string,
    paper: string,
    cutter: string,
  ): PlannedSheet => {
    const fields = JSON.parse(cutter) as CutterFields
    const plan = planSheet(
      { pieces, lines, looks, run: JSON.parse(run) },
      sheet,
      JSON.parse(paper) as Paper | null,
      fields,
    )
    return { plan, timeline: timelineOf(plan, fields) }
  },
)

/** The passes of a sheet and when each happens; made anew only where what they are made of has changed. */
export const plannedSheet = (
  { pieces, lines, looks, run }: Project,
  sheet: Sheet,
  papers: readonly Paper[],
  cutter: CutterFields,
): PlannedSheet =>
  planned(
    sheet,
    pieces,
    lines,
    looks,
    // Settings are small and come anew with every answer of the server: they are compared by what they say.
    JSON.stringify({ dash: run.dash, gap: run.gap, dashedScores: run.dashedScores, cuts: run.cuts }),
    JSON.stringify(papers.find((p) => p.id === sheet.paper) ?? null),
    JSON.stringify(cutter),
  )

/**
 * A planned sheet that is begun with what the machine holds from the sheet before it: other pauses, and between them the
 * same moves.
 */
export function begunWith(
  { plan, timeline }: PlannedSheet,
  before: InMachine,
  { holders, changeTime }: Pick<CutterFields, 'holders' | 'changeTime'>,
): PlannedSheet {
  const { passes } = withPauses(plan.passes, holders, before)
  const changes: Timeline['changes'] = []
  let shift = 0
  const shifts = passes.map(({ pause, tool }, k) => {
    if (plan.passes[k]!.pause) shift -= changeTime
    if (pause) {
      changes.push({ at: timeline.passes[k]!.start + shift, tool, words: pause })
      shift += changeTime
    }
    return shift
  })
  const shifted = <T extends { start: number; end: number }>(time: T, pass: number): T => ({
    ...time,
    start: time.start + shifts[pass]!,
    end: time.end + shifts[pass]!,
  })
  return {
    plan: { ...plan, passes },
    timeline: {
      changes,
      passes: timeline.passes.map(shifted),
      moves: timeline.moves.map((move) => shifted(move, move.pass)),
      total: timeline.total + shift,
    },
  }
}
