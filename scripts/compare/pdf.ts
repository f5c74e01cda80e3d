import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PLAIN_READING } from '../../src/core/document/sources'
import { heightOf, widthOf } from '../../src/core/geometry/measure'
import { readDrawing } from '../../src/core/intake/formats'
import type { Figure } from '../measure/figure'
import { DRAWINGS, measured } from './drawings'

/** How far two readings are apart: sides of the box in mm, and the area as a share. */
function apart(a: ReturnType<typeof measured>, b: ReturnType<typeof measured>) {
  return {
    side: Math.max(Math.abs(widthOf(a.box) - widthOf(b.box)), Math.abs(heightOf(a.box) - heightOf(b.box))),
    area: Math.abs(a.area - b.area) / Math.max(1, a.area),
  }
}

/**
 * Drawings that a renderer wrote as PDF, and a PDF tracer wrote back as SVG, beside the drawings themselves. Clips of
 * pages that these programs add hide nothing of them. (Another tracer, of poppler, moves strokes to whole points: no rival here.)
 */
export async function comparePdf(folder: string): Promise<Figure[]> {
  const worst = { pdf: { side: 0, area: 0 }, svg: { side: 0, area: 0 } }
  let lines = 0
  for (const { name, svg } of DRAWINGS) {
    const read = async (bytes: Uint8Array, file: string) =>
      measured(await readDrawing(bytes, file, PLAIN_READING))
    const [from, pdf, back] = ['svg', 'pdf', 'back1.svg'].map((end) => join(folder, `drawing.${end}`))
    writeFileSync(from!, svg.replace(/<text[\s\S]*?<\/text>/g, ''))
    execFileSync('rsvg-convert', ['-f', 'pdf', '-o', pdf!, from!])
    execFileSync('mutool', ['draw', '-q', '-F', 'svg', '-o', join(folder, 'drawing.back%d.svg'), pdf!])
    const own = await read(new Uint8Array(readFileSync(from!)), `${name}.svg`)
    lines += own.count
    for (const [kind, path] of [
      ['pdf', pdf],
      ['svg', back],
    ] as const) {
      const { side, area } = apart(own, await read(new Uint8Array(readFileSync(path!)), `${name}.${kind}`))
      worst[kind] = { side: Math.max(worst[kind].side, side), area: Math.max(worst[kind].area, area) }
    }
  }
  const row = (kind: 'pdf' | 'svg', what: string, against: string): Figure => ({
    what: `${DRAWINGS.length} drawings (${lines} lines) ${what}: sides of the box, and area that closed lines go round`,
    figure: `at most ${worst[kind].side.toFixed(3)} mm and ${(100 * worst[kind].area).toFixed(3)} % apart`,
    against,
    target: 'at most 0.05 mm and 0.1 %',
    met: worst[kind].side <= 0.05 && worst[kind].area <= 0.001,
  })
  return [
    row('pdf', 'written as PDF and read', 'the SVG they were written from (cairo through librsvg)'),
    row('svg', 'written as PDF, traced to SVG and read', 'the SVG they were written from (mupdf)'),
  ]
}
