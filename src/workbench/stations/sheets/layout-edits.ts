import { makeEdit } from '@/core/document/edits'
import type { Paper } from '@/core/document/paper'
import { sizeOfPiece } from '@/core/document/pieces'
import type { Layout, Placement, Project, Sheet } from '@/core/document/schema'
import { uniteBoxes } from '@/core/geometry/measure'
import { alignAll, distribute, type Side } from '@/core/sheets/align'
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

/** Placements of one sheet that are chosen, by their places in its list. */
export type Chosen = { sheet: string; indexes: readonly number[] }

/** What the chosen placements are called: a name for one, a number for several. */
export function nameOfChosen({ pieces, layout }: Project, { sheet, indexes }: Chosen): string {
  const placements = layout.sheets.find((s) => s.id === sheet)?.placements ?? []
  const [only] = indexes
  return indexes.length === 1 && only !== undefined
    ? `“${pieces[placements[only]?.piece ?? '']?.name ?? ''}”`
    : `${indexes.length} pieces`
}

/**
 * Changes chosen placements, as one edit.
 * @param label what is done, without what it is done to
 */
export function changePlacements(
  workbench: Workbench,
  chosen: Chosen,
  label: string,
  change: (placement: Placement) => void,
): void {
  void workbench.edit((project) =>
    makeEdit(project, `${label} ${nameOfChosen(project, chosen)}`, ({ layout }) => {
      const sheet = layout.sheets.find((s) => s.id === chosen.sheet)
      for (const index of chosen.indexes) {
        const placement = sheet?.placements[index]
        if (placement) change(placement)
      }
    }),
  )
}

/** Moves chosen placements by so many mm; what is locked stays. */
export const movePlacements = (workbench: Workbench, chosen: Chosen, by: { x: number; y: number }): void =>
  changePlacements(workbench, chosen, 'Move', (placement) => {
    if (placement.locked) return
    placement.x = hundredth(placement.x + by.x)
    placement.y = hundredth(placement.y + by.y)
  })

/** Turns each of the chosen placements by a quarter. */
export const turnPlacements = (workbench: Workbench, chosen: Chosen): void =>
  changePlacements(workbench, chosen, 'Turn', (placement) => {
    placement.rotation = (placement.rotation + 90) % 360
  })

/** Turns each of the chosen placements over. */
export const mirrorPlacements = (workbench: Workbench, chosen: Chosen): void =>
  changePlacements(workbench, chosen, 'Mirror', (placement) => {
    placement.mirrored = !placement.mirrored
  })

/** Locks the chosen placements where they are, or unlocks them. */
export const lockPlacements = (workbench: Workbench, chosen: Chosen, locked: boolean): void =>
  changePlacements(workbench, chosen, locked ? 'Lock' : 'Unlock', (placement) => {
    placement.locked = locked
  })

const hundredth = (v: number) => Math.round(v * 100) / 100

/** Moves chosen placements to another sheet. */
export function moveToSheet(workbench: Workbench, chosen: Chosen, to: string): void {
  void workbench.edit((project) =>
    makeEdit(project, `Move ${nameOfChosen(project, chosen)} to another sheet`, ({ layout }) => {
      const from = layout.sheets.find((s) => s.id === chosen.sheet)
      const target = layout.sheets.find((s) => s.id === to)
      if (!from || !target || from === target) return
      target.placements.push(...from.placements.filter((_, i) => chosen.indexes.includes(i)))
      from.placements = from.placements.filter((_, i) => !chosen.indexes.includes(i))
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

/** Moves one placement against a side of what can be worked on, or several against one another. */
export function alignOnSheet(workbench: Workbench, chosen: Chosen, side: Side): void {
  void workbench.edit((project) =>
    makeEdit(project, `Align to the ${side}`, ({ layout }) => {
      const sheet = layout.sheets.find((s) => s.id === chosen.sheet)
      if (!sheet) return
      const free = freeOn(project, sheet, chosen.indexes)
      const moves = alignAll(
        free.map((f) => f.box),
        usableArea(sheet, layout),
        side,
      )
      free.forEach(({ placement }, i) => {
        placement.x += moves[i]!.x
        placement.y += moves[i]!.y
      })
    }),
  )
}

/**
 * Spaces out evenly along one axis: three placements or more between the outermost of them, else all of the sheet from
 * side to side of what can be worked on.
 */
export function distributeOnSheet(workbench: Workbench, chosen: Chosen, axis: 'x' | 'y'): void {
  void workbench.edit((project) =>
    makeEdit(project, `Space out evenly ${axis === 'x' ? 'across' : 'down'}`, ({ layout }) => {
      const sheet = layout.sheets.find((s) => s.id === chosen.sheet)
      if (!sheet) return
      const some = chosen.indexes.length > 2
      const free = freeOn(project, sheet, some ? chosen.indexes : [...sheet.placements.keys()])
      const boxes = free.map((f) => f.box)
      const moves = distribute(boxes, some ? uniteBoxes(boxes) : usableArea(sheet, layout), axis)
      free.forEach(({ placement }, i) => {
        placement[axis] += moves[i]!
      })
    }),
  )
}

/** Placements that are not locked, with the boxes that they cover. */
const freeOn = (project: Project, sheet: Sheet, indexes: readonly number[]) =>
  indexes.flatMap((index) => {
    const placement = sheet.placements[index]
    const piece = placement && project.pieces[placement.piece]
    return piece && !placement.locked ? [{ placement, box: laidBox(project, piece, placement) }] : []
  })

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
