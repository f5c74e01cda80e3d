'use client'
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react'
import styled from 'styled-components'
import type { Placement, Project, Sheet } from '@/core/document/schema'
import { type Box, uniteBoxes } from '@/core/geometry/measure'
import { checkSheet } from '@/core/sheets/check'
import { laidBox } from '@/core/sheets/place'
import { snap } from '@/core/sheets/snap'
import { usableArea } from '@/core/sheets/usable-area'
import { formatLength } from '@/core/units/length'
import { Muted } from '@/kit/surface'
import { paperTint } from '../../drawing/paper-tint'
import { RULER, Rulers } from '../../drawing/rulers'
import { useView } from '../../drawing/use-view'
import { useProject, useWorkbench } from '../../store/context'
import { type Chosen, lockPlacements, mirrorPlacements, movePlacements, turnPlacements } from './layout-edits'
import { MarksPicture, MatPicture } from './mat-picture'
import { PlacedPiece } from './placed-piece'

const Board = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  overflow: hidden;
  background: var(--ground);
  touch-action: none;
  > svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  g[role='button'] {
    cursor: move;
    outline: none;
  }
`

type Drag = { indexes: readonly number[]; x: number; y: number; dx: number; dy: number }
type Props = { sheet: Sheet | undefined; chosen: Chosen | null; onChosen: (chosen: Chosen | null) => void }

/** What the arrow keys move by, mm; ten times as much with the shift key. */
const NUDGES: Record<string, readonly [x: number, y: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const byStep = ([x, y]: readonly [number, number], step: number) => ({ x: x * step, y: y * step })

/** One sheet on its mat; pieces are dragged, nudged and turned, and what is wrong shows while it happens. */
export function SheetBoard({ sheet, chosen, onChosen }: Props) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const paper = useProject((s) => s.papers.find((p) => p.id === sheet?.paper))
  const { layout, unit } = project
  const extent = useMemo(
    () => ({
      minX: -layout.sheetAt.x,
      minY: -layout.sheetAt.y,
      maxX: Math.max(layout.mat.width - layout.sheetAt.x, sheet?.width ?? 0),
      maxY: Math.max(layout.mat.height - layout.sheetAt.y, sheet?.height ?? 0),
    }),
    [layout.mat, layout.sheetAt, sheet?.width, sheet?.height],
  )
  const { element, size, view, pan, onKey } = useView(extent)
  const [drag, setDrag] = useState<Drag | null>(null)
  const pointing = useRef(false)
  const [panning, setPanning] = useState<{ x: number; y: number } | null>(null)

  const shown = useMemo(
    () => moved(project, sheet, drag, SNAP / view.scale),
    [project, sheet, drag, view.scale],
  )
  const check = useMemo(() => (shown ? checkSheet(project, shown, layout) : null), [project, shown, layout])
  if (!sheet || !shown || !check)
    return (
      <Board ref={element}>
        <Muted style={{ padding: 60 }}>No sheet yet. Pieces with a paper are laid out by “Lay out”.</Muted>
      </Board>
    )

  const wrong = new Set([...check.outside, ...check.onMarks, ...check.overlapping.flat()])
  const area = usableArea(sheet, layout)
  const indexes = chosen?.sheet === sheet.id ? chosen.indexes : []
  const choose = (some: readonly number[]) =>
    onChosen(some.length > 0 ? { sheet: sheet.id, indexes: some } : null)
  /** Puts one to the chosen, or takes it from them. */
  const toggle = (index: number) =>
    choose(indexes.includes(index) ? indexes.filter((i) => i !== index) : [...indexes, index])
  const take = (event: PointerEvent, index: number) => {
    event.stopPropagation()
    pointing.current = true
    if (event.shiftKey) {
      toggle(index)
      return
    }
    element.current?.setPointerCapture(event.pointerId)
    const taken = indexes.includes(index) ? indexes : [index]
    choose(taken)
    setDrag({ indexes: taken, x: event.clientX, y: event.clientY, dx: 0, dy: 0 })
  }
  const onPointerMove = (event: PointerEvent) => {
    if (drag)
      setDrag({
        ...drag,
        dx: (event.clientX - drag.x) / view.scale,
        dy: (event.clientY - drag.y) / view.scale,
      })
    else if (panning) {
      pan(event.clientX - panning.x, event.clientY - panning.y)
      setPanning({ x: event.clientX, y: event.clientY })
    }
  }
  const onPointerUp = () => {
    setPanning(null)
    pointing.current = false
    if (!drag) return
    setDrag(null)
    // What is dragged moves as one, so the first that is free tells how far.
    const first = drag.indexes.find((i) => !sheet.placements[i]?.locked)
    if (first === undefined || Math.hypot(drag.dx, drag.dy) < 0.2) return
    const [from, to] = [sheet.placements[first], shown.placements[first]]
    if (from && to)
      movePlacements(
        workbench,
        { sheet: sheet.id, indexes: drag.indexes },
        { x: to.x - from.x, y: to.y - from.y },
      )
  }
  const onPieceKey = (event: KeyboardEvent, index: number) => {
    const all: Chosen = { sheet: sheet.id, indexes: indexes.includes(index) ? indexes : [index] }
    // Keys held with these are the browser's.
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const nudge = NUDGES[event.key]
    const act = nudge
      ? () => movePlacements(workbench, all, byStep(nudge, event.shiftKey ? 10 : 1))
      : {
          r: () => turnPlacements(workbench, all),
          m: () => mirrorPlacements(workbench, all),
          l: () => lockPlacements(workbench, all, !sheet.placements[index]?.locked),
          ' ': () => toggle(index),
          escape: () => choose([index]),
        }[event.key.toLowerCase()]
    if (!act) return
    event.preventDefault()
    event.stopPropagation()
    act()
  }
  return (
    <Board
      ref={element}
      role="application"
      aria-label="Sheet on its mat. Tab goes from piece to piece; space chooses several; arrow keys move, r turns, m mirrors, l locks."
      tabIndex={0}
      onKeyDown={(e) => onKey(e.key) && e.preventDefault()}
      onPointerDown={(e) => {
        onChosen(null)
        setPanning({ x: e.clientX, y: e.clientY })
      }}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
    >
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: each piece in it has a name of its own */}
      <svg>
        <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
          <MatPicture layout={layout} px={1 / view.scale} />
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
            strokeWidth={1 / view.scale}
            strokeDasharray={`${2 / view.scale} ${4 / view.scale}`}
          />
          <MarksPicture sheet={sheet} layout={layout} px={1 / view.scale} lit={check.onMarks.length > 0} />
          {shown.placements.map((placement, index) => (
            <PlacedPiece
              // biome-ignore lint/suspicious/noArrayIndexKey: a placement is known by its place in the list
              key={index}
              project={project}
              placement={placement}
              px={1 / view.scale}
              wrong={wrong.has(index)}
              chosen={indexes.includes(index)}
              onPointerDown={(e) => take(e, index)}
              onFocus={() => !pointing.current && indexes.length < 2 && choose([index])}
              onKeyDown={(e) => onPieceKey(e, index)}
            />
          ))}
        </g>
      </svg>
      <Rulers view={view} size={size} unit={unit} />
      <span style={{ position: 'absolute', left: RULER + 12, top: RULER + 8 }}>
        <Muted as="span">
          {layout.sheetAt.x === 0 && layout.sheetAt.y === 0
            ? 'Lay the sheet in the upper left corner of the mat.'
            : `Lay the sheet ${formatLength(layout.sheetAt.x, unit)} ${unit} from the left and ${formatLength(layout.sheetAt.y, unit)} ${unit} from the top of the mat.`}
        </Muted>
      </span>
    </Board>
  )
}

/** Points on the screen within which a dragged piece is drawn to an edge. */
const SNAP = 7

/** The sheet with the dragged pieces where the pointer holds them, drawn to edges near by. */
function moved(
  project: Project,
  sheet: Sheet | undefined,
  drag: Drag | null,
  reach: number,
): Sheet | undefined {
  if (!sheet || !drag) return sheet
  const { layout } = project
  const boxOf = (p: Placement): Box | null => {
    const piece = project.pieces[p.piece]
    return piece ? laidBox(project, piece, p) : null
  }
  const isDragged = (p: Placement, i: number) => drag.indexes.includes(i) && !p.locked
  const by = { x: drag.dx, y: drag.dy }
  const carried = sheet.placements
    .filter(isDragged)
    .flatMap((p) => boxOf({ ...p, x: p.x + by.x, y: p.y + by.y }) ?? [])
  if (carried.length === 0) return sheet
  const others = sheet.placements.flatMap((p, i) => (isDragged(p, i) ? [] : (boxOf(p) ?? [])))
  const snapped = snap(uniteBoxes(carried), others, usableArea(sheet, layout), layout.spacing, reach)
  const placements = sheet.placements.map((p, i) =>
    isDragged(p, i) ? { ...p, x: p.x + by.x + snapped.x, y: p.y + by.y + snapped.y } : p,
  )
  return { ...sheet, placements }
}
