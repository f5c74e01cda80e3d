'use client'
import { useId } from 'react'
import { mapOfArt } from '@/core/document/art'
import { boxOfPiece, openingsOf, outlineOf } from '@/core/document/pieces'
import type { Piece, Project, SideOfPaper } from '@/core/document/schema'
import { writePath } from '@/core/geometry/path'
import { artAddress } from '../store/api'
import { useProject } from '../store/context'

type Props = { lines: Project['lines']; piece: Piece; side?: SideOfPaper; opacity?: number }

/** The art on one side of a piece, as far as the piece reaches, in mm of the drawing; nothing where it carries none. */
export function PieceArt({ lines, piece, side = 'front', opacity = 1 }: Props) {
  const project = useProject((s) => s.id)
  const laid = piece.art?.[side]
  const art = useProject((s) => (laid ? s.project.art?.[laid.art] : undefined))
  const clip = useId()
  if (!laid || !art) return null
  const map = mapOfArt(art, laid, boxOfPiece({ lines }, piece), side)
  const edge = [outlineOf({ lines }, piece), ...openingsOf({ lines }, piece)].map(writePath).join('')
  return (
    <g pointerEvents="none" data-testid="art" opacity={opacity}>
      <clipPath id={clip}>
        <path d={edge} clipRule="evenodd" />
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
