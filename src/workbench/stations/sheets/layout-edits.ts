import { makeEdit } from '@/core/document/edits'
import { type Layout, type Placement, placementId, type Sheet } from '@/core/document/layout'
import type { Paper } from '@/core/document/paper'
import type { Piece } from '@/core/document/pieces'
import type { Project } from '@/core/document/project'
import { SIDE_NAMES } from '@/core/document/side-names'
import { type Box, uniteBoxes } from '@/core/geometry/measure'
import { alignAll, alignTo, distribute, type Side } from '@/core/sheets/align'
import type { LaidShape } from '@/core/sheets/fill-lattices'
import { laidOn } from '@/core/sheets/place'
import { placed } from '@/core/sheets/repeat'
import { usableArea } from '@/core/sheets/usable-area'
import { count, quoted, say } from '@/core/words'
import type { Workbench } from '../../store/project-store'

/** Lays all pieces on sheets in the worker, as one edit. */
export const layOut = (workbench: Workbench): Promise<void> => workbench.editAndLay()

/** Changes mat, margins, spacing or print, and lays the pieces out anew, as one edit. */
export const changeLayout = (
  workbench: Workbench,
  label: string,
  change: (draft: Pick<Project, 'layout' | 'print'>) => void,
): Promise<void> => workbench.editAndLay((project) => makeEdit(project, label, change))

/** Ids of placements that are chosen, all on one sheet. */
export type Chosen = readonly string[]

/** What the chosen placements are called: a name for one, a number for several. */
export function nameOfChosen({ pieces, layout }: Project, chosen: Chosen): string {
  const [only] = chosen
  const placement = layout.sheets.flatMap((s) => s.placements).find((p) => p.id === only)
  return chosen.length === 1
    ? quoted(pieces[placement?.piece ?? '']?.name ?? '')
    : count(chosen.length, 'piece')
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
      for (const sheet of layout.sheets)
        for (const placement of sheet.placements) if (chosen.includes(placement.id)) change(placement)
    }),
  )
}

/** Moves chosen placements by so many mm; what is locked stays. */
export const movePlacements = (workbench: Workbench, chosen: Chosen, by: { x: number; y: number }): void =>
  changePlacements(workbench, chosen, say`Move`, (placement) => {
    if (placement.locked) return
    placement.x = hundredth(placement.x + by.x)
    placement.y = hundredth(placement.y + by.y)
  })

/** Turns each of the chosen placements by a quarter. */
export const turnPlacements = (workbench: Workbench, chosen: Chosen): void =>
  changePlacements(workbench, chosen, say`Turn`, (placement) => {
    placement.rotation = (placement.rotation + 90) % 360
  })

/** Turns each of the chosen placements to an angle, degrees clockwise. */
export const turnPlacementsTo = (workbench: Workbench, chosen: Chosen, degrees: number): void =>
  changePlacements(workbench, chosen, say`Turn to ${degrees}°`, (placement) => {
    placement.rotation = ((degrees % 360) + 360) % 360
  })

/** Turns each of the chosen placements over. */
export const mirrorPlacements = (workbench: Workbench, chosen: Chosen): void =>
  changePlacements(workbench, chosen, say`Mirror`, (placement) => {
    placement.mirrored = !placement.mirrored
  })

/** Locks the chosen placements where they are, or unlocks them. */
export const lockPlacements = (workbench: Workbench, chosen: Chosen, locked: boolean): void =>
  changePlacements(workbench, chosen, locked ? say`Lock` : say`Unlock`, (placement) => {
    placement.locked = locked
  })

const hundredth = (v: number) => Math.round(v * 100) / 100

/** A placement as it lies on a paper: one that was brought to another paper than its piece's by hand may stay there. */
function onPaper({ otherPaper: _, ...placement }: Placement, paper: string, own: string | null): Placement {
  return own !== null && own !== paper ? { ...placement, otherPaper: true } : placement
}

/** Moves chosen placements to another sheet. */
export function moveToSheet(workbench: Workbench, chosen: Chosen, to: string): void {
  void workbench.edit((project) =>
    makeEdit(project, say`Move ${nameOfChosen(project, chosen)} to another sheet`, ({ layout, pieces }) => {
      const target = layout.sheets.find((s) => s.id === to)
      if (!target) return
      for (const sheet of layout.sheets) {
        if (sheet === target) continue
        const moved = sheet.placements.filter((p) => chosen.includes(p.id))
        target.placements.push(...moved.map((p) => onPaper(p, target.paper, pieces[p.piece]?.paper ?? null)))
        sheet.placements = sheet.placements.filter((p) => !chosen.includes(p.id))
      }
    }),
  )
}

/** Takes chosen placements off their sheet: so many copies fewer of their pieces. */
export function takeOff(workbench: Workbench, chosen: Chosen): void {
  void workbench.edit((project) =>
    makeEdit(project, say`Take ${nameOfChosen(project, chosen)} off the sheet`, ({ layout, pieces }) => {
      for (const sheet of layout.sheets) {
        for (const { id, piece } of sheet.placements) {
          const found = chosen.includes(id) ? pieces[piece] : undefined
          if (found) found.copies = Math.max(0, found.copies - 1)
        }
        sheet.placements = sheet.placements.filter((p) => !chosen.includes(p.id))
      }
    }),
  )
}

/** Puts an empty sheet of a paper behind the others, and answers its id. */
export async function addSheet(workbench: Workbench, paper: Paper): Promise<string> {
  const id = freshId(workbench.store.getState().project.layout)
  const { width, height } = paper
  await workbench.edit((project) =>
    makeEdit(project, say`An empty sheet of “${paper.name}”`, ({ layout }) => {
      layout.sheets.push({ id, paper: paper.id, width, height, placements: [] })
    }),
  )
  return id
}

