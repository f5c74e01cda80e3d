import { makeEdit } from '@/core/document/edits'
import type { Sheet } from '@/core/document/layout'
import type { Paper, PaperFields } from '@/core/document/paper'
import { leftoverOf, markCut, markUncut, withLeftover, withoutLeftover } from '@/core/sheets/cut-sheet'
import { formatSize } from '@/core/units/length'
import { say } from '@/core/words'
import { api } from '../store/api'
import type { Workbench } from '../store/project-store'

type Size = { width: number; height: number }

const paperOf = (workbench: Workbench, sheet: Sheet): Paper | undefined =>
  workbench.store.getState().papers.find((p) => p.id === sheet.paper)

/** Changes a paper of the library; what goes wrong with that is told. @returns whether it is kept */
export async function changePaper(workbench: Workbench, id: string, fields: PaperFields): Promise<boolean> {
  try {
    await api.changePaper(id, fields)
    workbench.setPapers((await api.papers()).papers)
    return true
  } catch (error) {
    workbench.notify({ message: (error as Error).message, tone: 'alarm' })
    return false
  }
}

const sizeWords = (workbench: Workbench, size: Size): string =>
  formatSize(size, workbench.store.getState().project.unit)

/**
 * A sheet was cut: it stays as it is from now on, and where it was a leftover, that one is used up.
 * @param job the job that cut it, or `by-hand`
 */
export async function sheetWasCut(workbench: Workbench, sheet: Sheet, job: string): Promise<void> {
  const paper = paperOf(workbench, sheet)
  const leftover = paper ? leftoverOf(paper, sheet) : null
  await workbench.edit((project) => markCut(project, sheet.id, job, leftover !== null))
  if (!paper || !leftover) return
  if (!(await changePaper(workbench, paper.id, withoutLeftover(paper, leftover)))) return
  workbench.notify({
    message: say`The leftover of ${sizeWords(workbench, leftover)} of “${paper.name}” is used up.`,
    tone: 'calm',
    action: { label: say`It was not cut`, run: () => void sheetsNotCut(workbench, [sheet.id]) },
  })
}

/** Sheets were not cut after all: they may be laid out anew, and leftovers that were used for them are there again. */
export async function sheetsNotCut(workbench: Workbench, ids: readonly string[]): Promise<void> {
  const sheets = workbench.store.getState().project.layout.sheets.filter((s) => ids.includes(s.id))
  await workbench.edit((project) => markUncut(project, ids))
  for (const sheet of sheets) {
    const paper = paperOf(workbench, sheet)
    if (paper && sheet.cut?.leftover) await changePaper(workbench, paper.id, withLeftover(paper, sheet))
  }
}

/** Takes the rest of a sheet that was cut into the library, once; it is used before fresh sheets. */
export async function keepRest(workbench: Workbench, sheet: Sheet, rest: Size): Promise<void> {
  const paper = paperOf(workbench, sheet)
  if (!paper) return
  const words = sizeWords(workbench, rest)
  if (!(await changePaper(workbench, paper.id, withLeftover(paper, rest)))) return
  await workbench.edit((project) =>
    makeEdit(project, say`Keep the rest of ${words}`, ({ layout }) => {
      const drafted = layout.sheets.find((s) => s.id === sheet.id)
      if (drafted?.cut) drafted.cut.restKept = true
    }),
  )
  workbench.notify({
    message: say`A leftover of ${words} of “${paper.name}” is kept, and used first next time.`,
    tone: 'calm',
  })
}
