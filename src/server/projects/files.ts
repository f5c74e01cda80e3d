import { strToU8, zipSync } from 'fflate'
import { carriedOn } from '../../core/cutting/pauses'
import { runOrder } from '../../core/cutting/run-order'
import { timelineOf } from '../../core/cutting/timeline'
import { cutList } from '../../core/export/cut-list'
import { jobSheet } from '../../core/export/job-sheet'
import type { FileKind } from '../../core/export/kinds'
import { say } from '../../core/words'
import { runInThread } from '../../tasks/run-in-thread'
import { writeFile } from '../../tasks/write-file'
import { artOfSheet } from './art'
import { type loadSheets, type OpenSheet, planOf } from './sheets'

/** The content of a sheet's file, planned and written in threads. */
export async function sheetFile(of: OpenSheet, kind: FileKind): Promise<Uint8Array> {
  const { projectId, project, sheet, title } = of
  const content = await runInThread(writeFile, {
    kind: kind.name,
    project,
    sheet,
    title,
    plan: kind.needs === 'plan' ? await planOf(of) : null,
    art: kind.showsArt ? await artOfSheet(projectId, project) : {},
  })
  return typeof content === 'string' ? strToU8(content) : content
}

type Loaded = Awaited<ReturnType<typeof loadSheets>>

/** All sheets of a project in one archive: a file a sheet and kind, the cut list, and the job sheet. */
export async function archive(
  { project, cutter, sheets }: Loaded,
  kinds: readonly FileKind[],
): Promise<Uint8Array> {
  const files: Record<string, Uint8Array> = {}
  const plans = await Promise.all(sheets.map(planOf))
  const order = runOrder(
    sheets.map(({ sheet }, i) => ({ paper: sheet.paper, plan: plans[i]! })),
    cutter.holders,
  )
  const carried = carriedOn(
    order.map((i) => plans[i]!),
    cutter.holders,
  )
  const parts = []
  for (const [i, open] of sheets.entries()) {
    const { sheet, number, paper } = open
    for (const kind of kinds) files[`sheet-${number}.${kind.ending}`] = await sheetFile(open, kind)
    const { plan } = carried[order.indexOf(i)]!
    const timeline = timelineOf(plan, cutter)
    parts.push({ sheet, number, plan, timeline, paperName: paper?.name ?? say`Paper that is gone` })
  }
  files['cut-list.csv'] = strToU8(cutList(project, parts))
  files['job-sheet.pdf'] = await jobSheet(project, cutter.name, parts, order)
  return zipSync(files, { level: 6 })
}
