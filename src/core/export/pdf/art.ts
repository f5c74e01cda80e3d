import type { SideOfPaper } from '../../document/art'
import { mapOfArt, sizeOfArt } from '../../document/art'
import type { Piece } from '../../document/pieces'
import type { Project } from '../../document/project'
import type { Affine } from '../../geometry/affine'
import { shapeOfPiece } from '../../pieces/piece-shape'
import { artWithBleed } from '../../printing/art-bleed'
import type { Pixels } from '../../printing/pixels'
import { number as n, ringOf } from './content'
import type { PdfPages } from './pages'

/** Gives the pixels of art, at most `width` by `height` of them. */
export type DecodeArt = (art: string, width: number, height: number) => Promise<Pixels>

/** Pixels of one mm in print: 300 an inch (common practice). */
const PRINTED = 300 / 25.4
/** Pixels of one piece at the most; a larger piece is printed more coarsely. */
const MOST = 16e6
const FLATNESS = 0.02

/**
 * The art on one side of a piece with its bleed, as what draws it where the drawing's mm are in force.
 * @returns null for a side without art
 */
export async function artOn(
  pdf: PdfPages,
  project: Project,
  piece: Piece,
  side: SideOfPaper,
  bleed: number,
  decode: DecodeArt,
): Promise<string[] | null> {
  const laid = piece.art?.[side]
  const art = laid && project.art?.[laid.art]
  if (!laid || !art) return null
  const shape = shapeOfPiece(project, piece)
  const { box } = shape
  const area = (box.maxX - box.minX + 2 * bleed) * (box.maxY - box.minY + 2 * bleed)
  const scale = Math.min(PRINTED, Math.sqrt(MOST / area))
  const size = sizeOfArt(art, laid, box)
  const shrink = Math.min(1, Math.sqrt(MOST / (size.width * size.height * scale ** 2)))
  const [width, height] = [size.width, size.height].map((v) => Math.max(1, Math.round(v * scale * shrink)))
  const picture = await decode(art.id, width!, height!)
  const map: Affine = mapOfArt(art, laid, box, side)
  const { pixels, grid, clip } = artWithBleed(picture, map, shape.rings(FLATNESS)[0]!, bleed, scale)
  const [w, h] = [grid.width / scale, grid.height / scale]
  return [
    ...clip.map(ringOf),
    'W* n',
    `${n(w)} 0 0 ${n(-h)} ${n(grid.at.x)} ${n(grid.at.y + h)} cm`,
    pdf.picture(pixels),
  ]
}