/** Lays one copy of a piece that is on no sheet on this one, in the corner of what can be worked on. */
export function layByHand(workbench: Workbench, sheetId: string, pieceId: string): void {
  void workbench.edit((project) => {
    const piece = project.pieces[pieceId]
    return makeEdit(project, say`Lay “${piece?.name ?? ''}” on the sheet by hand`, ({ layout, pieces }) => {
      const sheet = layout.sheets.find((s) => s.id === sheetId)
      const open = layout.unplaced.find((u) => u.piece === pieceId)
      if (!sheet || !open || !piece) return
      open.copies -= 1
      layout.unplaced = layout.unplaced.filter((u) => u.copies > 0)
      const taken = new Set(layout.sheets.flatMap((s) => s.placements.map((p) => p.id)))
      let copy = 0
      while (taken.has(placementId(pieceId, copy))) copy += 1
      const { minX: x, minY: y } = usableArea(sheet, project)
      const placement = { id: placementId(pieceId, copy), piece: pieceId, copy, x, y, rotation: 0 }
      sheet.placements.push(onPaper(placement, sheet.paper, pieces[pieceId]?.paper ?? null))
    })
  })
}

/** A piece has at most so many copies. */
const MOST_COPIES = 500

/**
 * Lays copies of one piece on a sheet of their own; what else lay there stays together on another sheet.
 * @param how where they lie, from the project as it stands then
 */
export function repeatOnSheet(
  workbench: Workbench,
  sheetId: string,
  pieceId: string,
  how: (project: Project, sheet: Sheet, piece: Piece) => readonly LaidShape[],
): void {
  void workbench.edit((project) => {
    const piece = project.pieces[pieceId]
    const on = project.layout.sheets.find((s) => s.id === sheetId)
    const laid = piece && on ? how(project, on, piece) : []
    const copies = Math.min(MOST_COPIES, laid.length)
    return makeEdit(project, say`Repeat “${piece?.name}” ${copies} times`, (draft) => {
      const { layout } = draft
      const sheet = layout.sheets.find((s) => s.id === sheetId)
      const found = draft.pieces[pieceId]
      if (!sheet || !found || !piece) return
      const others = sheet.placements.filter((p) => p.piece !== pieceId)
      for (const s of layout.sheets) s.placements = s.placements.filter((p) => p.piece !== pieceId)
      layout.unplaced = layout.unplaced.filter((u) => u.piece !== pieceId)
      found.copies = copies
      sheet.placements = placed(pieceId, laid.slice(0, copies))
      if (others.length > 0) layout.sheets.push({ ...sheet, id: freshId(layout), placements: others })
      layout.sheets = layout.sheets.filter((s) => s.placements.length > 0)
    })
  })
}

/** Moves one placement against a side of what can be worked on, or several against one another. */
export function alignOnSheet(workbench: Workbench, sheetId: string, chosen: Chosen, side: Side): void {
  shift(workbench, say`Align to the ${SIDE_NAMES[side]}`, sheetId, chosen, (boxes, room) =>
    alignAll(boxes, room, side),
  )
}

/** Moves what is chosen as one block to the middle of the paper. */
export function centreOnSheet(workbench: Workbench, sheetId: string, chosen: Chosen): void {
  shift(
    workbench,
    say`Centre ${nameOfChosen(workbench.store.getState().project, chosen)}`,
    sheetId,
    chosen,
    (boxes, { paper }) => {
      if (boxes.length === 0) return []
      const block = uniteBoxes(boxes)
      const { x } = alignTo(block, paper, 'centre')
      const { y } = alignTo(block, paper, 'middle')
      return boxes.map(() => ({ x, y }))
    },
  )
}

/**
 * Spaces out evenly along one axis: three placements or more between the outermost of them, else all of the sheet from
 * side to side of what can be worked on.
 */
export function distributeOnSheet(
  workbench: Workbench,
  sheetId: string,
  chosen: Chosen,
  axis: 'x' | 'y',
): void {
  const some = chosen.length > 2
  const label = say`Space out evenly ${axis === 'x' ? say`across` : say`down`}`
  shift(workbench, label, sheetId, some ? chosen : null, (boxes, { area }) =>
    distribute(boxes, some ? uniteBoxes(boxes) : area, axis).map((by) => ({ x: 0, y: 0, [axis]: by })),
  )
}

/** Moves what is chosen of a sheet, or all of it, by what its boxes ask for; what is locked stays. */
function shift(
  workbench: Workbench,
  label: string,
  sheetId: string,
  chosen: Chosen | null,
  moves: (boxes: Box[], room: { area: Box; paper: Box }) => { x: number; y: number }[],
): void {
  void workbench.edit((project) => {
    const sheet = project.layout.sheets.find((s) => s.id === sheetId)
    const free = (sheet ? laidOn(project, sheet) : []).filter(
      ({ placement: p }) => !p.locked && (chosen?.includes(p.id) ?? true),
    )
    const by = sheet
      ? moves(
          free.map((f) => f.box),
          {
            area: usableArea(sheet, project),
            paper: { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height },
          },
        )
      : []
    return makeEdit(project, label, ({ layout }) => {
      const drafted = layout.sheets.find((s) => s.id === sheetId)
      free.forEach(({ index }, i) => {
        const placement = drafted?.placements[index]
        if (!placement) return
        placement.x += by[i]!.x
        placement.y += by[i]!.y
      })
    })
  })
}

/** An id that no sheet bears yet. */
function freshId({ sheets }: Layout): string {
  const taken = new Set(sheets.map((s) => s.id))
  for (let n = sheets.length + 1; ; n += 1) if (!taken.has(`sheet-${n}`)) return `sheet-${n}`
}
