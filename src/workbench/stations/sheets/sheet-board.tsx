'use client'
import { BoxSelect } from 'lucide-react'
import { type KeyboardEvent, useMemo, useRef, useState } from 'react'
import styled from 'styled-components'
import type { Placement, Sheet } from '@/core/document/layout'
import type { Project } from '@/core/document/project'
import { type Box, boxesMeet, uniteBoxes } from '@/core/geometry/measure'
import type { Point } from '@/core/geometry/point'
import { checkSheet } from '@/core/sheets/check'
import { laidOn } from '@/core/sheets/place'
import { snap } from '@/core/sheets/snap'
import { usableArea } from '@/core/sheets/usable-area'
import { formatLength } from '@/core/units/length'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { Muted } from '@/kit/surface'
import { Board } from '../../board/board'
import type { BoardDrag } from '../../board/gestures'
import { paperTint } from '../../board/paper-tint'
import { RULER, toDrawing, type View } from '../../board/view'
import { useProject, useWorkbench } from '../../store/context'
import {
  type Chosen,
  lockPlacements,
  mirrorPlacements,
  movePlacements,
  takeOff,
  turnPlacements,
} from './layout-edits'
import { MarksPicture, MatPicture } from './mat-picture'
import { useLayoutShown } from './nesting-frame'
import { PlacedPiece } from './placed-piece'

const Pieces = styled.svg`
  g[role='button'] {
    cursor: move;
    outline: none;
  }
`
type Drag = { chosen: Chosen; by: Point }

