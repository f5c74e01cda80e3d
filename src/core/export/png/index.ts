import { mapOfArt, sizeOfArt } from '../../document/art'
import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { USUAL_PICTURE_SIDE } from '../../document/run'
import { writePath } from '../../geometry/path'
import { shapeOfPiece } from '../../pieces/piece-shape'
import { laidOn } from '../../sheets/place'
import type { Platform, Write } from '../kind'
import { sheetToSvg } from '../svg'

/** A sheet as a picture to look at: its lines, and beneath them what is printed on its pieces. */
export const write: Write = async ({ project, sheet, platform }) => {
  const side = project.run.pictureSide ?? USUAL_PICTURE_SIDE
  const beneath = await printedArt(project, sheet, platform, side / Math.max(sheet.width, sheet.height))
  return platform.rasterise(sheetToSvg(project, sheet, beneath), side)
}

/** The art on the fronts of a sheet's pieces, as SVG; each picture is in it once. @param scale pixels of one mm */
async function printedArt(
  project: Project,
  sheet: Sheet,
  platform: Platform,
  scale: number,
): Promise<string> {
  const drawn = new Map<string, string>()
  const out: string[] = []
  for (const { shape, map } of laidOn(project, sheet)) {
    const { id } = shape.piece
    if (!drawn.has(id)) {
      const art = await artOn(project, id, platform, scale)
      drawn.set(id, art ? `art-${drawn.size}` : '')
      if (art) out.push(`<defs><g id="${drawn.get(id)}">${art}</g></defs>`)
    }
    if (drawn.get(id)) out.push(`<use href="#${drawn.get(id)}" transform="matrix(${map.join(' ')})"/>`)
  }
  return out.join('\n')
}

async function artOn(
  project: Project,
  id: string,
  platform: Platform,
  scale: number,
): Promise<string | null> {
  const piece = project.pieces[id]!
  const laid = piece.art?.front
  const art = laid && project.art?.[laid.art]
  if (!laid || !art) return null
  const { box, edges } = shapeOfPiece(project, piece)
  const { width, height } = sizeOfArt(art, laid, box)
  const pixels = (mm: number) => Math.min(4000, Math.max(1, Math.round(mm * scale)))
  const png = await platform.encode(await platform.decodeArt(art.id, pixels(width), pixels(height)))
  return `<clipPath id="clip-${id}"><path clip-rule="evenodd" d="${edges.map(writePath).join('')}"/></clipPath><g clip-path="url(#clip-${id})"><image href="data:image/png;base64,${base64(png)}" width="1" height="1" preserveAspectRatio="none" transform="matrix(${mapOfArt(art, laid, box, 'front').join(' ')})"/></g>`
}

function base64(bytes: Uint8Array): string {
  let text = ''
  for (let at = 0; at < bytes.length; at += 0x8000)
    text += String.fromCharCode(...bytes.subarray(at, at + 0x8000))
  return btoa(text)
}
