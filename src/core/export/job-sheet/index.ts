import { PDFDocument, type PDFFont, type PDFPage, rgb, StandardFonts } from 'pdf-lib'
import type { SheetPlan } from '../../cutting/pass'
import type { Timeline } from '../../cutting/timeline'
import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { laidOn } from '../../sheets/place'
import { duration } from '../../units/clock'
import { count } from '../../units/count'
import { formatSize } from '../../units/length'

export type JobSheetPart = {
  sheet: Sheet
  /** from 1 */
  number: number
  paperName: string
  plan: SheetPlan
  timeline: Timeline
}

const PT = 72 / 25.4
/** A4 (ISO 216), or US letter (ANSI/ASME Y14.1) where lengths are in inches, mm. */
const PAGES = { mm: { width: 210, height: 297 }, in: { width: 215.9, height: 279.4 } }
const MARGIN = 14
const INK = rgb(0.17, 0.1, 0.18)
const SOFT = rgb(0.42, 0.36, 0.42)
const FILL = rgb(0.95, 0.92, 0.87)

/**
 * One page for the bench: the sheets in the order in which they are run, each pictured, with its paper, passes,
 * settings and what a hand does in between.
 * @param parts as they are run in that order: with what the machine holds from the sheet before
 * @param order positions of the parts
 */
export async function jobSheet(
  project: Project,
  cutterName: string,
  parts: readonly JobSheetPart[],
  order: readonly number[],
): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false })
  document.setTitle(`${project.name}: job sheet`)
  const size = PAGES[project.unit]
  const page = document.addPage([size.width * PT, size.height * PT])
  const plain = await document.embedFont(StandardFonts.Helvetica)
  const bold = await document.embedFont(StandardFonts.HelveticaBold)
  const pen = new Pen(page, plain, bold)
  pen.write(project.name, MARGIN, MARGIN + 5, 15, true)
  const total = parts.reduce((sum, p) => sum + p.timeline.total, 0)
  const pauses = parts.reduce((sum, p) => sum + p.timeline.changes.length, 0)
  pen.write(
    `${cutterName}. ${count(parts.length, 'sheet')}, about ${duration(total)}, ${count(pauses, 'stop')} for a hand. Run them in this order: ${order.map((i) => parts[i]!.number).join(', ')}.`,
    MARGIN,
    MARGIN + 12,
    8.5,
  )
  const columns = parts.length <= 2 ? 1 : parts.length <= 8 ? 2 : Math.ceil(Math.sqrt(parts.length / 1.6))
  const rows = Math.ceil(parts.length / columns)
  const width = (size.width - 2 * MARGIN) / columns
  const height = Math.min(62, (size.height - 2 * MARGIN - 18) / Math.max(1, rows))
  order.forEach((i, k) => {
    const x = MARGIN + (k % columns) * width
    const y = MARGIN + 18 + Math.floor(k / columns) * height
    drawPart(pen, project, parts[i]!, { x, y, width: width - 4, height: height - 4 })
  })
  return document.save()
}

/** How straight the curves of the small pictures are, mm of the piece. */
const FLATNESS = 0.5

type Frame = { x: number; y: number; width: number; height: number }

function drawPart(pen: Pen, project: Project, part: JobSheetPart, frame: Frame): void {
  const { sheet, number, paperName, plan, timeline } = part
  const picture = Math.min(frame.height, frame.width * 0.45)
  const scale = picture / Math.max(sheet.width, sheet.height)
  pen.rectangle(frame.x, frame.y, sheet.width * scale, sheet.height * scale)
  for (const laid of laidOn(project, sheet))
    for (const ring of laid.rings(FLATNESS)) pen.outline(ring, frame.x, frame.y, scale)
  const size = Math.max(3.4, Math.min(8, frame.height / 6.5))
  const step = size * 0.47
  const x = frame.x + picture + 3
  const room = frame.x + frame.width - x
  let y = frame.y + step
  const say = (text: string, strong = false) => {
    for (const line of pen.wrapped(text, room, size, strong)) {
      if (y > frame.y + frame.height) return
      pen.write(line, x, y, size, strong)
      y += step
    }
  }
  say(`Sheet ${number}: ${paperName}`, true)
  say(
    `${formatSize(sheet, project.unit)}, ${count(sheet.placements.length, 'piece')}, ${duration(timeline.total)}`,
  )
  plan.passes.forEach((pass, i) => {
    if (pass.pause) say(`* ${pass.pause}.`)
    const { force, speed, passes } = pass.setting
    say(
      `${i + 1}. ${pass.role}${pass.dashed ? ' in dashes' : ''}, ${pass.tool}: ${force} g, ${speed} mm/s${passes > 1 ? `, ${passes} times` : ''}`,
    )
  })
  if (!plan.passes.some((p) => p.tool === 'scoring tip')) say('Needs no scoring tip.')
}

/** Writes and draws on a page in mm from its left upper corner. */
class Pen {
  private readonly height: number

  constructor(
    private readonly page: PDFPage,
    private readonly plain: PDFFont,
    private readonly bold: PDFFont,
  ) {
    this.height = page.getHeight() / PT
  }

  write(text: string, x: number, y: number, size: number, strong = false): void {
    this.page.drawText(this.known(text, strong), {
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
    this.page.drawRectangle({
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
    this.page.drawSvgPath(`${d}Z`, {
      x: x * PT,
      y: (this.height - y) * PT,
      borderColor: INK,
      borderWidth: 0.5,
    })
  }

  /** The text with a question mark for each letter that the standard fonts do not have. */
  private known(text: string, strong: boolean): string {
    const letters = new Set((strong ? this.bold : this.plain).getCharacterSet())
    return [...text].map((c) => (letters.has(c.codePointAt(0)!) ? c : '?')).join('')
  }
}
