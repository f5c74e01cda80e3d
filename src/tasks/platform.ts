import sharp from 'sharp'
import type { Platform } from '../core/export/kind'
import { decodeArt } from './decode-art'

/** Draws an SVG as large as it is to be, so that nothing is blurred; the last pixel is made good by the resizing. */
const rasterise: Platform['rasterise'] = async (svg, side) => {
  const bytes = Buffer.from(svg)
  const plain = await sharp(bytes).metadata()
  const density = (72 * side) / Math.max(plain.width, plain.height)
  return sharp(bytes, { density })
    .resize(side, side, { fit: 'inside' })
    .flatten({ background: '#ffffff' })
    .png()
    .toBuffer()
}

const encode: Platform['encode'] = ({ width, height, rgba }) =>
  sharp(rgba, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 1 })
    .toBuffer()

/** What files need of Node.js. @param art the bytes of pictures, by id, with their names */
export const platformWith = (
  art: Readonly<Record<string, { name: string; bytes: Uint8Array }>>,
): Platform => ({
  rasterise,
  encode,
  decodeArt: (id, width, height) =>
    decodeArt(art[id]?.bytes ?? new Uint8Array(), width, height, art[id]?.name),
})
