'use client'
import { memo } from 'react'
import styled from 'styled-components'
import { MM_PER_INCH, type Unit } from '@/core/units/length'
import { RULER, type ScreenSize, type View } from './view'

const Strip = styled.svg`
  position: absolute;
  left: 0;
  top: 0;
  pointer-events: none;
  text {
    font: 500 10px var(--text);
    fill: var(--ink-soft);
  }
  line {
    stroke: var(--ink-soft);
    stroke-width: 0.7;
  }
`

/** Steps between numbered marks, in the project's unit. */
const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000]

type Props = { view: View; size: ScreenSize; unit: Unit }

/** Rulers along the top and left edge, from the drawing's own origin. */
export const Rulers = memo(function Rulers({ view, size, unit }: Props) {
  const unitPx = view.scale * (unit === 'in' ? MM_PER_INCH : 1)
  const step = STEPS.find((s) => s * unitPx >= 56) ?? 1000
  const marks = (from: number, length: number, least: number) => {
    const first = Math.ceil(-from / (step * unitPx))
    const count = Math.max(0, Math.floor((length - from) / (step * unitPx)) - first + 1)
    return Array.from({ length: count }, (_, i) => {
      const value = (first + i) * step
      return { at: from + value * unitPx, label: String(Math.round(value * 10) / 10) }
    }).filter(({ at }) => at > least)
  }
  return (
    <Strip width={size.width} height={size.height} aria-hidden>
      <rect width={size.width} height={RULER} fill="var(--paper-sunk)" />
      <rect width={RULER} height={size.height} fill="var(--paper-sunk)" />
      {marks(view.x, size.width, RULER - 2).map(({ at, label }) => (
        <g key={label}>
          <line x1={at} x2={at} y1={RULER - 6} y2={RULER} />
          <text x={at + 3} y={11}>
            {label}
          </text>
        </g>
      ))}
      {marks(view.y, size.height, RULER + 26).map(({ at, label }) => (
        <g key={label}>
          <line y1={at} y2={at} x1={RULER - 6} x2={RULER} />
          <text transform={`translate(11 ${at - 3}) rotate(-90)`}>{label}</text>
        </g>
      ))}
      <rect width={RULER} height={RULER} fill="var(--paper-sunk)" />
      <text x={3} y={13}>
        {unit}
      </text>
    </Strip>
  )
})
