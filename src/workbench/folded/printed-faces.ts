import { useEffect, useState } from 'react'
import { mapOfArt, SIDES_OF_PAPER, type SideOfPaper } from '@/core/document/art'
import type { Project } from '@/core/document/project'
import type { Scene } from '@/core/folding'
import { heightOf, widthOf } from '@/core/geometry/measure'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { artAddress } from '../store/api'
import { useProject } from '../store/context'

/** The printed faces of pieces, each as a picture of the box of its outline; a face that nothing is printed on has none. */
export type PrintedFaces = Readonly<Record<string, Partial<Record<SideOfPaper, HTMLCanvasElement>>>>

/** Pixels a mm, and the most of the longer side. */
const DENSITY = 5
const MOST = 2048

/** What lies on the faces of the pieces of a scene: their print and pen lines, and the art that they carry. */
export function usePrintedFaces(
  scene: Scene | null,
  lookOf: (piece: string) => { front: string; back: string },
): PrintedFaces {
  const id = useProject((s) => s.id)
  const project = useProject((s) => s.project)
  const [faces, setFaces] = useState<PrintedFaces>({})
  useEffect(() => {
    if (!scene) return
    let over = false
    const draw = async () => {
      const found: Record<string, PrintedFaces[string]> = {}
      for (const { id: piece } of scene.pieces) {
        const made = await facesOf(project, piece, lookOf(piece), (art) => artAddress(id, art))
        if (made) found[piece] = made
      }
      if (!over) setFaces(found)
    }
    void draw()
    return () => {
      over = true
    }
  }, [scene, project, id, lookOf])
  return faces
}

async function facesOf(
  project: Project,
  id: string,
  look: Record<SideOfPaper, string>,
  addressOf: (art: string) => string,
): Promise<PrintedFaces[string] | null> {
  const piece = project.pieces[id]
  if (!piece) return null
  const { box, lines } = shapeOfPiece(project, piece)
  const drawn = lines.filter((l) => l.role === 'print' || l.role === 'pen')
  const [width, height] = [widthOf(box), heightOf(box)]
  if ((drawn.length === 0 && !piece.art) || !(width > 0 && height > 0)) return null
  const density = Math.min(DENSITY, MOST / Math.max(width, height))
  const faces: PrintedFaces[string] = {}
  for (const side of SIDES_OF_PAPER) {
    const laid = piece.art?.[side]
    const art = laid && project.art[laid.art]
    if (!art && (side === 'back' || drawn.length === 0)) continue
    const canvas = document.createElement('canvas')
    canvas.width = Math.ceil(width * density)
    canvas.height = Math.ceil(height * density)
    const pen = canvas.getContext('2d')
    if (!pen) return null
    pen.fillStyle = look[side]
    pen.fillRect(0, 0, canvas.width, canvas.height)
    const onSheet = [density, 0, 0, density, -box.minX * density, -box.minY * density] as const
    if (laid && art) {
      const image = await loaded(addressOf(art.id))
      pen.setTransform(...onSheet)
      pen.transform(...mapOfArt(art, laid, box, side))
      if (image) pen.drawImage(image, 0, 0, 1, 1)
    }
    if (side === 'front') {
      pen.setTransform(...onSheet)
      for (const line of drawn) {
        const { fill = null, stroke = null, width: wide = 0.3 } = project.looks[line.look] ?? {}
        const path = new Path2D(line.d)
        if (line.role === 'print' && fill) {
          pen.fillStyle = fill
          pen.fill(path, 'evenodd')
        }
        if (line.role === 'pen' || stroke) {
          pen.strokeStyle = stroke ?? '#000000'
          pen.lineWidth = Math.max(0.2, wide)
          pen.stroke(path)
        }
      }
    }
    faces[side] = canvas
  }
  return faces
}

async function loaded(address: string): Promise<HTMLImageElement | null> {
  const image = new Image()
  image.src = address
  try {
    await image.decode()
    return image
  } catch {
    // A picture that cannot be shown leaves its paper bare; Paper tells of it.
    return null
  }
}
