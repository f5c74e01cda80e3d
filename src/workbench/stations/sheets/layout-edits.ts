import { makeEdit } from '@/core/document/edits'
import type { Layout, Placement } from '@/core/document/schema'
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
