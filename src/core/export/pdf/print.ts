import { PDFDocument, PDFName } from 'pdf-lib'
import type { PrintSettings, Project, Sheet } from '../../document/schema'
import type { Polyline } from '../../geometry/flatten'
import { marksOf } from '../../printing/marks'
import { EXPORTED, partsOf } from '../parts'
import { number as n, pathOf } from './content'
import { printedOn } from './fills'

const PT = 72 / 25.4
/** Quarter circle by a cubic curve (common practice: 0.5523 of the radius). */
const ROUND = 0.5522847498

/**
 * What is printed on a sheet before it is cut, as a PDF page at true size: fills with their bleed, lines, register
 * marks, and the lines of cut and score only where they are asked for. What the printer leaves bare stays empty.
 */
export async function sheetToPrintPdf(
  project: Project,
  sheet: Sheet,
  print: PrintSettings,
): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false })
  document.setTitle(`${project.name}: print`)
  const { context } = document
  const page = document.addPage([sheet.width * PT, sheet.height * PT])
  const { border } = print
  const out = [
    `q ${n(PT)} 0 0 ${n(-PT)} 0 ${n(sheet.height * PT)} cm 1 J 1 j`,
    `${n(border)} ${n(border)} ${n(sheet.width - 2 * border)} ${n(sheet.height - 2 * border)} re W n`,
  ]
  // Bleed may not reach the next piece.
  const bleed = Math.min(print.bleed, project.layout.spacing)
  for (const thing of printedOn(project, sheet, bleed)) {
    if (thing.kind === 'fill') {
      if (thing.region.length > 0) out.push(`${colour(thing.colour)} rg`, ...thing.region.map(ringOf), 'f*')
    } else out.push(`${colour(thing.colour)} RG ${n(thing.width)} w [] 0 d`, pathOf(thing.contour))
  }
  if (print.lines) {
    out.push('0.6 0.6 0.6 RG 0.15 w [] 0 d')
    for (const { lines } of partsOf(project, sheet))
      for (const kind of EXPORTED) if (kind !== 'print') out.push(...(lines.get(kind) ?? []).map(pathOf))
  }
  if (print.marks) {
    const { size, weight } = print.marks
    out.push(`0 0 0 RG ${n(weight)} w [] 0 d`)
    for (const { x, y } of marksOf(sheet, print.marks)) out.push(circle(x, y, (size - weight) / 2))
  }
  out.push('Q')
  page.node.set(PDFName.of('Contents'), context.register(context.flateStream(out.join('\n'))))
  return document.save()
}

const colour = (hex: string): string =>
  [1, 3, 5].map((i) => n(Number.parseInt(hex.slice(i, i + 2), 16) / 255)).join(' ')

function ringOf(ring: Polyline): string {
  const parts: string[] = []
  for (let i = 0; i < ring.length - 2; i += 2)
    parts.push(`${n(ring[i]!)} ${n(ring[i + 1]!)} ${i === 0 ? 'm' : 'l'}`)
  return `${parts.join(' ')} h`
}

function circle(x: number, y: number, r: number): string {
  const k = ROUND * r
  const at = (u: number, v: number) => `${n(x + u)} ${n(y + v)}`
  return `${at(r, 0)} m ${at(r, k)} ${at(k, r)} ${at(0, r)} c ${at(-k, r)} ${at(-r, k)} ${at(-r, 0)} c ${at(-r, -k)} ${at(-k, -r)} ${at(0, -r)} c ${at(k, -r)} ${at(r, -k)} ${at(r, 0)} c s`
}
