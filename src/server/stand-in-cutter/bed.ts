import sharp from 'sharp'
import type { Sheet } from '../../core/document/layout'
import type { PrintSettings } from '../../core/document/print'
import { type Affine, apply, multiply, rotation, scaling, translation } from '../../core/geometry/affine'
import { seeded } from '../../core/nesting/random'
import { findMarks, type GreyPicture } from '../../core/printing/find-marks'
import { type Corner, marksOf } from '../../core/printing/marks'
import { type Register, registerBy } from '../../core/printing/register'

/** Pixels of a mm in the picture that the stand-in takes of its bed, and of its longer side at the most. */
const SCALE = 6
const LONGEST = 5000

const scaleOf = ({ width, height }: Sheet): number =>
  Math.min(SCALE, LONGEST / (Math.max(width, height) + 2 * AROUND))
/** Bed around the sheet in the picture, mm. */
const AROUND = 12
/** How far from its place a mark is looked for, mm. */
const REACH = 11

/** How a sheet may lie: away from the stops, turned, stretched by its printer, and a little askew. */
const ASTRAY = { shift: 2.5, turn: 0.5, scale: 0.004, skew: 0.0015 }

/** How a printed sheet comes to lie on the bed, by chance; never beyond the stops at the left and the top. */
export function lieByChance(seed: number, { width, height }: Pick<Sheet, 'width' | 'height'>): Affine {
  const random = seeded(seed)
  const around = (by: number) => by * (2 * random() - 1)
  const skewed: Affine = [1, 0, around(ASTRAY.skew), 1, 0, 0]
  const scaled = scaling(1 + around(ASTRAY.scale), 1 + around(ASTRAY.scale))
  const turned = multiply(rotation(around(ASTRAY.turn)), multiply(skewed, scaled))
  const corners = [0, width].flatMap((x) => [0, height].map((y) => apply(turned, { x, y })))
  const [left, top] = [Math.min(...corners.map((c) => c.x)), Math.min(...corners.map((c) => c.y))]
  const placed = translation(ASTRAY.shift * random() - left, ASTRAY.shift * random() - top)
  return multiply(placed, turned)
}

type Marks = NonNullable<PrintSettings['marks']>
/** What has happened to one of the marks. */
export type Mishap = { corner: Corner; kind: 'missing' | 'covered' } | null

/** The bed as its camera sees it: the sheet where it lies, with its marks. */
async function pictureOf(
  sheet: Sheet,
  marks: Marks,
  lie: Affine,
  mishap: Mishap,
  scale: number,
): Promise<GreyPicture> {
  const [w, h] = [sheet.width + 2 * AROUND, sheet.height + 2 * AROUND]
  const rings = marksOf(sheet, marks).map(({ corner, x, y }) => {
    if (mishap?.corner === corner && mishap.kind === 'missing') return ''
    const ring = `<circle cx="${x}" cy="${y}" r="${(marks.size - marks.weight) / 2}" fill="none" stroke="#141414" stroke-width="${marks.weight}"/>`
    const cover =
      mishap?.corner === corner
        ? `<rect x="${x}" y="${y - marks.size}" width="${2 * marks.size}" height="${2 * marks.size}" fill="#f4f1ea"/>`
        : ''
    return ring + cover
  })
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w * scale}" height="${h * scale}" viewBox="${-AROUND} ${-AROUND} ${w} ${h}"><rect x="${-AROUND}" y="${-AROUND}" width="${w}" height="${h}" fill="#8a8a8a"/><g transform="matrix(${lie.join(' ')})"><rect width="${sheet.width}" height="${sheet.height}" fill="#f4f1ea"/>${rings.join('')}</g></svg>`
  const { data, info } = await sharp(Buffer.from(svg)).greyscale().raw().toBuffer({ resolveWithObject: true })
  return { data: new Uint8Array(data), width: info.width, height: info.height }
}

/** Scans a printed sheet: takes a picture of the bed, finds the marks in it, and says how the sheet lies. */
export async function scanSheet(
  sheet: Sheet,
  marks: Marks,
  lie: Affine,
  mishap: Mishap = null,
): Promise<Register> {
  const scale = scaleOf(sheet)
  const picture = await pictureOf(sheet, marks, lie, mishap, scale)
  const at = { x: AROUND, y: AROUND }
  const found = findMarks(marksOf(sheet, marks), {
    picture,
    scale,
    at,
    size: marks.size,
    weight: marks.weight,
    reach: REACH,
  })
  return registerBy(found.map((m) => ({ ...m, seen: m.seen && { x: m.seen.x - at.x, y: m.seen.y - at.y } })))
}
