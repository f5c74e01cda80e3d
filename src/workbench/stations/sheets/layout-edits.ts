import { makeEdit } from '@/core/document/edits'
import type { Paper } from '@/core/document/paper'
import { sizeOfPiece } from '@/core/document/pieces'
import type { Layout, Placement } from '@/core/document/schema'
import { alignTo, distribute, type Side } from '@/core/sheets/align'
import { laidBox } from '@/core/sheets/place'
import { type Grid, repeat } from '@/core/sheets/repeat'
import { usableArea } from '@/core/sheets/usable-area'
import { api } from '../../store/api'
import type { Workbench } from '../../store/project-store'

/** Lays all pieces on sheets in the worker, as one edit. */
export async function layOut(workbench: Workbench): Promise<void> {
  const packed = await workbench.computer.pack(workbench.store.getState().papers)
  const sheets = packed.sheets.length === 1 ? '1 sheet' : `${packed.sheets.length} sheets`
  await workbench.edit((project) =>
    makeEdit(project, `Lay the pieces on ${sheets}`, (draft) => {
      draft.layout.sheets = packed.sheets
      draft.layout.unplaced = packed.unplaced
    }),
  )
}

/** Changes mat, margins or spacing, and lays the pieces out anew. */
export async function changeLayout(
  workbench: Workbench,
  label: string,
  change: (layout: Layout) => void,
): Promise<void> {
  await workbench.edit((project) => makeEdit(project, label, (draft) => change(draft.layout)))
  await layOut(workbench)
}

/** Moves one placement within its sheet or to another one. */
export function movePlacement(
  workbench: Workbench,
  sheetId: string,
  index: number,
  change: Partial<Placement>,
  label: string,
  toSheet: string = sheetId,
): void {
  void workbench.edit((project) =>
    makeEdit(project, label, ({ layout }) => {
      const from = layout.sheets.find((s) => s.id === sheetId)
      const to = layout.sheets.find((s) => s.id === toSheet)
      const placement = from?.placements[index]
      if (!from || !to || !placement) return
      Object.assign(placement, change)
      if (from === to) return
      from.placements.splice(index, 1)
      to.placements.push(placement)
    }),
  )
}

/** Lays copies of one piece in rows on a sheet of their own; what else lay there stays together on another sheet. */
export function repeatOnSheet(
  workbench: Workbench,
  sheetId: string,
  pieceId: string,
  grid: Pick<Grid, 'across' | 'down' | 'turned'>,
): void {
  void workbench.edit((project) => {
    const piece = project.pieces[pieceId]
    const count = grid.across * grid.down
    return makeEdit(project, `Repeat “${piece?.name}” ${count} times`, (draft) => {
      const { layout } = draft
      const sheet = layout.sheets.find((s) => s.id === sheetId)
      const found = draft.pieces[pieceId]
      if (!sheet || !found || !piece) return
      const area = usableArea(sheet, layout)
      const others = sheet.placements.filter((p) => p.piece !== pieceId)
      for (const s of layout.sheets) s.placements = s.placements.filter((p) => p.piece !== pieceId)
      layout.unplaced = layout.unplaced.filter((u) => u.piece !== pieceId)
      found.copies = Math.min(500, count)
      sheet.placements = repeat(
        pieceId,
        sizeOfPiece(project, piece),
        grid,
        { x: area.minX, y: area.minY },
        layout.spacing,
      ).slice(0, 500)
      if (others.length > 0) layout.sheets.push({ ...sheet, id: freshId(layout), placements: others })
      layout.sheets = layout.sheets.filter((s) => s.placements.length > 0)
    })
  })
}

/** Moves one placement against a side of what can be worked on, or to its middle. */
export function alignOnSheet(workbench: Workbench, sheetId: string, index: number, side: Side): void {
  void workbench.edit((project) =>
    makeEdit(project, `Align to the ${side}`, ({ layout }) => {
      const sheet = layout.sheets.find((s) => s.id === sheetId)
      const placement = sheet?.placements[index]
      const piece = placement && project.pieces[placement.piece]
      if (!sheet || !placement || !piece) return
      const by = alignTo(laidBox(project, piece, placement), usableArea(sheet, layout), side)
      placement.x += by.x
      placement.y += by.y
    }),
  )
}

/** Spaces out all pieces of a sheet that are not locked, evenly from side to side. */
export function distributeOnSheet(workbench: Workbench, sheetId: string, axis: 'x' | 'y'): void {
  void workbench.edit((project) =>
    makeEdit(project, `Space out evenly ${axis === 'x' ? 'across' : 'down'}`, ({ layout }) => {
      const sheet = layout.sheets.find((s) => s.id === sheetId)
      if (!sheet) return
      const free = sheet.placements.filter((p) => !p.locked && project.pieces[p.piece])
      const boxes = free.map((p) => laidBox(project, project.pieces[p.piece]!, p))
      const moves = distribute(boxes, usableArea(sheet, layout), axis)
      free.forEach((p, i) => {
        p[axis] += moves[i]!
      })
    }),
  )
}

/** An id that no sheet bears yet. */
function freshId({ sheets }: Layout): string {
  const taken = new Set(sheets.map((s) => s.id))
  for (let n = sheets.length + 1; ; n += 1) if (!taken.has(`sheet-${n}`)) return `sheet-${n}`
}

/** Takes the largest free rectangle of a sheet into the library, to be used before fresh sheets. */
export async function keepOffcut(
  workbench: Workbench,
  paper: Paper,
  offcut: { width: number; height: number },
): Promise<void> {
  const { id, ...fields } = paper
  const tenth = (v: number) => Math.floor(v * 10 + 1e-6) / 10
  const size = { width: tenth(offcut.width), height: tenth(offcut.height) }
  await api.changePaper(id, { ...fields, leftovers: [...(paper.leftovers ?? []), { ...size, count: 1 }] })
  workbench.setPapers((await api.papers()).papers)
  workbench.say({
    message: `A leftover of ${size.width} × ${size.height} mm of “${paper.name}” is kept, and used first next time.`,
    tone: 'calm',
  })
}
