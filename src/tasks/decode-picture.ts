import sharp from 'sharp'
import type { DecodePicture } from '../core/intake/picture/raster'
import { IntakeRefusal } from '../core/intake/refusal'

/** Pixels that are traced at most; larger pictures are scaled down, which no cutter would notice. */
const MAX_PIXELS = 8_000_000
/** Pixels that a file may unpack to at most. */
const MAX_INPUT = 100_000_000

/** Decodes PNG and JPEG with sharp: turned upright, laid on white, as grey values. */
export const decodePicture: DecodePicture = async (bytes) => {
  try {
    const image = sharp(bytes, { limitInputPixels: MAX_INPUT, failOn: 'error' })
    const { width, height, density } = await image.metadata()
    const shrink = Math.min(1, Math.sqrt(MAX_PIXELS / (width * height)))
    const { data, info } = await image
      .autoOrient()
      .flatten({ background: '#ffffff' })
      .resize(shrink < 1 ? { width: Math.max(1, Math.round(width * shrink)) } : undefined)
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true })
    const grey =
      info.channels === 1
        ? new Uint8Array(data)
        : new Uint8Array(data.filter((_, i) => i % info.channels === 0))
    return { width: info.width, height: info.height, grey, density: density ? density * shrink : null }
  } catch (error) {
    const message = error instanceof Error ? error.message : ''
    throw new IntakeRefusal(
      /limit/i.test(message)
        ? `The picture has more than ${MAX_INPUT / 1e6} million pixels. Make it smaller first.`
        : 'The picture is damaged or of a kind that cannot be read. Save it again as PNG or JPEG.',
    )
  }
}
