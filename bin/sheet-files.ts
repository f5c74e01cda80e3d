import { planSheet } from '../src/core/cutting/plan'
import type { Paper } from '../src/core/document/paper'
import type { Project } from '../src/core/document/project'
import { FILE_KINDS, fileKind } from '../src/core/export/kinds'
import { platformWith } from '../src/tasks/platform'

/** The kinds of files that sheets can be written as here, where nothing is printed. */
export const EXPORT_KINDS: readonly string[] = FILE_KINDS.filter((k) => k.needs !== 'print').map(
  (k) => k.name,
)

/** The content of each sheet's file. */
export async function exportSheets(
  project: Project,
  papers: readonly Paper[],
  to: string,
): Promise<(string | Uint8Array)[]> {
  const kind = fileKind(to)
  if (!kind) throw new RangeError(`export: there is no kind called "${to}"`)
  const write = await kind.writer()
  const { sheets } = project.layout
  return Promise.all(
    sheets.map(async (sheet, i) => {
      const paper = papers.find((p) => p.id === sheet.paper) ?? null
      const title = `${project.name}, sheet ${i + 1} of ${sheets.length}`
      const plan = kind.needs === 'plan' ? planSheet(project, sheet, paper) : null
      return write({ project, sheet, title, plan, platform: platformWith({}) })
    }),
  )
}
