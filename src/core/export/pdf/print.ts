import type { SideOfPaper } from '../../document/art'
import type { Sheet } from '../../document/layout'
import type { PrintSettings } from '../../document/print'
import type { Project } from '../../document/project'
import { type Affine, multiply } from '../../geometry/affine'
import { bleedOf } from '../../printing/bleed'
import { marksOf } from '../../printing/marks'
import { laidOn } from '../../sheets/place'
import { partsOf } from '../parts'
import { artOn, type DecodeArt } from './art'
import { colourOf, number as n, pathOf, ringOf } from './content'
import { printedOn } from './fills'
import type { PdfPages } from './pages'
import { numbersOn } from './part-numbers'

/** Quarter circle by a cubic curve (common practice: 0.5523 of the radius). */
const ROUND = 0.5522847498

/**
 * What is printed on a sheet before it is cut: on the front art and fills with their bleed, lines, register marks, and
 * the lines of cut and score only where they are asked for; on the back art, and the numbers of the parts where they
 * are asked for. What the printer leaves bare stays empty.
 */
export async function printLayers(
  pdf: PdfPages,
  project: Project,
  sheet: Sheet,
  print: PrintSettings,
  side: SideOfPaper,
  decodeArt?: DecodeArt,
): Promise<string[]> {
  const { border } = print
  const bleed = bleedOf({ print, layout: project.layout })
  const clip = `${n(border)} ${n(border)} ${n(sheet.width - 2 * border)} ${n(sheet.height - 2 * border)} re W n`
  const out = [pdf.layer(side === 'front' ? 'print' : 'print on the back'), 'q', clip]
  const hasArt = decodeArt && (side === 'front' || print.bothSides)
  if (hasArt) out.push(...(await artLayers(pdf, project, sheet, side, bleed, decodeArt)))
  if (side === 'front') {
    for (const thing of printedOn(project, sheet, bleed)) {
      if (thing.kind === 'fill') {
        if (thing.region.length > 0)
          out.push(`${colourOf(thing.colour)} rg`, ...thing.region.map(ringOf), 'f*')
      } else out.push(`${colourOf(thing.colour)} RG ${n(thing.width)} w [] 0 d`, pathOf(thing.contour))
    }
    if (print.lines) {
      out.push('0.6 0.6 0.6 RG 0.15 w [] 0 d')
      for (const { groups } of partsOf(project, sheet))
        for (const { kind, contours } of groups) if (kind !== 'print') out.push(...contours.map(pathOf))
    }
  }
  if (print.numbers) {
    // A part that lies mirrored shows its back on the front of the sheet, where its own front is not printed on it.
    const bare = (piece: string) => !(hasArt && project.pieces[piece]?.art?.[side])
    out.push(...numbersOn(pdf, project, sheet, side, bare))
  }
  out.push('Q EMC')
  return side === 'front' ? [...out, ...marksLayer(pdf, sheet, print)] : out
}

/** Art of all pieces on one side of a sheet; each picture is in the file once, however many copies show it. */
async function artLayers(
  pdf: PdfPages,
  project: Project,
  sheet: Sheet,
  side: SideOfPaper,
  bleed: number,
  decode: DecodeArt,
): Promise<string[]> {
  const drawn = new Map<string, string[] | null>()
  const out: string[] = []
  for (const { shape, map: laid } of laidOn(project, sheet)) {
    const { piece } = shape
    if (!drawn.has(piece.id)) drawn.set(piece.id, await artOn(pdf, project, piece, side, bleed, decode))
    const art = drawn.get(piece.id)
    if (!art) continue
    // The back is seen with the sheet turned over from left to right.
    const map: Affine = side === 'front' ? laid : multiply([-1, 0, 0, 1, sheet.width, 0], laid)
    out.push('q', `${map.map(n).join(' ')} cm`, ...art, 'Q')
  }
  return out
}

function marksLayer(pdf: PdfPages, sheet: Sheet, { marks }: PrintSettings): string[] {
  if (!marks) return []
  const { size, weight } = marks
  const rings = marksOf(sheet, marks).map(({ x, y }) => circle(x, y, (size - weight) / 2))
  return [`${pdf.layer('register marks')} q 0 0 0 RG ${n(weight)} w [] 0 d`, ...rings, 'Q EMC']
}

function circle(x: number, y: number, r: number): string {
  const k = ROUND * r
  const at = (u: number, v: number) => `${n(x + u)} ${n(y + v)}`
  return `${at(r, 0)} m ${at(r, k)} ${at(k, r)} ${at(0, r)} c ${at(-k, r)} ${at(-r, k)} ${at(-r, 0)} c ${at(-r, -k)} ${at(-k, -r)} ${at(0, -r)} c ${at(k, -r)} ${at(r, -k)} ${at(r, 0)} c s`
}
