import { type Edit, makeEdit } from '../document/edits'
import { type Sheet, wasCut } from '../document/layout'
import type { Paper, PaperFields } from '../document/paper'
import type { Project } from '../document/project'
import { say } from '../words'
import { laidOn } from './place'

type Size = { width: number; height: number }

/** A rest is worth keeping from this size on, mm (common practice). */
const USABLE = 40

const isAlike = (a: Size, b: Size): boolean =>
  Math.abs(a.width - b.width) < 0.01 && Math.abs(a.height - b.height) < 0.01

/** The leftover of its paper that a sheet is laid on; null for a fresh sheet. */
export const leftoverOf = (paper: Paper, sheet: Size): Size | null =>
  isAlike(paper, sheet) ? null : (paper.leftovers?.find((l) => isAlike(l, sheet)) ?? null)

/** The largest rest of a sheet that was cut, to tenths of a mm; null where none is worth keeping, or it was kept. */
export function restOf(project: Project, sheet: Sheet): Size | null {
  if (!wasCut(sheet) || sheet.cut?.restKept) return null
  const { width, height } = offcutOf(project, sheet)
  const tenth = (v: number) => Math.floor(v * 10 + 1e-6) / 10
  return Math.min(width, height) >= USABLE ? { width: tenth(width), height: tenth(height) } : null
}

/** The largest rectangle of a sheet that nothing lies on: below or beside all that does. */
export function offcutOf(project: Project, sheet: Sheet): { width: number; height: number } {
  const boxes = laidOn(project, sheet).map((laid) => laid.box)
  const right = Math.max(0, ...boxes.map((b) => b.maxX))
  const bottom = Math.max(0, ...boxes.map((b) => b.maxY))
  const { spacing } = project.layout
  const beside = { width: Math.max(0, sheet.width - right - spacing), height: sheet.height }
  const below = { width: sheet.width, height: Math.max(0, sheet.height - bottom - spacing) }
  return beside.width * beside.height >= below.width * below.height ? beside : below
}

/** A paper with one leftover of a size more. */
export function withLeftover({ id: _, ...fields }: Paper, size: Size): PaperFields {
  const leftovers = fields.leftovers ?? []
  return {
    ...fields,
    leftovers: leftovers.some((l) => isAlike(l, size))
      ? leftovers.map((l) => (isAlike(l, size) ? { ...l, count: l.count + 1 } : l))
      : [...leftovers, { width: size.width, height: size.height, count: 1 }],
  }
}

/** A paper with one leftover of a size less; the last one of its size leaves the list. */
export function withoutLeftover({ id: _, ...fields }: Paper, size: Size): PaperFields {
  let taken = false
  const leftovers = (fields.leftovers ?? []).flatMap((l) => {
    if (taken || !isAlike(l, size)) return [l]
    taken = true
    return l.count > 1 ? [{ ...l, count: l.count - 1 }] : []
  })
  return { ...fields, leftovers }
}

/** Says of a sheet that it was cut, and by which job; from then on it is laid out anew no more. */
export function markCut(project: Project, sheet: string, job: string, leftover: boolean): [Project, Edit] {
  const at = project.layout.sheets.findIndex((s) => s.id === sheet)
  return makeEdit(project, say`Sheet ${at + 1} was cut`, ({ layout }) => {
    const drafted = layout.sheets[at]
    if (!drafted) return
    // Run once more while it lies there, it is the same piece of paper.
    const before = drafted.cut?.done ? drafted.cut : { leftover: false, restKept: false }
    drafted.cut = { job, done: true, leftover: leftover || before.leftover, restKept: before.restKept }
  })
}

/** Says of sheets that they were not cut after all. */
export function markUncut(project: Project, sheets: readonly string[]): [Project, Edit] {
  const label = sheets.length === 1 ? say`A sheet was not cut after all` : say`Forget what was cut`
  return makeEdit(project, label, ({ layout }) => {
    for (const { id, cut } of layout.sheets) if (cut && sheets.includes(id)) cut.done = false
  })
}
