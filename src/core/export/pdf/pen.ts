import {
  LineCapStyle,
  type PDFDocument,
  type PDFFont,
  type PDFPage,
  type RGB,
  rgb,
  StandardFonts,
} from 'pdf-lib'

const PT = 72 / 25.4
export const INK = rgb(0.17, 0.1, 0.18)
export const SOFT = rgb(0.42, 0.36, 0.42)
export const PLUM = rgb(0.49, 0.16, 0.37)
const FILL = rgb(0.95, 0.92, 0.87)

/** A4 (ISO 216), or US letter (ANSI/ASME Y14.1) where lengths are in inches, mm. */
export const PAGES = { mm: { width: 210, height: 297 }, in: { width: 215.9, height: 279.4 } }

/** A place on the page in points, as path data; y down. */
const point = ([x, y]: readonly [number, number]): string => `${(x * PT).toFixed(2)} ${(y * PT).toFixed(2)}`

function twiceArea(ring: readonly (readonly [number, number])[]): number {
  return ring.reduce((sum, [x, y], i) => {
    const [nx, ny] = ring[(i + 1) % ring.length]!
    return sum + x * ny - nx * y
  }, 0)
}

/** Writes and draws on pages in mm from their left upper corner. */
export class Pen {
  private page: PDFPage | null = null
  private height = 0

  private constructor(
    private readonly document: PDFDocument,
    private readonly size: { width: number; height: number },
    private readonly plain: PDFFont,
    private readonly bold: PDFFont,
  ) {}

  /** @param size of its pages, mm */
  static async of(document: PDFDocument, size: { width: number; height: number }): Promise<Pen> {
    const plain = await document.embedFont(StandardFonts.Helvetica)
    return new Pen(document, size, plain, await document.embedFont(StandardFonts.HelveticaBold))
  }

  /** Goes on on a new page. */
  turn(): void {
    this.page = this.document.addPage([this.size.width * PT, this.size.height * PT])
    this.height = this.size.height
  }

  private get sheet(): PDFPage {
    if (!this.page) this.turn()
    return this.page!
  }

  write(text: string, x: number, y: number, size: number, strong = false): void {
    this.sheet.drawText(this.known(text, strong), {
      x: x * PT,
      y: (this.height - y) * PT,
      size,
      font: strong ? this.bold : this.plain,
      color: strong ? INK : SOFT,
    })
  }

  /** A text in lines no wider than `width` mm. */
  wrapped(text: string, width: number, size: number, strong: boolean): string[] {
    const font = strong ? this.bold : this.plain
    const lines: string[] = []
    let line = ''
    for (const word of this.known(text, strong).split(' ')) {
      const longer = line ? `${line} ${word}` : word
      if (line && font.widthOfTextAtSize(longer, size) > width * PT) {
        lines.push(line)
        line = word
      } else line = longer
    }
    return [...lines, line]
  }

  rectangle(x: number, y: number, width: number, height: number): void {
    this.sheet.drawRectangle({
      x: x * PT,
      y: (this.height - y - height) * PT,
      width: width * PT,
      height: height * PT,
      color: FILL,
      borderColor: SOFT,
      borderWidth: 0.4,
    })
  }

  outline(points: Float64Array, x: number, y: number, scale: number): void {
    let d = ''
    for (let i = 0; i < points.length; i += 2)
      d += `${i === 0 ? 'M' : 'L'}${(points[i]! * scale * PT).toFixed(2)} ${(points[i + 1]! * scale * PT).toFixed(2)}`
    this.sheet.drawSvgPath(`${d}Z`, {
      x: x * PT,
      y: (this.height - y) * PT,
      borderColor: INK,
      borderWidth: 0.5,
    })
  }

  /** A face and what is left out of it. @param rings its outline first, places on the page, mm */
  face(rings: readonly (readonly (readonly [number, number])[])[], fill: RGB): void {
    // What is left out runs the other way round, as the rule of winding asks.
    const wound = rings.map((r, i) => (twiceArea(r) > 0 === (i === 0) ? r : [...r].reverse()))
    this.path(wound.map((r) => `M${r.map(point).join('L')}Z`).join(''), { color: fill })
  }

  /** Straight lines of one width. @param width mm */
  strokes(
    lines: readonly (readonly [readonly [number, number], readonly [number, number]])[],
    width: number,
    colour: RGB = INK,
  ): void {
    if (lines.length === 0) return
    const d = lines.map(([p, q]) => `M${point(p)}L${point(q)}`).join('')
    this.path(d, { borderColor: colour, borderWidth: width * PT, borderLineCap: LineCapStyle.Round })
  }

  /** A letter on a light round about a place. */
  badge(text: string, x: number, y: number): void {
    const wide = this.bold.widthOfTextAtSize(text, 9) / PT
    this.sheet.drawCircle({
      x: x * PT,
      y: (this.height - y) * PT,
      size: Math.max(2.6, 0.6 * wide + 1) * PT,
      color: FILL,
      borderColor: PLUM,
      borderWidth: 0.5,
    })
    this.write(text, x - wide / 2, y + 1.15, 9, true)
  }

  private path(d: string, look: Parameters<PDFPage['drawSvgPath']>[1]): void {
    this.sheet.drawSvgPath(d, { x: 0, y: this.height * PT, ...look })
  }

  /** The text with a question mark for each letter that the standard fonts do not have. */
  private known(text: string, strong: boolean): string {
    const letters = new Set((strong ? this.bold : this.plain).getCharacterSet())
    return [...text].map((c) => (letters.has(c.codePointAt(0)!) ? c : '?')).join('')
  }
}
