'use client'
import { History, LassoSelect, Layers, Maximize, Minus, Plus, Ruler } from 'lucide-react'
import {
  type KeyboardEvent,
  type PointerEvent,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { ToggleButton } from 'react-aria-components'
import styled from 'styled-components'
import type { Point } from '@/core/geometry/point'
import { formatLength } from '@/core/units/length'
import { IconButton } from '@/kit/button'
import { useProject, useWorkbench } from '../store/context'
import type { OriginalShown } from './drawing.worker'
import { PieceArt } from './piece-art'
import { Rulers } from './rulers'
import { UnderPointer } from './under-pointer'
import { useDrawingScreen } from './use-drawing'
import { useFrames } from './use-frames'
import { useView } from './use-view'
import { toDrawing, type View } from './view'

const Frame = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--ground);
  touch-action: none;
  cursor: crosshair;
  canvas {
    position: absolute;
    left: 0;
    top: 0;
    width: 100%;
    height: 100%;
    transform-origin: 0 0;
    will-change: transform;
  }
`
const Overlay = styled.svg`
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
`
const Tools = styled.div`
  position: absolute;
  right: 14px;
  bottom: 14px;
  display: flex;
  gap: 2px;
  padding: 3px;
  border-radius: 10px;
  background: var(--paper);
  box-shadow: var(--lift);
