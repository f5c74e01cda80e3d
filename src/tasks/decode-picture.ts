import sharp from 'sharp'
import { statedDensity } from '../core/intake/picture/density'
import type { DecodePicture } from '../core/intake/picture/raster'
import { IntakeRefusal } from '../core/intake/refusal'
import { say } from '../core/words'

/** Pixels that are traced at most; larger pictures are scaled down, which no cutter would notice. */
const MAX_PIXELS = 8_000_000
/** The density that the library answers with where a file states none. */
const DEFAULT = 72
/** Pixels that a file may unpack to at most. */
const MAX_INPUT = 100_000_000

/** Decodes PNG and JPEG with sharp: turned upright, laid on white, as grey values. */
export const decodePicture: DecodePicture = async (bytes, inColour = false) => {
  try {
    const image = sharp(bytes, { limitInputPixels: MAX_INPUT, failOn: 'error' })
    const { width, height, orientation = 1, density: exif, exif: hasExif } = await image.metadata()
    const stated = statedDensity(bytes)
    // A camera states its density beside the picture; the library's own default is none.
    const said = stated ?? (hasExif && exif && exif !== DEFAULT ? { x: exif, y: exif } : null)
    const shrink = Math.min(1, Math.sqrt(MAX_PIXELS / (width * height)))
    const laid = image
      .autoOrient()
      .flatten({ background: '#ffffff' })
      .resize(shrink < 1 ? { width: Math.max(1, Math.round(width * shrink)) } : undefined)
    const coloured = inColour ? await laid.clone().toColourspace('srgb').raw().toBuffer() : null
    const { data, info } = await laid.greyscale().raw().toBuffer({ resolveWithObject: true })
    const grey =
      info.channels === 1
        ? new Uint8Array(data)
        : new Uint8Array(data.filter((_, i) => i % info.channels === 0))
    const stretch = said === null ? 1 : 'stretch' in said ? said.stretch : said.x / said.y
    // What was turned by a quarter lies on its side now.
    const isTurned = orientation >= 5
    const across = said === null || 'stretch' in said ? null : isTurned ? said.y : said.x
    return {
      width: info.width,
      height: info.height,
      grey,
      ...(coloured ? { rgb: asRgb(coloured, info.width * info.height) } : {}),
      density: across === null ? null : across * shrink,
      stretch: isTurned ? 1 / stretch : stretch,
    }
  } catch (error) {
    const message = error instanceof Error ? error.message : ''
    throw new IntakeRefusal(
      /limit/i.test(message)
        ? say`The picture has more than ${MAX_INPUT / 1e6} million pixels. Make it smaller first.`
        : say`The picture is damaged or of a kind that cannot be read. Save it again as PNG or JPEG.`,
    )
  }
}

/** Three channels a pixel, whatever the picture has. */
function asRgb(raw: Uint8Array, pixels: number): Uint8Array {
  const channels = raw.length / pixels
  if (channels === 3) return new Uint8Array(raw)
  const rgb = new Uint8Array(3 * pixels)
  for (let i = 0; i < pixels; i += 1)
    for (let k = 0; k < 3; k += 1) rgb[3 * i + k] = raw[channels * i + (channels < 3 ? 0 : k)]!
  return rgb
}
