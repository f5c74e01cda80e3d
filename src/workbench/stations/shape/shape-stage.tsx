'use client'
import { type KeyboardEvent, useState } from 'react'
import { drawLine } from '@/core/binding/draw-line'
import { guidesOf, type Snapped, snapped } from '@/core/binding/guides'
import { boxOfPieces, movePieces } from '@/core/binding/move-pieces'
import type { Role } from '@/core/document/lines'
import type { MeasureValue } from '@/core/document/sources'
import { distance, type Point } from '@/core/geometry/point'
import { isInside } from '@/core/geometry/polyline'
import type { Handle } from '@/core/making/recipe'
import { knownRecipe } from '@/core/making/recipes'
import { shapesOf } from '@/core/pieces/piece-shape'
import { lengthWords } from '@/core/units/length'
import { say } from '@/core/words'
import { Overlay } from '../../board/board'
import { Drawing } from '../../board/drawing'
import type { BoardDrag } from '../../board/gestures'
import { toDrawing, type View } from '../../board/view'
import { useProject, useWorkbench } from '../../store/context'
import { useDesk } from './shape-frame'

/** How near pieces come to a guide before they snap to it, px. */
const SNAP = 7
/** How near a pointer must come to a handle, px. */
const REACH = 12
/** How far an arrow key moves what is chosen, mm: plain, with Shift, with Alt. */
const NUDGE = { plain: 1, shift: 10, alt: 0.1 }

const ARROWS: Record<string, Point> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}

