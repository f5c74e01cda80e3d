import { create, type Font as FontFile, type Glyph } from 'fontkit'
import svgpath from 'svgpath'
import { boundsOf, uniteBoxes } from '../../geometry/measure'
import { type Contour, type Segment, transformContour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { parseXml, type XmlElement } from '../../intake/svg/xml'
import { uniteOutlines } from '../../outlines/combine'
import { say } from '../../words'
import { DRAWN_HEIGHT, type Font, type Letter } from './fonts'

/** Why a font is not taken, in a sentence. */
export class FontRefusal extends RangeError {
  override readonly name = 'FontRefusal'
}

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
  const capital = glyphs.get('H')
  if (!capital?.d) throw new FontRefusal(BROKEN)
  const tall = -uniteBoxes(strokesOf(capital.d, 1).map(boundsOf)).minY
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

/** The lines of a glyph: each begins with a move. */
function strokesOf(d: string, scale: number): Contour[] {
  const strokes: Contour[] = []
  let at: Point = { x: 0, y: 0 }
  svgpath(d)
    .scale(scale, -scale)
    .abs()
    .unshort()
    .unarc()
    .iterate(([command, ...args]) => {
      const n = args as number[]
      const to = { x: n.at(-2) ?? at.x, y: n.at(-1) ?? at.y }
      const stroke = strokes.at(-1)
      if (command === 'M') strokes.push({ start: to, segments: [], closed: false })
      else if (command === 'L') stroke?.segments.push({ to })
      else if (command === 'H') stroke?.segments.push({ to: { x: n[0]!, y: at.y } })
      else if (command === 'V') stroke?.segments.push({ to: { x: at.x, y: n[0]! } })
      else if (command === 'C')
        stroke?.segments.push({ c1: { x: n[0]!, y: n[1]! }, c2: { x: n[2]!, y: n[3]! }, to })
      at = command === 'H' ? { x: n[0]!, y: at.y } : command === 'V' ? { x: at.x, y: n[0]! } : to
    })
  return strokes.filter((s) => s.segments.length > 0)
}
