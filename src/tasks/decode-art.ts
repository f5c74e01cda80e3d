import sharp from 'sharp'
import type { Art } from '../core/document/art'
import { PLAIN_READING } from '../core/document/sources'
import { IntakeRefusal, LIMITS } from '../core/intake/refusal'
import { svg } from '../core/intake/svg'
import type { Pixels } from '../core/printing/pixels'
import { say } from '../core/words'

/** Pixels that a file may unpack to at most. */
const MAX_INPUT = 100_000_000
/** Seconds that the decoder may take. */
const SECONDS = 30
/** Pixels an inch of pictures that do not say (common practice for print). */
const PRINTED = 300
/** A stated density below this is a default of some program, not a wish. */
const LEAST_DENSITY = 100

const FORMATS = { png: 'png', jpeg: 'jpeg', jpg: 'jpeg', svg: 'svg' } as const

const open = (bytes: Uint8Array, density?: number) =>
  sharp(bytes, { limitInputPixels: MAX_INPUT, failOn: 'error', ...(density ? { density } : {}) }).timeout({
    seconds: SECONDS,
  })

/**
 * What art a file holds: its kind and size.
 * @throws IntakeRefusal for what cannot be printed
 */
export async function measureArt(
  bytes: Uint8Array,
  fileName: string,
): Promise<Pick<Art, 'format' | 'pixels' | 'width' | 'height'>> {
  if (bytes.length === 0) throw new IntakeRefusal(say`${fileName} is empty. Save it again.`)
  if (bytes.length > LIMITS.bytes)
    throw new IntakeRefusal(
      say`${fileName} is larger than ${LIMITS.bytes / 1048576} MB. Make it smaller first.`,
    )
  if (svg.recognises(bytes)) {
    // Read as a drawing for its true size, and for the refusals that drawings from strangers get.
    const { artwork } = await svg.read(bytes, PLAIN_READING)
    if (!(artwork.width > 0 && artwork.height > 0))
      throw new IntakeRefusal(say`${fileName} has no size. Give it a width and height, and save it again.`)
    await decodeArt(bytes, 64, 64, fileName)
    return { format: 'svg', pixels: null, width: artwork.width, height: artwork.height }
  }
  try {
    const { format, autoOrient, density = 0 } = await open(bytes).metadata()
    const known = FORMATS[format as keyof typeof FORMATS]
    if (!known || known === 'svg') throw new Error(say`of another kind`)
    const { width, height } = autoOrient
    await open(bytes).stats()
    const mm = 25.4 / (density >= LEAST_DENSITY ? density : PRINTED)
    return { format: known, pixels: { width, height }, width: width * mm, height: height * mm }
  } catch (error) {
    throw refusal(error, fileName)
  }
}

/** The pixels of art, made `width` by `height`; what has fewer pixels keeps them. */
export async function decodeArt(
  bytes: Uint8Array,
  width: number,
  height: number,
  fileName = say`The picture`,
): Promise<Pixels> {
  try {
    const isDrawn = svg.recognises(bytes)
    // A drawing is made as large as it is needed at once, so that its edges are sharp.
    const density = isDrawn ? await densityFor(bytes, width * height) : undefined
    const upright = isDrawn ? null : (await open(bytes).metadata()).autoOrient
    const shrink = upright ? Math.min(1, Math.max(upright.width / width, upright.height / height)) : 1
    const { data, info } = await open(bytes, density)
      .autoOrient()
      .toColourspace('srgb')
      .resize(Math.max(1, Math.round(width * shrink)), Math.max(1, Math.round(height * shrink)), {
        fit: 'fill',
      })
      .ensureAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true })
    return { width: info.width, height: info.height, rgba: new Uint8Array(data) }
  } catch (error) {
    throw refusal(error, fileName)
  }
}

/**
 * The density at which the decoder makes a drawing of so many pixels. It counts twice where the drawing is sized in mm or
 * inches: for the units, and for the picture; so it is measured.
 */
async function densityFor(bytes: Uint8Array, pixels: number): Promise<number> {
  const sizeAt = (density: number) => sharp(bytes, { density, limitInputPixels: false }).metadata()
  const [plain, twice] = [await sizeAt(DENSITY), await sizeAt(2 * DENSITY)]
  // Each time it counts, twice the density is four times the area.
  const growth = Math.log((twice.width * twice.height) / (plain.width * plain.height)) / Math.log(4)
  const counts = Math.min(2, Math.max(1, Math.round(growth)))
  const larger = Math.min(
    Math.sqrt(pixels / (plain.width * plain.height)),
    LONGEST / Math.max(plain.width, plain.height),
  )
  return Math.min(100_000, Math.max(1, DENSITY * larger ** (1 / counts)))
}
/** What the decoder takes where nothing is said, pixels an inch. */
const DENSITY = 72
/** Pixels along a side that it makes of a drawing at most. */
const LONGEST = 30_000

function refusal(error: unknown, fileName: string): IntakeRefusal {
  if (error instanceof IntakeRefusal) return error
  const message = error instanceof Error ? error.message : ''
  return new IntakeRefusal(
    /pixel limit/i.test(message)
      ? say`${fileName} has more than ${MAX_INPUT / 1e6} million pixels. Make it smaller first.`
      : /timeout/i.test(message)
        ? say`${fileName} took longer than ${SECONDS} s to unpack. Make it smaller or simpler first.`
        : say`${fileName} is damaged or no PNG, JPEG or SVG. Save it again as one of these.`,
  )
}