`
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
type Drag = {
  kind: Tool | 'pan'
  from: Point
  to: Point
  /** of a lasso, the way so far */
  way: Point[]
  moved: boolean
  add: boolean
}

/** The drawing in the middle of the workbench. Lines can be chosen in it, or art is shown, where the props say so. */
export function Drawing({ pick = false, showArt = false }: { pick?: boolean; showArt?: boolean }) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const selection = useProject((s) => s.selection)
  const lit = useProject((s) => s.lit)
  const { screen, stamp, bounds } = useDrawingScreen()
  const { element, size, view, show, showAll, zoom, pan, onKey } = useView(bounds)
  const place = useProject((s) => s.place)
  useEffect(() => {
    if (place) show(place.box)
  }, [place, show])
  const [tool, setTool] = useState<Tool>('box')
  const measuring = tool === 'measure'
  const [original, setOriginal] = useState<OriginalShown>('off')
  const [drag, setDrag] = useState<Drag | null>(null)
  const [near, setNear] = useState<readonly string[]>([])
  const asking = useRef(false)

  const draw = useMemo(
    () =>
      screen
        ? (...[v, z, density]: Parameters<Parameters<typeof useFrames>[0] & object>) =>
            screen.draw(v, z, density, original)
        : null,
    [screen, original],
  )
  const base = useFrames(draw, view, size, stamp)
  const drawMarks = useMemo(
    () =>
      screen
        ? (...[v, z, density]: Parameters<NonNullable<typeof draw>>) =>
            screen.drawMarks(v, z, density, [...selection], [...lit])
        : null,
    [screen, selection, lit],
  )
  const marks = useFrames(drawMarks, view, size, stamp)

  const at = (event: PointerEvent): Point => {
    const r = event.currentTarget.getBoundingClientRect()
    return { x: event.clientX - r.left, y: event.clientY - r.top }
  }

  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.target instanceof Element && event.target.closest('[data-over-drawing]')) return
    const from = at(event)
    const kind = event.button === 1 || event.altKey || !(pick || measuring) ? 'pan' : tool
    event.currentTarget.setPointerCapture(event.pointerId)
    setDrag({ kind, from, to: from, way: [from], moved: false, add: event.shiftKey })
  }

  const hover = useCallback(
    async (p: Point) => {
      if (!screen || asking.current || !pick) return
      asking.current = true
      const { x, y } = toDrawing(view, p)
      const hits = await screen.hit(x, y, HIT / view.scale)
      asking.current = false
      const next = hits.slice(0, 1)
      if (next[0] !== workbench.store.getState().lit[0] || workbench.store.getState().lit.length > 1)
        workbench.light(next)
    },
    [screen, pick, view, workbench],
  )

  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    const p = at(event)
    if (!drag) {
      void hover(p)
      return
    }
    if (drag.kind === 'pan') pan(p.x - drag.to.x, p.y - drag.to.y)
    setDrag({
      ...drag,
      to: p,
      way: drag.kind === 'lasso' ? [...drag.way, p] : drag.way,
      moved: drag.moved || Math.hypot(p.x - drag.from.x, p.y - drag.from.y) > 3,
    })
  }

  const onPointerUp = async () => {
    if (!drag) return
    if (drag.kind !== 'measure') setDrag(null)
    else if (!drag.moved) setDrag(null)
    if (!screen || (drag.kind !== 'box' && drag.kind !== 'lasso')) return
    const before = drag.add ? workbench.store.getState().selection : []
    if (drag.moved && drag.kind === 'lasso') {
      const ring = drag.way.map((p) => toDrawing(view, p))
      workbench.select([...new Set([...before, ...(await screen.inRing(ring))])])
      setNear([])
      return
    }
    if (drag.moved) {
      const a = toDrawing(view, drag.from)
      const b = toDrawing(view, drag.to)
      const box = {
        minX: Math.min(a.x, b.x),
        minY: Math.min(a.y, b.y),
        maxX: Math.max(a.x, b.x),
        maxY: Math.max(a.y, b.y),
      }
      workbench.select([...new Set([...before, ...(await screen.inBox(box))])])
      setNear([])
      return
    }
    const { x, y } = toDrawing(view, drag.from)
    const hits = await screen.hit(x, y, NEIGHBOURS / view.scale)
    const [first] = await screen.hit(x, y, HIT / view.scale)
    setNear(hits.length > 1 ? hits.slice(0, 12) : [])
    if (!first) workbench.select(before)
    else if (before.includes(first)) workbench.select(before.filter((id) => id !== first))
    else workbench.select([...before, first])
  }

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') {
      workbench.select([])
      setNear([])
      setDrag(null)
    } else if (onKey(event.key)) event.preventDefault()
  }

  const [a, b] = drag ? [drag.from, drag.to] : [null, null]
  const measured = drag?.kind === 'measure' && a && b ? Math.hypot(b.x - a.x, b.y - a.y) / view.scale : 0
  return (
    <Frame
      ref={element}
      role="application"
      aria-label="Drawing. Arrow keys move it, plus and minus zoom, 0 shows all of it."
      tabIndex={0}
      data-testid="drawing"
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerLeave={() => !drag && pick && workbench.light([])}
      style={measuring || pick ? undefined : { cursor: 'grab' }}
    >
      <canvas ref={base.canvas} style={{ transform: base.transform }} aria-hidden />
      {showArt ? <ArtOverlay view={view} /> : null}
      <canvas ref={marks.canvas} style={{ transform: marks.transform }} aria-hidden />
      <Rulers view={view} size={size} unit={unit} />
      <Overlay aria-hidden>
        {drag?.kind === 'box' && drag.moved && a && b ? (
          <rect
            x={Math.min(a.x, b.x)}
            y={Math.min(a.y, b.y)}
            width={Math.abs(a.x - b.x)}
            height={Math.abs(a.y - b.y)}
            fill="rgb(125 42 95 / 0.08)"
            stroke="var(--plum)"
          />
        ) : null}
        {drag?.kind === 'lasso' && drag.moved ? (
          <polygon
            points={drag.way.map((p) => `${p.x},${p.y}`).join(' ')}
            fill="rgb(125 42 95 / 0.08)"
            stroke="var(--plum)"
          />
        ) : null}
        {drag?.kind === 'measure' && a && b ? (
          <g>
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--plum)" strokeWidth={1.5} />
            <rect
              x={(a.x + b.x) / 2 - 44}
              y={(a.y + b.y) / 2 - 30}
              width={88}
              height={22}
              rx={6}
              fill="var(--plum)"
            />
            <text x={(a.x + b.x) / 2} y={(a.y + b.y) / 2 - 15} textAnchor="middle" fill="#fff" fontSize={13}>
              {formatLength(measured, unit, 2)} {unit}
            </text>
          </g>
        ) : null}
      </Overlay>
      {pick && near.length > 1 ? <UnderPointer ids={near} onClose={() => setNear([])} /> : null}
      <Tools data-over-drawing>
        <Toggle
          aria-label="Lay the original drawing under"
          isSelected={original === 'under'}
          onChange={(on) => setOriginal(on ? 'under' : 'off')}
        >
          <Layers size={17} />
        </Toggle>
        <Toggle
          aria-label="Show it as it was before tidying"
          isSelected={original === 'alone'}
          onChange={(on) => setOriginal(on ? 'alone' : 'off')}
        >
          <History size={17} />
        </Toggle>
        {pick ? (
          <Toggle
            aria-label="Choose by drawing round"
            isSelected={tool === 'lasso'}
            onChange={(on) => setTool(on ? 'lasso' : 'box')}
          >
            <LassoSelect size={17} />
          </Toggle>
        ) : null}
        <Toggle
          aria-label="Measure a distance"
          isSelected={measuring}
          onChange={(on) => {
            setTool(on ? 'measure' : 'box')
            setDrag(null)
          }}
        >
          <Ruler size={17} />
        </Toggle>
        <IconButton aria-label="Zoom out" onPress={() => zoom(0.8)}>
          <Minus size={17} />
        </IconButton>
        <IconButton aria-label="Zoom in" onPress={() => zoom(1.25)}>
          <Plus size={17} />
        </IconButton>
        <IconButton aria-label="Show all of it" onPress={showAll}>
          <Maximize size={16} />
        </IconButton>
      </Tools>
      <ZoomNote>{Math.round((view.scale * 100) / (96 / 25.4))} %</ZoomNote>
    </Frame>
  )
}

/** The art of all pieces over the drawing; lines show through it. */
function ArtOverlay({ view }: { view: View }) {
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

const ZoomNote = styled.span`
  position: absolute;
  right: 278px;
  bottom: 22px;
  font-size: 12.5px;
  color: var(--ink-soft);
  pointer-events: none;
`
