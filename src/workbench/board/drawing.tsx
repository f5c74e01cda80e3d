'use client'
import type { Remote } from 'comlink'
import { History, LassoSelect, Layers, Ruler } from 'lucide-react'
import { type KeyboardEvent, type ReactNode, useMemo, useRef, useState } from 'react'
import { ToggleButton } from 'react-aria-components'
import styled from 'styled-components'
import type { Box } from '@/core/geometry/measure'
import { distance, type Point } from '@/core/geometry/point'
import { formatLength } from '@/core/units/length'
import { say } from '@/core/words'
import { useProject, useWorkbench } from '../store/context'
import { Board, Overlay } from './board'
import type { BoardDrag } from './gestures'
import type { DrawingScreen, OriginalShown } from './layers/drawing.worker'
import { PieceArt } from './layers/piece-art'
import { UnderPointer } from './layers/under-pointer'
import { useDrawingScreen } from './layers/use-drawing'
import { type Draw, useFrames } from './layers/use-frames'
import { type ScreenSize, toDrawing, type View } from './view'

const Toggle = styled(ToggleButton)`
  display: grid;
  place-items: center;
  width: 32px;
  height: 32px;
  border: 0;
  border-radius: 8px;
  background: transparent;
  cursor: pointer;
  &[data-selected] {
    background: var(--plum-wash);
    color: var(--plum);
  }
`

/** How near the pointer must come to a line, px; and how far the list of neighbours reaches. */
const HIT = 6
const NEIGHBOURS = 14

/** What the pointer does: choose by a box or by a line drawn round, measure. */
type Tool = 'box' | 'lasso' | 'measure'
type Drag = { kind: Tool; from: Point; to: Point /** of a lasso, the way so far */; way: Point[] }

/** What a station does on the drawing by itself, with pointer and keys, and what it shows over it. */
export type DrawingActs = {
  begin: (at: Point, event: PointerEvent, view: View) => BoardDrag | null
  onKey: (event: KeyboardEvent) => boolean
  overlay: (view: View) => ReactNode
}

type Props = { pick?: boolean; showArt?: boolean; acts?: DrawingActs }

/** The drawing in the middle of the workbench. Lines can be chosen in it, or art is shown, where the props say so. */
export function Drawing({ pick = false, showArt = false, acts }: Props) {
  const workbench = useWorkbench()
  const { screen, stamp, bounds } = useDrawingScreen()
  const place = useProject((s) => s.place)
  const [tool, setTool] = useState<Tool>('box')
  const measuring = tool === 'measure'
  const [original, setOriginal] = useState<OriginalShown>('off')
  const [drag, setDrag] = useState<Drag | null>(null)
  const [near, setNear] = useState<readonly string[]>([])
  const asking = useRef(false)

  const hover = async (p: Point | null, view: View) => {
    if (!p) {
      if (pick) workbench.light([])
      return
    }
    if (!screen || asking.current || !pick) return
    asking.current = true
    const { x, y } = toDrawing(view, p)
    const hits = await screen.hit(x, y, HIT / view.scale)
    asking.current = false
    const next = hits.slice(0, 1)
    const { lit } = workbench.store.getState()
    if (next[0] !== lit[0] || lit.length > 1) workbench.light(next)
  }

  const begin = (from: Point, event: PointerEvent, view: View): BoardDrag => {
    const before = event.shiftKey ? workbench.store.getState().selection : []
    let way = [from]
    const show = (to: Point) => {
      if (tool === 'lasso') way = [...way, to]
      setDrag({ kind: tool, from, to, way })
    }
    const add = (found: readonly string[]) => {
      workbench.select([...new Set([...before, ...found])])
      setNear([])
    }
    const choose = async (to: Point, moved: boolean) => {
      if (!screen) return
      if (moved && tool === 'lasso') add(await screen.inRing(way.map((p) => toDrawing(view, p))))
      else if (moved) add(await screen.inBox(boxBetween(toDrawing(view, from), toDrawing(view, to))))
      else {
        const { x, y } = toDrawing(view, from)
        const hits = await screen.hit(x, y, NEIGHBOURS / view.scale)
        const [first] = await screen.hit(x, y, HIT / view.scale)
        setNear(hits.length > 1 ? hits.slice(0, 12) : [])
        if (!first) workbench.select(before)
        else
          workbench.select(before.includes(first) ? before.filter((id) => id !== first) : [...before, first])
      }
    }
    return {
      move: show,
      end: (to, moved) => {
        // What was measured stays until the next press.
        setDrag(tool === 'measure' && moved ? { kind: tool, from, to, way } : null)
        if (tool !== 'measure') void choose(to, moved)
      },
      cancel: () => setDrag(null),
    }
  }

  const onKey = (event: KeyboardEvent): boolean => {
    if (acts?.onKey(event)) return true
    if (event.key !== 'Escape') return false
    workbench.select([])
    setNear([])
    setDrag(null)
    return true
  }

  return (
    <Board
      name="drawing"
      label={say`Drawing.`}
      extent={bounds}
      place={place}
      onHover={(p, view) => void hover(p, view)}
      onKey={onKey}
      {...(pick || measuring ? { begin } : acts ? { begin: acts.begin } : {})}
      tools={
        <>
          <Toggle
            aria-label={say`Lay the original drawing under`}
            isSelected={original === 'under'}
            onChange={(on) => setOriginal(on ? 'under' : 'off')}
          >
            <Layers size={17} />
          </Toggle>
          <Toggle
            aria-label={say`Show it as it was before tidying`}
            isSelected={original === 'alone'}
            onChange={(on) => setOriginal(on ? 'alone' : 'off')}
          >
            <History size={17} />
          </Toggle>
          {pick ? (
            <Toggle
              aria-label={say`Choose by drawing round`}
              isSelected={tool === 'lasso'}
              onChange={(on) => setTool(on ? 'lasso' : 'box')}
            >
              <LassoSelect size={17} />
            </Toggle>
          ) : null}
          <Toggle
            aria-label={say`Measure a distance`}
            isSelected={measuring}
            onChange={(on) => {
              setTool(on ? 'measure' : 'box')
              setDrag(null)
            }}
          >
            <Ruler size={17} />
          </Toggle>
        </>
      }
    >
      {(view, size) => (
        <>
          <DrawnLines screen={screen} stamp={stamp} view={view} size={size} original={original}>
            {showArt ? <ArtLayer view={view} /> : null}
          </DrawnLines>
          {acts?.overlay(view)}
          {drag ? <DragLayer drag={drag} view={view} /> : null}
          {pick && near.length > 1 ? <UnderPointer ids={near} onClose={() => setNear([])} /> : null}
        </>
      )}
    </Board>
  )
}

