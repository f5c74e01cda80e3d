import { PDFDocument } from 'pdf-lib'
import type { SheetPlan } from '../../cutting/pass'
import { TOOL_NAMES } from '../../cutting/pass'
import type { Timeline } from '../../cutting/timeline'
import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { roleWord } from '../../document/role-names'
import { laidOn } from '../../sheets/place'
import { duration } from '../../units/clock'
import { formatSize } from '../../units/length'
import { count, counted, say } from '../../words'
import { PAGES, Pen } from '../pdf/pen'

export type JobSheetPart = {
  sheet: Sheet
  /** from 1 */
  number: number
  paperName: string
  plan: SheetPlan
  timeline: Timeline
}

const MARGIN = 14

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
  document.setTitle(say`${project.name}: job sheet`)
  const size = PAGES[project.unit]
  const pen = await Pen.of(document, size)
  pen.write(project.name, MARGIN, MARGIN + 5, 15, true)
  const total = parts.reduce((sum, p) => sum + p.timeline.total, 0)
  const pauses = parts.reduce((sum, p) => sum + p.timeline.changes.length, 0)
  pen.write(
    say`${cutterName}. ${counted(parts.length, 'sheet')}, about ${duration(total)}, ${counted(pauses, 'stop')} for a hand. Run them in this order: ${order.map((i) => parts[i]!.number).join(', ')}.`,
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
  const write = (text: string, strong = false) => {
    for (const line of pen.wrapped(text, room, size, strong)) {
      if (y > frame.y + frame.height) return
      pen.write(line, x, y, size, strong)
      y += step
    }
  }
  write(say`Sheet ${number}: ${paperName}`, true)
  write(
    `${formatSize(sheet, project.unit)}, ${count(sheet.placements.length, 'piece')}, ${duration(timeline.total)}`,
  )
  plan.passes.forEach((pass, i) => {
    if (pass.pause) write(`* ${pass.pause}.`)
    const { force, speed, passes } = pass.setting
    write(
      `${i + 1}. ${roleWord(pass.role)}${pass.dashed ? say` in dashes` : ''}, ${TOOL_NAMES[pass.tool]}: ${force} g, ${speed} mm/s${passes > 1 ? say`, ${passes} times` : ''}`,
    )
  })
  if (!plan.passes.some((p) => p.tool === 'scoring tip')) write(say`Needs no scoring tip.`)
}