/** The drawing, where pieces are chosen and moved, what is being made is seen, and its measures are dragged. */
export function ShapeStage() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const chosen = useProject((s) => s.chosenPieces).filter((id) => project.pieces[id])
  const { preview, draft, drag, open, drawing, setDrawing } = useDesk()
  const [drawn, setDrawn] = useState<{ from: Point; to: Point } | null>(null)
  const [moving, setMoving] = useState<{ ids: readonly string[]; to: Snapped } | null>(null)

  const begin = (at: Point, event: PointerEvent, view: View): BoardDrag | null => {
    if (drawing) return dragLine(drawing, toDrawing(view, at), view)
    const handle = preview?.handles.find((h) => near(h, at, view))
    if (handle) return dragHandle(handle, view)
    const p = toDrawing(view, at)
    const under = shapesOf(project)
      .filter((s) => isInside(p, s.ring))
      .sort((a, b) => a.area - b.area)
    const ids = under.map((s) => s.piece.id)
    const marked = workbench.store.getState().chosenPieces
    // What is chosen already is moved though another lies over it.
    const grabbed = marked.find((id) => ids.includes(id)) ?? ids[0]
    if (!grabbed)
      return event.shiftKey
        ? null
        : { move: () => undefined, end: (_, moved) => !moved && workbench.choosePieces([]) }
    const group = marked.includes(grabbed) ? marked : [grabbed]
    const box = boxOfPieces(project, group)
    const guides = guidesOf(project, group)
    let last: Snapped | null = null
    return {
      move: (to) => {
        if (!box || draft) return
        const by = { x: (to.x - at.x) / view.scale, y: (to.y - at.y) / view.scale }
        last = snapped(box, by, guides, SNAP / view.scale)
        setMoving({ ids: group, to: last })
      },
      end: (_, moved) => {
        setMoving(null)
        if (!moved) return choose(event.shiftKey, grabbed, ids, marked)
        if (last && !draft) void workbench.edit((now) => movePieces(now, group, last!))
      },
      cancel: () => setMoving(null),
    }
  }

  /** A press chooses the smallest piece under it; one more press there the next larger one. */
  const choose = (adds: boolean, grabbed: string, under: readonly string[], marked: readonly string[]) => {
    if (adds)
      return workbench.choosePieces(
        marked.includes(grabbed) ? marked.filter((id) => id !== grabbed) : [...marked, grabbed],
      )
    const [only] = marked
    const at = marked.length === 1 ? under.indexOf(only!) : -1
    workbench.choosePieces([under[(at + 1) % under.length]!])
  }

  /** A line from where the pointer went down to where it goes up, its ends snapped to edges, corners and folds. */
  const dragLine = (role: Role, began: Point, view: View): BoardDrag => {
    const guides = guidesOf(project, [])
    const near = (p: Point): Point => {
      const { x, y } = snapped({ minX: 0, maxX: 0, minY: 0, maxY: 0 }, p, guides, SNAP / view.scale)
      return { x, y }
    }
    const from = near(began)
    return {
      move: (to) => setDrawn({ from, to: near(toDrawing(view, to)) }),
      end: (to, moved) => {
        setDrawn(null)
        setDrawing(null)
        if (!moved) return
        const end = near(toDrawing(view, to))
        try {
          drawLine(workbench.store.getState().project, from, end, role)
        } catch (error) {
          return workbench.notify({ message: (error as Error).message, tone: 'calm' })
        }
        workbench.notify(null)
        void workbench.edit((now) => drawLine(now, from, end, role))
      },
      cancel: () => {
        setDrawn(null)
        setDrawing(null)
      },
    }
  }

  const dragHandle = (handle: Handle, view: View): BoardDrag => {
    const value = (to: Point) => {
      const p = toDrawing(view, to)
      const way = (p.x - handle.at.x) * handle.along.x + (p.y - handle.at.y) * handle.along.y
      return Math.round((startOf(handle) + way * handle.by) * 10) / 10
    }
    return {
      move: (to) => drag(handle.measure, measured(handle.measure, value(to)), false),
      end: (to, moved) => moved && drag(handle.measure, measured(handle.measure, value(to)), true),
      cancel: () => drag(handle.measure, measured(handle.measure, startOf(handle)), true),
    }
  }
  const source = draft ?? (open ? project.sources[open] : undefined)
  const making = source?.kind === 'making' ? source : null
  const startOf = ({ measure }: Handle): number =>
    Number([making?.measures[measure] as number | number[]].flat()[0])
  /** A dragged length within its bounds; of several it is the first, and the others stay. */
  const measured = (name: string, value: number): MeasureValue => {
    const measure = (making ? knownRecipe(making) : undefined)?.measures.find((m) => m.name === name)
    const bounded =
      measure && 'least' in measure ? Math.min(measure.most, Math.max(measure.least, value)) : value
    const now = making?.measures[name]
    return Array.isArray(now) ? [bounded, ...now.slice(1)] : bounded
  }

  const onKey = (event: KeyboardEvent): boolean => {
    if (event.key === 'Escape' && chosen.length > 0) {
      workbench.choosePieces([])
      return true
    }
    const way = ARROWS[event.key]
    if (!way || chosen.length === 0 || event.ctrlKey || event.metaKey) return false
    const step = event.shiftKey ? NUDGE.shift : event.altKey ? NUDGE.alt : NUDGE.plain
    void workbench.edit((now) => movePieces(now, chosen, { x: way.x * step, y: way.y * step }))
    return true
  }

  return (
    <Drawing
      acts={{
        begin,
        onKey,
        overlay: (view) => (
          <Overlay aria-hidden>
            <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
              <Outlines ids={chosen} at={moving ? moving.to : null} />
              {preview?.lines.map(({ d, role }, i) => (
                <path
                  // biome-ignore lint/suspicious/noArrayIndexKey: lines of a preview have no names
                  key={i}
                  d={d}
                  fill="none"
                  stroke="var(--plum)"
                  strokeWidth={2}
                  vectorEffect="non-scaling-stroke"
                  {...(role === 'score' ? { strokeDasharray: '7 4' } : {})}
                />
              ))}
            </g>
            {preview?.numbered.map(({ number, at }) => (
              <NumberMark key={`${number} ${at.x} ${at.y}`} number={number} at={onScreen(view, at)} />
            ))}
            {drawn ? <DrawnLine {...drawn} view={view} /> : null}
            {moving ? <Moved to={moving.to} view={view} /> : null}
            {preview?.handles.map((handle) => (
              <HandleMark key={handle.measure} handle={handle} view={view} />
            ))}
          </Overlay>
        ),
      }}
    />
  )
}

