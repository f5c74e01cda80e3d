import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Resvg } from '@resvg/resvg-js'
import { chance } from '../../corpus/draw'
import { drawTeapot } from '../../demo/teapot'
import type { Raster } from '../../src/core/intake/picture/raster'
import { DEFAULT_TRACE, traceRaster } from '../../src/core/intake/picture/trace'
import type { Figure } from '../measure/figure'

const on = (body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400"><rect width="400" height="400" fill="#fff"/>${body}</svg>`
const SHAPES: Readonly<Record<string, string>> = {
  circle: on('<circle cx="200" cy="200" r="150"/>'),
  star: on('<path d="M200 20L240 150L380 150L270 230L310 370L200 285L90 370L130 230L20 150L160 150Z"/>'),
  leaf: on('<path d="M40 200C80 20 320 20 360 180C300 380 100 380 40 200Z"/>'),
  teapot: drawTeapot(),
}
const KINDS = ['smooth', 'black and white', 'noisy'] as const

function drawn(svg: string, kind: (typeof KINDS)[number]): Raster {
  const { pixels, width, height } = new Resvg(svg, {
    fitTo: { mode: 'width', value: 400 },
    background: '#fff',
  }).render()
  const random = chance(7)
  const grey = Uint8Array.from({ length: width * height }, (_, i) => {
    const v = pixels[4 * i]!
    if (kind === 'smooth') return v
    if (kind === 'black and white') return v < 128 ? 0 : 255
    // The sum of three is near enough to a bell.
    return Math.max(0, Math.min(255, v + 60 * (random() + random() + random() - 1.5)))
  })
  return { width, height, grey }
}

/** How many nodes a picture tracer takes for the same picture. */
function nodesOfTracer(folder: string, { width, height, grey }: Raster): number {
  const [from, to] = [join(folder, 'picture.pgm'), join(folder, 'picture.svg')]
  writeFileSync(from, Buffer.concat([Buffer.from(`P5\n${width} ${height}\n255\n`), Buffer.from(grey)]))
  execFileSync('potrace', [from, '-s', '-k', '0.5', '-t', String(DEFAULT_TRACE.speck), '-o', to])
  const paths = [...readFileSync(to, 'utf8').matchAll(/ d="([^"]+)"/g)].map((m) => m[1]!).join(' ')
  return [...paths.matchAll(/([lc])([^a-zA-Z]*)/g)].reduce(
    (sum, [, letter, numbers]) => sum + (numbers!.match(/-?[\d.]+/g) ?? []).length / (letter === 'c' ? 6 : 2),
    0,
  )
}

/** Traced pictures beside a picture tracer. */
export function comparePictures(folder: string): Figure[] {
  return KINDS.map((kind) => {
    const counts = Object.entries(SHAPES).map(([name, svg]) => {
      const raster = drawn(svg, kind)
      const { contours } = traceRaster(raster, DEFAULT_TRACE)
      const ours = contours.reduce((sum, c) => sum + c.segments.length, 0)
      return { name, ours, theirs: nodesOfTracer(folder, raster) }
    })
    const most = Math.max(...counts.map(({ ours, theirs }) => ours / theirs))
    return {
      what: `Nodes of traced pictures, ${kind}`,
      figure: `${counts.map((c) => `${c.name} ${c.ours} to ${c.theirs}`).join(', ')}: at most ${most.toFixed(2)} times`,
      against: 'a picture tracer (potrace)',
      target: 'at most 3 times',
      met: most <= 3,
    }
  })
}
