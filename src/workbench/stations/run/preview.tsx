'use client'
import { Pause, Play } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import styled from 'styled-components'
import type { SheetPlan } from '@/core/cutting/pass'
import { TOOL_NAMES } from '@/core/cutting/pass'
import type { PlannedSheet } from '@/core/cutting/planned-sheet'
import type { Timeline } from '@/core/cutting/timeline'
import type { Sheet } from '@/core/document/layout'
import { ROLE_STYLES } from '@/core/document/role-styles'
import { laidOn } from '@/core/sheets/place'
import { clock } from '@/core/units/clock'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { Select } from '@/kit/select'
import { Slider } from '@/kit/slider'
import { Board } from '../../board/board'
import { PieceArt } from '../../board/layers/piece-art'
import { paperTint } from '../../board/paper-tint'
import type { ScreenSize, View } from '../../board/view'
import { useProject } from '../../store/context'
import { useRunShown } from './run-frame'

const Stage = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
`
const Player = styled.div`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 18px;
  background: var(--paper);
  output {
    min-width: 190px;
    font-size: 13.5px;
    color: var(--ink-soft);
  }
`

/** Seconds of the plan for one second of the preview. */
const PACES = [1, 4, 12, 60]

/** The tool path over time: what is done by then, where the tool is, and what the machine really drew. */
export function Preview() {
  const { planned } = useRunShown()
  return planned ? <Playing key={planned.plan.sheet} {...planned} /> : <Stage />
}

function Playing({ plan, timeline }: PlannedSheet) {
  const { job, sheet } = useRunShown()
  const paperColour = useProject((s) => s.papers.find((p) => p.id === sheet?.paper)?.colour) ?? null
  const extent = useMemo(
    () => ({ minX: 0, minY: 0, maxX: plan.width, maxY: plan.height }),
    [plan.width, plan.height],
  )
  const [time, setTime] = useState(0)
  const [playing, setPlaying] = useState(false)
  const [pace, setPace] = useState(12)

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

  const now = timeline.passes.findLast((p) => p.start <= time)
  return (
    <Stage>
      <Board name={`run-board-${plan.sheet}`} label={say`Preview of the tool path.`} extent={extent}>
        {(view, size) => (
          <>
            {sheet ? <PaperLayer view={view} sheet={sheet} colour={paperColour} /> : null}
            <PathLayer view={view} size={size} picture={{ plan, timeline, time, drawn: job.drawn }} />
          </>
        )}
      </Board>
      <Player>
        <IconButton
          aria-label={playing ? say`Pause the preview` : say`Play the preview`}
          onPress={() => {
            if (time >= timeline.total) setTime(0)
            setPlaying(!playing)
          }}
        >
          {playing ? <Pause size={17} /> : <Play size={17} />}
        </IconButton>
        <Slider
          label={say`Time in the preview`}
          hideLabel
          min={0}
          max={timeline.total}
          step={0.05}
          value={time}
          onChange={(at) => {
            setPlaying(false)
            setTime(at)
          }}
          style={{ flex: 1 }}
        />
        <Select
          label={say`Speed of the preview`}
          hideLabel
          value={String(pace)}
          choices={PACES.map((p) => ({ value: String(p), title: `${p} ×` }))}
          onChange={(p) => setPace(Number(p))}
        />
        <output>{say`${clock(time)} of ${clock(timeline.total)}${now ? `, ${TOOL_NAMES[now.tool]}` : ''}`}</output>
      </Player>
    </Stage>
  )
}

/** The sheet, and what is printed on it. */
function PaperLayer({ view, sheet, colour }: { view: View; sheet: Sheet; colour: string | null }) {
  const project = useProject((s) => s.project)
  const laid = useMemo(() => laidOn(project, sheet), [project, sheet])
  return (
    <svg aria-hidden>
      <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
        <rect
          width={sheet.width}
          height={sheet.height}
          fill={colour ? paperTint(colour) : '#fffdf8'}
          style={{ filter: 'drop-shadow(0 2px 4px rgb(43 26 47 / 0.25))' }}
        />
        {laid.map(({ placement, shape, map }) => (
          <g key={placement.id} transform={`matrix(${map.join(' ')})`}>
            <PieceArt lines={project.lines} piece={shape.piece} />
          </g>
        ))}
      </g>
    </svg>
  )
}

/** The tool path on a canvas, painted anew with every frame of the preview. */
function PathLayer({ view, size, picture }: { view: View; size: ScreenSize; picture: Omit<Picture, 'px'> }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { plan, timeline, time, drawn } = picture
  useEffect(() => {
    const target = canvas.current
    if (!target || size.width === 0) return
    const density = window.devicePixelRatio || 1
    target.width = Math.round(size.width * density)
    target.height = Math.round(size.height * density)
    const context = target.getContext('2d')!
    const k = view.scale * density
    context.setTransform(k, 0, 0, k, view.x * density, view.y * density)
    paint(context, { plan, timeline, time, px: 1 / view.scale, drawn })
  }, [plan, timeline, time, view, size, drawn])
  return <canvas ref={canvas} aria-hidden />
}

type Picture = {
  plan: SheetPlan
  timeline: Timeline
  time: number
  px: number
  drawn: number[][]
}

function paint(context: CanvasRenderingContext2D, { plan, timeline, time, px, drawn }: Picture): void {
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
    const style = ROLE_STYLES[pass.role]
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
