'use client'
import { Pause, Play } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import styled from 'styled-components'
import type { SheetPlan } from '@/core/cutting/pass'
import type { Timeline } from '@/core/cutting/timeline'
import { IconButton } from '@/kit/button'
import { LINE_STYLES } from '@/kit/line-styles'
import { paperTint } from '../../drawing/paper-tint'
import { Rulers } from '../../drawing/rulers'
import { useView } from '../../drawing/use-view'
import { useProject } from '../../store/context'
import { clock } from './clock'
import type { JobHandle } from './use-job'

const Stage = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
`
const Board = styled.div`
  position: relative;
  flex: 1;
  overflow: hidden;
  background: var(--ground);
  touch-action: none;
  cursor: grab;
  canvas {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
`
const Player = styled.div`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 18px;
  background: var(--paper);
  input {
    flex: 1;
    accent-color: var(--plum);
  }
  select {
    border: 1px solid var(--hairline);
    border-radius: 7px;
    padding: 4px 6px;
    background: var(--paper);
  }
  output {
    min-width: 190px;
    font-size: 13.5px;
    color: var(--ink-soft);
  }
`

/** Seconds of the plan for one second of the preview. */
const PACES = [1, 4, 12, 60]

type Props = { plan: SheetPlan; timeline: Timeline; paperColour: string | null; job: JobHandle }

/** The tool path over time: what is done by then, where the tool is, and what the machine really drew. */
export function Preview({ plan, timeline, paperColour, job }: Props) {
  const unit = useProject((s) => s.project.unit)
  const extent = useMemo(
    () => ({ minX: 0, minY: 0, maxX: plan.width, maxY: plan.height }),
    [plan.width, plan.height],
  )
  const { element, size, view, pan, onKey } = useView(extent)
  const canvas = useRef<HTMLCanvasElement>(null)
  const [time, setTime] = useState(0)
  const [playing, setPlaying] = useState(false)
  const [pace, setPace] = useState(12)
  const [panning, setPanning] = useState<{ x: number; y: number } | null>(null)

  useEffect(() => {
    if (!playing) return
    let last = performance.now()
    let frame = requestAnimationFrame(function step(now) {
      setTime((t) => {
        const next = t + ((now - last) / 1000) * pace
        last = now
        if (next >= timeline.total) setPlaying(false)
        return Math.min(next, timeline.total)
      })
      frame = requestAnimationFrame(step)
    })
    return () => cancelAnimationFrame(frame)
  }, [playing, pace, timeline.total])

  useEffect(() => {
    const target = canvas.current
    if (!target || size.width === 0) return
    const density = window.devicePixelRatio || 1
    target.width = Math.round(size.width * density)
    target.height = Math.round(size.height * density)
    const context = target.getContext('2d')!
    const k = view.scale * density
    context.setTransform(k, 0, 0, k, view.x * density, view.y * density)
    paint(context, { plan, timeline, time, px: 1 / view.scale, paperColour, drawn: job.drawn })
  }, [plan, timeline, time, view, size, paperColour, job.drawn])

  const now = timeline.passes.findLast((p) => p.start <= time)
  return (
    <Stage>
      <Board
        ref={element}
        role="application"
        aria-label="Preview of the tool path. Arrow keys move it, plus and minus zoom."
        tabIndex={0}
        onKeyDown={(e) => onKey(e.key) && e.preventDefault()}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          setPanning({ x: e.clientX, y: e.clientY })
        }}
        onPointerMove={(e) => {
          if (!panning) return
          pan(e.clientX - panning.x, e.clientY - panning.y)
          setPanning({ x: e.clientX, y: e.clientY })
        }}
        onPointerUp={() => setPanning(null)}
      >
        <canvas ref={canvas} aria-hidden />
        <Rulers view={view} size={size} unit={unit} />
      </Board>
      <Player>
        <IconButton
          aria-label={playing ? 'Pause the preview' : 'Play the preview'}
          onPress={() => {
            if (time >= timeline.total) setTime(0)
            setPlaying(!playing)
          }}
        >
          {playing ? <Pause size={17} /> : <Play size={17} />}
        </IconButton>
        <input
          type="range"
          aria-label="Time in the preview"
          min={0}
          max={timeline.total}
          step={0.05}
          value={time}
          onChange={(e) => {
            setPlaying(false)
            setTime(Number(e.target.value))
          }}
        />
        <select
          aria-label="Speed of the preview"
          value={pace}
          onChange={(e) => setPace(Number(e.target.value))}
        >
          {PACES.map((p) => (
            <option key={p} value={p}>
              {p} ×
            </option>
          ))}
        </select>
        <output>
          {clock(time)} of {clock(timeline.total)}
          {now ? `, ${now.tool}` : ''}
        </output>
      </Player>
    </Stage>
  )
}

type Picture = {
  plan: SheetPlan
  timeline: Timeline
  time: number
  px: number
  paperColour: string | null
  drawn: number[][]
}

function paint(
  context: CanvasRenderingContext2D,
  { plan, timeline, time, px, paperColour, drawn }: Picture,
): void {
  context.fillStyle = paperColour ? paperTint(paperColour) : '#fffdf8'
  context.shadowColor = 'rgb(43 26 47 / 0.25)'
  context.shadowBlur = 10
  context.fillRect(0, 0, plan.width, plan.height)
  context.shadowColor = 'transparent'
  context.lineJoin = 'round'
  for (const pass of plan.passes) {
    context.strokeStyle = 'rgb(43 26 47 / 0.22)'
    context.lineWidth = px
    context.beginPath()
    for (const { points } of pass.strokes) trace(context, points)
    context.stroke()
  }
  if (drawn.length > 0) {
    context.strokeStyle = 'rgb(21 95 89 / 0.55)'
    context.lineWidth = 5 * px
    context.beginPath()
    for (const points of drawn) trace(context, points)
    context.stroke()
  }
  let x = 0
  let y = 0
  plan.passes.forEach((pass, k) => {
    const style = LINE_STYLES[pass.role]
    context.strokeStyle = style.colour
    context.lineWidth = 2 * px
    context.beginPath()
    for (const move of timeline.moves) {
      if (move.pass !== k) continue
      if (move.start > time) break
      const t = move.end > time ? (time - move.start) / (move.end - move.start || 1) : 1
      const nextX = x + (move.x - x) * t
      const nextY = y + (move.y - y) * t
      if (move.down) {
        context.moveTo(x, y)
        context.lineTo(nextX, nextY)
      }
      ;[x, y] = [nextX, nextY]
    }
    context.stroke()
  })
  if (time <= 0) return
  context.fillStyle = '#7d2a5f'
  context.beginPath()
  context.arc(x, y, 5 * px, 0, 2 * Math.PI)
  context.fill()
}

function trace(context: CanvasRenderingContext2D, points: ArrayLike<number>): void {
  context.moveTo(points[0]!, points[1]!)
  for (let i = 2; i < points.length; i += 2) context.lineTo(points[i]!, points[i + 1]!)
}
