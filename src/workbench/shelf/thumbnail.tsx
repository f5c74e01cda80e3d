'use client'
import { memo } from 'react'
import type { SideOfPaper } from '@/core/document/art'
import type { Piece } from '@/core/document/pieces'
import type { Project } from '@/core/document/project'
import { ROLE_STYLES, styledRole } from '@/core/document/role-styles'
import { heightOf, widthOf } from '@/core/geometry/measure'
import { writePath } from '@/core/geometry/path'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { PieceArt } from '../board/layers/piece-art'
import { paperTint } from '../board/paper-tint'

/** Path data beyond this is left out of a small picture; outline and openings come first. */
const MAX_CHARACTERS = 30_000

type Props = {
  lines: Project['lines']
  piece: Piece
  colour: string | null
  size?: number
  /** from which side the piece is seen */
  side?: SideOfPaper
}

/** A small picture of a piece on its paper's colour. */
export const Thumbnail = memo(
  function Thumbnail({ lines, piece, colour, size = 56, side = 'front' }: Props) {
    const { edges, box, lines: all, slits } = shapeOfPiece({ lines }, piece)
    const inner = [...slits, ...all.filter((l) => l.role !== 'cut')]
    const px = Math.max(widthOf(box), heightOf(box), 1) / (size - 6)
    const view = [box.minX - 3 * px, box.minY - 3 * px, widthOf(box) + 6 * px, heightOf(box) + 6 * px]
    let left = MAX_CHARACTERS
    const fits = (d: string) => {
      left -= d.length
      return left > 0
    }
    const edge = edges.map(writePath).filter(fits).join('')
    return (
      <svg
        width={size}
        height={size}
        viewBox={view.join(' ')}
        aria-hidden
        style={{ flex: 'none', ...(side === 'back' ? { transform: 'scaleX(-1)' } : {}) }}
      >
        <path
          d={edge}
          fillRule="evenodd"
          fill={colour ? paperTint(colour) : '#fffdf8'}
          stroke={ROLE_STYLES.cut.colour}
          strokeWidth={1.1 * px}
        />
        <PieceArt lines={lines} piece={piece} side={side} opacity={0.85} />
        {inner
          .filter((l) => fits(l.d))
          .map((l) => (
            <path
              key={l.id}
              d={l.d}
              fill="none"
              stroke={ROLE_STYLES[styledRole(l)].colour}
              strokeWidth={0.9 * px}
              strokeDasharray={ROLE_STYLES[styledRole(l)].screen.dash.map((d) => (d * px) / 2).join(' ')}
            />
          ))}
      </svg>
    )
  },
  (a, b) =>
    a.piece === b.piece &&
    a.lines === b.lines &&
    a.colour === b.colour &&
    a.size === b.size &&
    a.side === b.side,
)
