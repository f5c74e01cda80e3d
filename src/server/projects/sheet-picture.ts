import sharp from 'sharp'
import { type Project, type Sheet, USUAL_PICTURE_SIDE } from '../../core/document/schema'
import { sheetToSvg } from '../../core/export/svg'

/** A sheet as a PNG to look at. */
export async function sheetToPng(project: Project, sheet: Sheet): Promise<Uint8Array> {
  const side = project.run.pictureSide ?? USUAL_PICTURE_SIDE
  const svg = Buffer.from(sheetToSvg(project, sheet))
  const plain = await sharp(svg).metadata()
  // Drawn as large as it is to be, so that nothing is blurred; the last pixel is made good by the resizing.
  const density = (72 * side) / Math.max(plain.width, plain.height)
  return sharp(svg, { density })
    .resize(side, side, { fit: 'inside' })
    .flatten({ background: '#ffffff' })
    .png()
    .toBuffer()
}
