import sharp from 'sharp'
import type { Project, Sheet } from '../../core/document/schema'
import { sheetToSvg } from '../../core/export/svg'

/** Pixels of the longer side where nothing else is chosen. */
export const USUAL_SIDE = 1600

/** A sheet as a PNG to look at. */
export async function sheetToPng(project: Project, sheet: Sheet): Promise<Uint8Array> {
  const side = project.run.pictureSide ?? USUAL_SIDE
  const density = (side / Math.max(sheet.width, sheet.height)) * 25.4
  return sharp(Buffer.from(sheetToSvg(project, sheet)), { density })
    .flatten({ background: '#ffffff' })
    .png()
    .toBuffer()
}
