'use client'
import { type KeyboardEvent, useId, useMemo } from 'react'
import type { Placement } from '@/core/document/layout'
import type { Project } from '@/core/document/project'
import { ROLE_STYLES, type StyledRole, styledRole } from '@/core/document/role-styles'
import { writePath } from '@/core/geometry/path'
import { offset, unite } from '@/core/geometry/regions'
import { type PieceShape, shapeOfPiece } from '@/core/pieces/piece-shape'
import { placementMap } from '@/core/sheets/place'
import { say } from '@/core/words'
import { PieceArt } from '../../board/layers/piece-art'

type PlacedProps = {
  project: Project
  placement: Placement
  px: number
  wrong: boolean
  chosen: boolean
  onFocus: () => void
  onKeyDown: (event: KeyboardEvent) => void
}

/** A piece as it lies on its sheet, with its lines and what is printed on it. */
export function PlacedPiece({ project, placement, px, wrong, chosen, ...handlers }: PlacedProps) {
  const piece = project.pieces[placement.piece]
  const shape = piece ? shapeOfPiece(project, piece) : null
  const { looks, print } = project
  const paths = useMemo(() => (shape ? pathsOf(shape, looks, print?.safe ?? 0) : null), [shape, looks, print])
  const clip = useId()
  if (!piece || !shape || !paths) return null
  const [a, b, c, d, e, f] = placementMap(shape, placement)
  const name = `${piece.name}${piece.copies > 1 ? say`, copy ${placement.copy + 1}` : ''}${placement.locked ? say`, locked` : ''}${wrong ? say`, overlaps, lies on a mark or leaves the margin` : ''}`
  return (
    // biome-ignore lint/a11y/useSemanticElements: a shape in a drawing cannot be a button element
    <g
      transform={`matrix(${a} ${b} ${c} ${d} ${e} ${f})`}
      role="button"
      tabIndex={0}
      aria-label={name}
      id={placement.id}
      data-placement
      data-testid="placed"
      data-wrong={wrong}
      {...handlers}
    >
      <path
        d={paths.edges}
        fillRule="evenodd"
        fill={wrong ? 'rgb(163 39 29 / 0.2)' : chosen ? 'rgb(125 42 95 / 0.16)' : 'rgb(255 253 248 / 0.42)'}
        stroke={wrong ? 'var(--alarm)' : ROLE_STYLES.cut.colour}
        strokeWidth={(chosen ? 2.6 : 1.5) * px}
      />
      <PieceArt lines={project.lines} piece={piece} opacity={0.85} />
      <clipPath id={clip}>
        <path d={paths.edges} clipRule="evenodd" />
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
          stroke={ROLE_STYLES[role].colour}
          strokeWidth={0.8 * ROLE_STYLES[role].screen.width * px}
          strokeDasharray={ROLE_STYLES[role].screen.dash.map((x) => x * px * 0.8).join(' ')}
          strokeLinecap={ROLE_STYLES[role].round ? 'round' : 'butt'}
          pointerEvents="none"
        />
      ))}
    </g>
  )
}

function pathsOf(shape: PieceShape, looks: Project['looks'], safe: number) {
  const byRole = new Map<StyledRole, string>()
  const fills = new Map<string, string>()
  const add = <K,>(to: Map<K, string>, key: K, d: string) => to.set(key, (to.get(key) ?? '') + d)
  for (const { d } of shape.slits) add(byRole, 'cut', d)
  for (const line of shape.lines) {
    const { role, look, d } = line
    if (role !== 'cut' && role !== 'skip') add(byRole, styledRole(line), d)
    const fill = role === 'print' ? looks[look]?.fill : null
    if (fill) add(fills, fill, d)
  }
  const isPrinted = fills.size > 0 || shape.piece.art?.front
  const within = isPrinted && safe > 0 ? offset(unite([shape.ring]), -safe) : []
  return {
    edges: shape.edges.map(writePath).join(''),
    safe: within.map(ringPath).join(''),
    fills: [...fills].map(([colour, d]) => ({ colour, d })),
    inner: [...byRole].map(([role, d]) => ({ role, d })),
  }
}

const ringPath = (ring: Float64Array): string =>
  `${ring.reduce((d, v, i) => (i % 2 === 0 ? `${d}${i === 0 ? 'M' : 'L'}${v}` : `${d} ${v}`), '')}Z`
