'use client'
import type { Layout, Sheet } from '@/core/document/layout'
import type { PrintSettings } from '@/core/document/print'
import { keepOut, marksOf } from '@/core/printing/marks'

/** The mat under the sheet: a grid of centimetres. */
export function MatPicture({ layout, px }: { layout: Layout; px: number }) {
  const { width, height } = layout.mat
  return (
    <g transform={`translate(${-layout.sheetAt.x} ${-layout.sheetAt.y})`}>
      <defs>
        <pattern id="mat" width={10} height={10} patternUnits="userSpaceOnUse">
          <path d="M10 0V10H0" fill="none" stroke="#c9bfae" strokeWidth={px * 0.7} />
        </pattern>
      </defs>
      <rect width={width} height={height} rx={3} fill="#e2d8c6" />
      <rect width={width} height={height} rx={3} fill="url(#mat)" />
    </g>
  )
}

/** Register marks with the squares that are kept free for them; lit when something lies there. */
export function MarksPicture({
  sheet,
  print,
  px,
  lit,
}: {
  sheet: Sheet
  print: PrintSettings | null
  px: number
  lit: boolean
}) {
  const marks = print?.marks
  if (!marks) return null
  const by = keepOut(marks)
  return (
    <g data-testid="marks">
      {marksOf(sheet, marks).map(({ corner, x, y }) => (
        <g key={corner}>
          <rect
            x={x - by}
            y={y - by}
            width={2 * by}
            height={2 * by}
            fill={lit ? 'rgb(163 39 29 / 0.18)' : 'rgb(217 178 95 / 0.2)'}
            stroke={lit ? 'var(--alarm)' : '#9c7a2e'}
            strokeWidth={px}
            strokeDasharray={`${4 * px} ${3 * px}`}
          />
          <circle
            cx={x}
            cy={y}
            r={(marks.size - marks.weight) / 2}
            fill="none"
            stroke="#2b1a2f"
            strokeWidth={marks.weight}
          />
        </g>
      ))}
    </g>
  )
}