const boxBetween = (a: Point, b: Point): Box => ({
  minX: Math.min(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxX: Math.max(a.x, b.x),
  maxY: Math.max(a.y, b.y),
})

type LinesProps = {
  screen: Remote<DrawingScreen> | null
  stamp: number
  view: View
  size: ScreenSize
  original: OriginalShown
  /** what lies over the lines, and under what is chosen of them */
  children: ReactNode
}

/** The lines of the drawing, and over them what is chosen and pointed at; both painted by the drawing's worker. */
function DrawnLines({ screen, stamp, view, size, original, children }: LinesProps) {
  const selection = useProject((s) => s.selection)
  const lit = useProject((s) => s.lit)
  const draw = useMemo<Draw | null>(
    () => screen && ((v, z, density) => screen.draw(v, z, density, original)),
    [screen, original],
  )
  const drawMarks = useMemo<Draw | null>(
    () => screen && ((v, z, density) => screen.drawMarks(v, z, density, [...selection], [...lit])),
    [screen, selection, lit],
  )
  const base = useFrames(draw, view, size, stamp)
  const marks = useFrames(drawMarks, view, size, stamp)
  return (
    <>
      <canvas ref={base.canvas} style={{ transform: base.transform }} aria-hidden />
      {children}
      <canvas ref={marks.canvas} style={{ transform: marks.transform }} aria-hidden />
    </>
  )
}

/** What the pointer draws while it is down: a box, a line round, a measured distance. */
function DragLayer({ drag: { kind, from: a, to: b, way }, view }: { drag: Drag; view: View }) {
  const unit = useProject((s) => s.project.unit)
  const chosen = { fill: 'rgb(125 42 95 / 0.08)', stroke: 'var(--plum)' }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  return (
    <Overlay aria-hidden>
      {kind === 'box' ? (
        <rect
          x={Math.min(a.x, b.x)}
          y={Math.min(a.y, b.y)}
          width={Math.abs(a.x - b.x)}
          height={Math.abs(a.y - b.y)}
          {...chosen}
        />
      ) : kind === 'lasso' ? (
        <polygon points={way.map((p) => `${p.x},${p.y}`).join(' ')} {...chosen} />
      ) : (
        <g>
          <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--plum)" strokeWidth={1.5} />
          <rect x={middle.x - 44} y={middle.y - 30} width={88} height={22} rx={6} fill="var(--plum)" />
          <text x={middle.x} y={middle.y - 15} textAnchor="middle" fill="#fff" fontSize={13}>
            {formatLength(distance(a, b) / view.scale, unit, 2)} {unit}
          </text>
        </g>
      )}
    </Overlay>
  )
}

/** The art of all pieces over the drawing; lines show through it. */
function ArtLayer({ view }: { view: View }) {
  const lines = useProject((s) => s.project.lines)
  const pieces = useProject((s) => s.project.pieces)
  const carrying = Object.values(pieces).filter((p) => p.art?.front)
  return (
    <Overlay aria-hidden style={{ mixBlendMode: 'multiply' }}>
      <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
        {carrying.map((piece) => (
          <PieceArt key={piece.id} lines={lines} piece={piece} />
        ))}
      </g>
    </Overlay>
  )
}