const onScreen = (view: View, p: Point): Point => ({
  x: view.x + p.x * view.scale,
  y: view.y + p.y * view.scale,
})

const near = ({ at }: Handle, p: Point, view: View): boolean => {
  const q = onScreen(view, at)
  return Math.hypot(q.x - p.x, q.y - p.y) <= REACH
}

/** The outlines of pieces that are chosen, where they lie or where they are dragged to. */
function Outlines({ ids, at }: { ids: readonly string[]; at: Point | null }) {
  const project = useProject((s) => s.project)
  return ids.map((id) => {
    const d = (project.pieces[id]?.outline ?? []).map((line) => project.lines[line]?.d ?? '').join(' ')
    return (
      <path
        key={id}
        d={d}
        fill="rgb(125 42 95 / 0.07)"
        stroke="var(--plum)"
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
        {...(at ? { transform: `translate(${at.x} ${at.y})` } : {})}
      />
    )
  })
}

/** The guides that what is dragged snapped to, and how far it was moved. */
function Moved({ to, view }: { to: Snapped; view: View }) {
  const unit = useProject((s) => s.project.unit)
  const x = to.onX === null ? null : view.x + to.onX * view.scale
  const y = to.onY === null ? null : view.y + to.onY * view.scale
  return (
    <g>
      {x === null ? null : <line x1={x} x2={x} y1={0} y2={10_000} stroke="var(--teal)" />}
      {y === null ? null : <line x1={0} x2={10_000} y1={y} y2={y} stroke="var(--teal)" />}
      <rect x={40} y={40} width={190} height={26} rx={6} fill="var(--plum)" />
      <text
        x={135}
        y={58}
        textAnchor="middle"
        fill="#fff"
        fontSize={13}
        data-testid="moved-by"
      >{say`${lengthWords(to.x, unit)} across, ${lengthWords(to.y, unit)} down`}</text>
    </g>
  )
}

/** A line while it is drawn, with its length. */
function DrawnLine({ from, to, view }: { from: Point; to: Point; view: View }) {
  const unit = useProject((s) => s.project.unit)
  const [a, b] = [onScreen(view, from), onScreen(view, to)]
  return (
    <g>
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--plum)" strokeWidth={2} />
      <text x={b.x + 10} y={b.y - 10} fill="var(--plum)" fontSize={13} data-testid="drawn-length">
        {lengthWords(distance(from, to), unit)}
      </text>
    </g>
  )
}

/** The number by which a measure names what lies there. */
function NumberMark({ number, at: { x, y } }: { number: number; at: Point }) {
  return (
    <g data-testid={`number-${number}`} transform={`translate(${x} ${y})`}>
      <circle r={11} fill="var(--paper)" stroke="var(--plum)" strokeWidth={1.5} />
      <text y={4.5} textAnchor="middle" fontSize={13} fill="var(--plum)">
        {number}
      </text>
    </g>
  )
}

/** A measure that can be dragged. */
function HandleMark({ handle, view }: { handle: Handle; view: View }) {
  const { x, y } = onScreen(view, handle.at)
  const turn = (Math.atan2(handle.along.y, handle.along.x) * 180) / Math.PI
  return (
    <g data-testid={`handle-${handle.measure}`} transform={`translate(${x} ${y}) rotate(${turn})`}>
      <circle r={7} fill="var(--paper)" stroke="var(--plum)" strokeWidth={2} />
      <path
        d="M-3.5 -3L-6.5 0L-3.5 3M3.5 -3L6.5 0L3.5 3"
        fill="none"
        stroke="var(--plum)"
        strokeWidth={1.5}
      />
    </g>
  )
}