/** What the arrow keys move by, mm; ten times as much with the shift key. */
const NUDGES: Record<string, readonly [x: number, y: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const byStep = ([x, y]: readonly [number, number], step: number) => ({ x: x * step, y: y * step })

/** One sheet on its mat; pieces are dragged, nudged and turned, and what is wrong shows while it happens. */
export function SheetBoard() {
  const { sheet } = useLayoutShown()
  return sheet ? (
    <OpenSheet key={sheet.id} sheet={sheet} />
  ) : (
    <Muted
      style={{ flex: 1, padding: 60 }}
    >{say`No sheet yet. Pieces with a paper are laid out by “Lay out”.`}</Muted>
  )
}

function OpenSheet({ sheet }: { sheet: Sheet }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const chosen = useProject((s) => s.chosenPlacements)
  const { layout, unit } = project
  const extent = useMemo(
    () => ({
      minX: -layout.sheetAt.x,
      minY: -layout.sheetAt.y,
      maxX: Math.max(layout.mat.width - layout.sheetAt.x, sheet.width),
      maxY: Math.max(layout.mat.height - layout.sheetAt.y, sheet.height),
    }),
    [layout.mat, layout.sheetAt, sheet.width, sheet.height],
  )
  const [drag, setDrag] = useState<Drag | null>(null)
  /** whether each press puts one more to the chosen, for fingers, which have no Shift */
  const [several, setSeveral] = useState(false)
  const [band, setBand] = useState<Box | null>(null)
  const pointing = useRef(false)

  /** Puts one to the chosen, or takes it from them. */
  const toggle = (id: string) =>
    workbench.choosePlacements(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id])

  /** Draws a band from a place of the board, and chooses what it meets besides what is chosen. */
  const drawBand = (view: View): BoardDrag => {
    const bandOf = (from: Point, to: Point): Box => {
      const [a, b] = [toDrawing(view, from), toDrawing(view, to)]
      return {
        minX: Math.min(a.x, b.x),
        minY: Math.min(a.y, b.y),
        maxX: Math.max(a.x, b.x),
        maxY: Math.max(a.y, b.y),
      }
    }
    let drawn: Box | null = null
    return {
      move: (to, from) => {
        drawn = bandOf(from, to)
        setBand(drawn)
      },
      end: (_to, isMoved) => {
        setBand(null)
        if (!isMoved || !drawn) return
        const met = laidOn(project, sheet).filter(({ box }) => boxesMeet(box, drawn!))
        workbench.choosePlacements([...new Set([...chosen, ...met.map((m) => m.placement.id)])])
      },
      cancel: () => setBand(null),
    }
  }

  const begin = (_: Point, event: PointerEvent, view: View): BoardDrag | null => {
    const id = event.target instanceof Element ? event.target.closest('[data-placement]')?.id : undefined
    const more = several || event.shiftKey
    if (!id) {
      if (more) return drawBand(view)
      workbench.choosePlacements([])
      return null
    }
    pointing.current = true
    const release = () => {
      pointing.current = false
      setDrag(null)
    }
    if (more) {
      toggle(id)
      return { move: () => {}, end: release, cancel: release }
    }
    const taken = chosen.includes(id) ? chosen : [id]
    workbench.choosePlacements(taken)
    const byOf = (to: Point, from: Point) => ({
      x: (to.x - from.x) / view.scale,
      y: (to.y - from.y) / view.scale,
    })
    let by = { x: 0, y: 0 }
    return {
      move: (to, from) => {
        by = byOf(to, from)
        setDrag({ chosen: taken, by })
      },
      end: (_to, isMoved) => {
        release()
        if (!isMoved) return
        // What is dragged moves as one, so the first that is free tells how far.
        const first = sheet.placements.find((p) => taken.includes(p.id) && !p.locked)
        const shown = moved(project, sheet, { chosen: taken, by }, SNAP / view.scale)
        const to = shown.placements.find((p) => p.id === first?.id)
        if (first && to) movePlacements(workbench, taken, { x: to.x - first.x, y: to.y - first.y })
      },
      cancel: release,
    }
  }

  const onPieceKey = (event: KeyboardEvent, placement: Placement) => {
    const all = chosen.includes(placement.id) ? chosen : [placement.id]
    // Keys held with these are the browser's.
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const nudge = NUDGES[event.key]
    const act = nudge
      ? () => movePlacements(workbench, all, byStep(nudge, event.shiftKey ? 10 : 1))
      : {
          r: () => turnPlacements(workbench, all),
          m: () => mirrorPlacements(workbench, all),
          l: () => lockPlacements(workbench, all, !placement.locked),
          ' ': () => toggle(placement.id),
          delete: () => takeOff(workbench, all),
          backspace: () => takeOff(workbench, all),
          escape: () => workbench.choosePlacements([placement.id]),
        }[event.key.toLowerCase()]
    if (!act) return
    event.preventDefault()
    event.stopPropagation()
    act()
  }
  const onFocus = (id: string) => {
    if (!pointing.current && chosen.length < 2) workbench.choosePlacements([id])
  }
  return (
    <Board
      name={`sheet-board-${sheet.id}`}
      label={say`Sheet on its mat. Tab goes from piece to piece; space chooses several; arrow keys move, r turns, m mirrors, l locks.`}
      extent={extent}
      begin={begin}
      style={{ cursor: several ? 'crosshair' : 'grab' }}
      onKey={(event) => {
        if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'a') return false
        workbench.choosePlacements(sheet.placements.map((p) => p.id))
        return true
      }}
      tools={
        <IconButton
          aria-label={say`Choose several`}
          aria-pressed={several}
          onPress={() => setSeveral(!several)}
        >
          <BoxSelect size={17} />
        </IconButton>
      }
    >
      {(view) => (
        <>
          <SheetLayers
            sheet={sheet}
            drag={drag}
            band={band}
            view={view}
            onFocus={onFocus}
            onPieceKey={onPieceKey}
          />
          <span style={{ position: 'absolute', left: RULER + 12, top: RULER + 8, pointerEvents: 'none' }}>
            <Muted as="span">
              {layout.sheetAt.x === 0 && layout.sheetAt.y === 0
                ? say`Lay the sheet in the upper left corner of the mat.`
                : say`Lay the sheet ${formatLength(layout.sheetAt.x, unit)} ${unit} from the left and ${formatLength(layout.sheetAt.y, unit)} ${unit} from the top of the mat.`}
            </Muted>
          </span>
        </>
      )}
    </Board>
  )
}

