import { create, type Font as FontFile, type Glyph } from 'fontkit'
import { boundsOf, uniteBoxes } from '../../geometry/measure'
import { type Contour, type Segment, transformContour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { pathContours } from '../../intake/svg/shapes'
import { parseXml, type XmlElement } from '../../intake/svg/xml'
import { uniteOutlines } from '../../outlines/combine'
import { say } from '../../words'
import { DRAWN_HEIGHT, type Font, FontRefusal, type Letter } from './fonts'

/** Larger font files are refused, bytes. */
const MOST_BYTES = 8_000_000

/**
 * Reads a font: TrueType, OpenType or WOFF; or a single-stroke font as SVG.
 * @throws FontRefusal for a broken file, one that forbids embedding, and one that has no letters
 */
export function readFont(bytes: Uint8Array): Font {
  if (bytes.length > MOST_BYTES)
    throw new FontRefusal(say`The font is larger than 8 MB. Save it with the letters that you need alone.`)
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 400))
  return head.includes('<svg') || head.startsWith('<?xml') ? readStrokes(bytes) : readOutlines(bytes)
}

const BROKEN = say`The font cannot be read: the file is broken or of another kind. Use a TTF, OTF or WOFF file.`

function readOutlines(bytes: Uint8Array): Font {
  let file: FontFile
  try {
    const read = create(bytes as Buffer)
    if (!('glyphForCodePoint' in read))
      throw new FontRefusal(say`The file holds several fonts. Save one of them alone.`)
    file = read
    file.glyphForCodePoint(65)
  } catch (error) {
    throw error instanceof FontRefusal ? error : new FontRefusal(BROKEN)
  }
  if (file['OS/2']?.fsType?.noEmbedding)
    throw new FontRefusal(
      say`The font forbids that it is embedded in anything made with it. Use another one.`,
    )
  const capital = file.hasGlyphForCodePoint(72) ? file.glyphForCodePoint(72).bbox.maxY : file.capHeight
  const scale = DRAWN_HEIGHT / (capital > 0 ? capital : 0.7 * file.unitsPerEm)
  const drawn = new Map<number, Contour[]>()
  const contoursOf = (glyph: Glyph): Contour[] => {
    const known = drawn.get(glyph.id)
    if (known) return known
    const contours = uniteOutlines(outlinesOf(glyph, scale))
    drawn.set(glyph.id, contours)
    return contours
  }
  return {
    isSingleStroke: false,
    has: (letter) => file.hasGlyphForCodePoint(letter.codePointAt(0)!),
    lay(text) {
      const { glyphs, positions } = file.layout(text)
      return glyphs.map((glyph, i): Letter => {
        const { xAdvance, xOffset, yOffset } = positions[i]!
        const moved = xOffset || yOffset ? ([1, 0, 0, 1, scale * xOffset, -scale * yOffset] as const) : null
        const contours = contoursOf(glyph)
        return {
          text: String.fromCodePoint(...glyph.codePoints),
          contours: moved ? contours.map((c) => transformContour(c, moved)) : contours,
          advance: scale * xAdvance,
        }
      })
    },
  }
}

/** The contours of a glyph, as drawn: they may overlap. */
function outlinesOf(glyph: Glyph, scale: number): Contour[] {
  const contours: Contour[] = []
  let at: Point = { x: 0, y: 0 }
  const point = (x: number, y: number): Point => ({ x: scale * x, y: -scale * y })
  const add = (segment: Segment) => {
    contours.at(-1)?.segments.push(segment)
    at = segment.to
  }
  for (const { command, args } of glyph.path.commands) {
    const points: Point[] = []
    for (let i = 0; i + 1 < args.length; i += 2) points.push(point(args[i]!, args[i + 1]!))
    const [p, q, r] = points
    if (command === 'moveTo') {
      at = p!
      contours.push({ start: at, segments: [], closed: true })
    } else if (command === 'lineTo') add({ to: p! })
    else if (command === 'quadraticCurveTo') {
      const third = (a: Point, b: Point): Point => ({
        x: a.x + (2 / 3) * (b.x - a.x),
        y: a.y + (2 / 3) * (b.y - a.y),
      })
      add({ c1: third(at, p!), c2: third(q!, p!), to: q! })
    } else if (command === 'bezierCurveTo') add({ c1: p!, c2: q!, to: r! })
  }
  return contours.filter((c) => c.segments.length > 1)
}

/** A font of single lines, as SVG 1.1 describes fonts ("Fonts", 'glyph'): y up, so many units an em. */
function readStrokes(bytes: Uint8Array): Font {
  let root: XmlElement
  try {
    root = parseXml(new TextDecoder().decode(bytes))
  } catch {
    throw new FontRefusal(BROKEN)
  }
  const glyphs = new Map<string, { d: string; advance: number }>()
  let usual = 0
  const walk = (element: XmlElement) => {
    const advance = Number(element.attributes['horiz-adv-x'] ?? usual)
    if (element.name === 'font') usual = advance
    const letter = element.attributes.unicode
    if (element.name === 'glyph' && letter && Number.isFinite(advance))
      glyphs.set(letter, { d: element.attributes.d ?? '', advance })
    for (const child of element.children) walk(child)
  }
  walk(root)
  const capital = strokesOf(glyphs.get('H')?.d ?? '', 1)
  if (capital.length === 0) throw new FontRefusal(BROKEN)
  const { minX, maxX, minY, maxY } = uniteBoxes(capital.map(boundsOf))
  // An H stands on its line, nearly as wide as high.
  const [tall, deep] = [-minY, Math.max(0, maxY)]
  if (!(tall > 0 && deep < 0.5 * tall && maxX - minX > 0.05 * tall))
    throw new FontRefusal(
      say`The capitals of the font are flat or upside down, so words cannot be set to a height. Use another one.`,
    )
  const scale = DRAWN_HEIGHT / tall
  return {
    isSingleStroke: true,
    has: (letter) => glyphs.has(letter),
    lay: (text) =>
      [...text].map((letter): Letter => {
        const { d = '', advance = usual } = glyphs.get(letter) ?? {}
        return { text: letter, contours: strokesOf(d, scale), advance: scale * advance }
      }),
  }
}

/** The lines of a glyph, by all commands that paths have; those that are closed stay so. */
const strokesOf = (d: string, scale: number): Contour[] =>
  pathContours(d, 0.001 / scale).contours.map((c) => transformContour(c, [scale, 0, 0, -scale, 0, 0]))
