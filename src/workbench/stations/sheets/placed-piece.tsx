'use client'
import { type KeyboardEvent, type PointerEvent, useId, useMemo } from 'react'
import { linesOf, outlineOf } from '@/core/document/pieces'
import type { Placement, Project } from '@/core/document/schema'
import { flatten } from '@/core/geometry/flatten'
import { writePath } from '@/core/geometry/path'
import { offset, unite } from '@/core/geometry/regions'
import { placementTransform } from '@/core/sheets/place'
import { LINE_STYLES } from '@/kit/line-styles'
import { PieceArt } from '../../drawing/piece-art'

type PlacedProps = {
  project: Project
  placement: Placement
  px: number
  wrong: boolean
  chosen: boolean
  onPointerDown: (event: PointerEvent) => void
  onFocus: () => void
  onKeyDown: (event: KeyboardEvent) => void
}

/** A piece as it lies on its sheet, with its lines and what is printed on it. */
export function PlacedPiece({ project, placement, px, wrong, chosen, ...handlers }: PlacedProps) {
  const piece = project.pieces[placement.piece]
  const paths = useMemo(() => (piece ? pathsOf(project, piece.id) : null), [project, piece])
  const clip = useId()
  if (!piece || !paths) return null
  const [a, b, c, d, e, f] = placementTransform(project, piece, placement)
  const name = `${piece.name}${piece.copies > 1 ? `, copy ${placement.copy + 1}` : ''}${placement.locked ? ', locked' : ''}${wrong ? ', overlaps, lies on a mark or leaves the margin' : ''}`
  return (
    // biome-ignore lint/a11y/useSemanticElements: a shape in a drawing cannot be a button element
    <g
      transform={`matrix(${a} ${b} ${c} ${d} ${e} ${f})`}
      role="button"
      tabIndex={0}
      aria-label={name}
      data-testid="placed"
      data-wrong={wrong}
      {...handlers}
    >
      <path
        d={paths.outline}
        fillRule="evenodd"
        fill={wrong ? 'rgb(163 39 29 / 0.2)' : chosen ? 'rgb(125 42 95 / 0.16)' : 'rgb(255 253 248 / 0.42)'}
        stroke={wrong ? 'var(--alarm)' : LINE_STYLES.cut.colour}
        strokeWidth={(chosen ? 2.6 : 1.5) * px}
      />
      <PieceArt lines={project.lines} piece={piece} opacity={0.85} />
      <clipPath id={clip}>
        <path d={paths.outline} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${clip})`} pointerEvents="none">
        {paths.fills.map(({ colour, d: path }) => (
          <path key={colour} d={path} fillRule="evenodd" fill={colour} fillOpacity={0.75} />
        ))}
      </g>
      {paths.safe ? (
        <path
          d={paths.safe}
          fill="none"
          stroke="var(--teal)"
          strokeWidth={px}
          strokeDasharray={`${3 * px} ${3 * px}`}
          pointerEvents="none"
          data-testid="safe"
        />
      ) : null}
      {paths.inner.map(({ role, d: path }) => (
        <path
          key={role}
          d={path}
          fill="none"
          stroke={LINE_STYLES[role].colour}
          strokeWidth={0.8 * LINE_STYLES[role].width * px}
          strokeDasharray={LINE_STYLES[role].dash.map((x) => x * px * 0.8).join(' ')}
          strokeLinecap={LINE_STYLES[role].round ? 'round' : 'butt'}
          pointerEvents="none"
        />
      ))}
    </g>
  )
}

function pathsOf(project: Project, pieceId: string) {
  const piece = project.pieces[pieceId]!
  const edges = new Set([...piece.outline, ...piece.openings.flat()])
  const byRole = new Map<keyof typeof LINE_STYLES, string>()
  for (const line of linesOf(project, piece.lines))
    if (!edges.has(line.id) && line.role !== 'skip')
      byRole.set(line.role, (byRole.get(line.role) ?? '') + line.d)
  const fills = new Map<string, string>()
  for (const line of linesOf(project, piece.lines)) {
    const fill = line.role === 'print' ? project.looks[line.look]?.fill : null
    if (fill) fills.set(fill, (fills.get(fill) ?? '') + line.d)
  }
  const outline = outlineOf(project, piece)
  const safe = project.layout.print?.safe ?? 0
  const isPrinted = fills.size > 0 || piece.art?.front
  const within = isPrinted && safe > 0 ? offset(unite([flatten(outline, 0.05)]), -safe) : []
  return {
    safe: within.map(ringPath).join(''),
    fills: [...fills].map(([colour, d]) => ({ colour, d })),
    outline:
      writePath(outline) +
      linesOf(project, piece.openings.flat())
        .map((l) => l.d)
        .join(''),
    inner: [...byRole].map(([role, d]) => ({ role, d })),
  }
}

const ringPath = (ring: Float64Array): string =>
  `${ring.reduce((d, v, i) => (i % 2 === 0 ? `${d}${i === 0 ? 'M' : 'L'}${v}` : `${d} ${v}`), '')}Z`