type LayersProps = {
  sheet: Sheet
  drag: Drag | null
  band: Box | null
  view: View
  onFocus: (id: string) => void
  onPieceKey: (event: KeyboardEvent, placement: Placement) => void
}

/** Mat, sheet, marks and pieces; pieces that are dragged lie where the pointer holds them. */
function SheetLayers({ sheet, drag, band, view, onFocus, onPieceKey }: LayersProps) {
  const project = useProject((s) => s.project)
  const paper = useProject((s) => s.papers.find((p) => p.id === sheet.paper))
  const chosen = useProject((s) => s.chosenPlacements)
  const px = 1 / view.scale
  const shown = useMemo(() => moved(project, sheet, drag, SNAP * px), [project, sheet, drag, px])
  const check = useMemo(() => checkSheet(project, shown), [project, shown])
  const wrong = new Set([...check.outside, ...check.onMarks, ...check.overlapping.flat()])
  const area = usableArea(sheet, project)
  return (
    <Pieces>
      <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
        <MatPicture layout={project.layout} px={px} />
        <rect
          width={sheet.width}
          height={sheet.height}
          fill={paper ? paperTint(paper.colour) : '#fffdf8'}
          style={{ filter: 'drop-shadow(0 2px 4px rgb(43 26 47 / 0.25))' }}
        />
        <rect
          x={area.minX}
          y={area.minY}
          width={area.maxX - area.minX}
          height={area.maxY - area.minY}
          fill="none"
          stroke="var(--ink-soft)"
          strokeWidth={px}
          strokeDasharray={`${2 * px} ${4 * px}`}
        />
        <MarksPicture sheet={sheet} print={project.print} px={px} lit={check.onMarks.length > 0} />
        {shown.placements.map((placement, index) => (
          <PlacedPiece
            key={placement.id}
            project={project}
            placement={placement}
            px={px}
            wrong={wrong.has(index)}
            chosen={chosen.includes(placement.id)}
            onFocus={() => onFocus(placement.id)}
            onKeyDown={(e) => onPieceKey(e, placement)}
          />
        ))}
        {band ? (
          <rect
            x={band.minX}
            y={band.minY}
            width={band.maxX - band.minX}
            height={band.maxY - band.minY}
            fill="var(--plum)"
            fillOpacity={0.08}
            stroke="var(--plum)"
            strokeWidth={px}
            strokeDasharray={`${4 * px} ${3 * px}`}
          />
        ) : null}
      </g>
    </Pieces>
  )
}

/** Points on the screen within which a dragged piece is drawn to an edge. */
const SNAP = 7

/** The sheet with the dragged pieces where the pointer holds them, drawn to edges near by. */
function moved(project: Project, sheet: Sheet, drag: Drag | null, reach: number): Sheet {
  if (!drag) return sheet
  const laid = laidOn(project, sheet)
  const isDragged = (p: Placement) => drag.chosen.includes(p.id) && !p.locked
  const { x, y } = drag.by
  const carried = laid
    .filter((l) => isDragged(l.placement))
    .map(({ box }) => ({ minX: box.minX + x, maxX: box.maxX + x, minY: box.minY + y, maxY: box.maxY + y }))
  if (carried.length === 0) return sheet
  const others = laid.filter((l) => !isDragged(l.placement)).map((l) => l.box)
  const snapped = snap(uniteBoxes(carried), others, usableArea(sheet, project), project.layout.spacing, reach)
  const placements = sheet.placements.map((p) =>
    isDragged(p) ? { ...p, x: p.x + x + snapped.x, y: p.y + y + snapped.y } : p,
  )
  return { ...sheet, placements }
}
