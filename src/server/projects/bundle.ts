import { strToU8, zipSync } from 'fflate'
import { timelineOf } from '../../core/cutting/timeline'
import type { FileKind } from '../../core/document/schema'
import { cutList } from '../../core/export/cut-list'
import { jobSheet } from '../../core/export/job-sheet'
import { SHEET_FILES } from './sheet-files'
import type { PlannedProject } from './sheets'

/** All sheets of a project in one archive: a file a sheet and kind, the cut list, and the job sheet. */
export async function bundle(planned: PlannedProject, kinds: readonly FileKind[]): Promise<Uint8Array> {
  const { project, cutter } = planned
  const files: Record<string, Uint8Array> = {}
  for (const sheet of planned.sheets)
    for (const kind of kinds) {
      const { ending, write } = SHEET_FILES[kind]
      const content = await write(planned, sheet)
      files[`sheet-${sheet.number}.${ending}`] = typeof content === 'string' ? strToU8(content) : content
    }
  const parts = planned.sheets.map(({ sheet, number, paper, plan }) => ({
    sheet,
    number,
    plan,
    paperName: paper?.name ?? 'Paper that is gone',
    timeline: timelineOf(plan, cutter),
  }))
  files['cut-list.csv'] = strToU8(cutList(project, parts))
  files['job-sheet.pdf'] = await jobSheet(project, cutter.name, parts)
  return zipSync(files, { level: 6 })
}
