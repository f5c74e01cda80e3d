'use client'
import { useId } from 'react'
import type { SideOfPaper } from '@/core/document/art'
import { mapOfArt } from '@/core/document/art'
import type { Piece } from '@/core/document/pieces'
import type { Project } from '@/core/document/project'
import { writePath } from '@/core/geometry/path'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { artAddress } from '../../store/api'
import { useProject } from '../../store/context'

type Props = { lines: Project['lines']; piece: Piece; side?: SideOfPaper; opacity?: number }

/** The art on one side of a piece, as far as the piece reaches, in mm of the drawing; nothing where it carries none. */
export function PieceArt({ lines, piece, side = 'front', opacity = 1 }: Props) {
  const project = useProject((s) => s.id)
  const laid = piece.art?.[side]
  const art = useProject((s) => (laid ? s.project.art?.[laid.art] : undefined))
  const clip = useId()
  if (!laid || !art) return null
  const { edges, box } = shapeOfPiece({ lines }, piece)
  const map = mapOfArt(art, laid, box, side)
  return (
    <g pointerEvents="none" data-testid="art" opacity={opacity}>
      <clipPath id={clip}>
        <path d={edges.map(writePath).join('')} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <image
          href={artAddress(project, art.id)}
          width={1}
          height={1}
          preserveAspectRatio="none"
          transform={`matrix(${map.join(' ')})`}
        />
      </g>
    </g>
  )
}
