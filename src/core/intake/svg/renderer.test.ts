import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Resvg } from '@resvg/resvg-js'
import { describe, expect, it } from 'vitest'
import { PLAIN_READING } from '../../document/sources'
import type { Drawing } from '../drawing'
import { svg } from '.'

/**
 * Intake against a general renderer: a file and the lines read from it are both rendered 512 px wide. Pixels that
 * differ by more than a third of full scale count as different; antialiasing stays below that.
 */
const SIZE = 512
const DIFFERENT = 85
/** At most this many different pixels of about 262,000; the last test shows that a wrong arc flag exceeds it. */
const TOLERANCE = 40

const render = (svg: string) =>
  new Resvg(svg, {
    fitTo: { mode: 'width', value: SIZE },
    background: '#fff',
    font: { loadSystemFonts: false },
  }).render()

function redraw(drawing: Drawing, cap: string): string {
  const byElement = new Map<number, Drawing['lines']>()
  for (const line of drawing.lines)
    byElement.set(line.element, [...(byElement.get(line.element) ?? []), line])
  const paths = [...byElement.values()].map((lines) => {
    const { look, fillRule } = lines[0]!
    const d = lines.map((l) => l.d).join('')
    return `<path d="${d}" fill="${look.fill ?? 'none'}" fill-rule="${fillRule}" stroke="${look.stroke ?? 'none'}" stroke-width="${look.width}" stroke-linecap="${cap}" stroke-linejoin="${cap === 'round' ? 'round' : 'miter'}" stroke-dasharray="${look.dash.join(' ') || 'none'}"/>`
  })
  const { width, height } = drawing.artwork
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${paths.join('')}</svg>`
}

function differentPixels(original: string, drawing: Drawing, cap = 'butt'): number {
  const a = render(original)
  const b = render(redraw(drawing, cap))
  expect(Math.abs(a.height - b.height)).toBeLessThanOrEqual(1)
  const [p, q] = [a.pixels, b.pixels]
  let different = 0
  for (let i = 0; i < Math.min(p.length, q.length); i += 4)
    if ([0, 1, 2].some((c) => Math.abs(p[i + c]! - q[i + c]!) > DIFFERENT)) different += 1
  return different
}

const read = (text: string) => svg.read(new TextEncoder().encode(text), PLAIN_READING)

function hasDots(text: string): boolean {
  return read(text).findings.some((f) => f.rule === 'intake-crumb')
}

/**
 * Every n-th icon of a package, without those that are partly transparent (opacity is no property of a line) and
 * those with dots made of a stroke without length (nothing to follow; reported as a finding).
 */
function icons(packagePath: string, count: number): { name: string; text: string }[] {
  const folder = fileURLToPath(new URL(`../../../../node_modules/${packagePath}/`, import.meta.url))
  const names = readdirSync(folder).filter((n) => n.endsWith('.svg'))
  const step = Math.floor(names.length / (count * 1.3))
  return names
    .filter((_, i) => i % step === 0)
    .map((name) => ({ name, text: readFileSync(folder + name, 'utf8') }))
    .filter(({ text }) => !text.includes('opacity') && !hasDots(text))
    .slice(0, count)
}

describe('lines read from SVG look like the file', () => {
  const sets = [
    { what: 'stroked icons', path: 'lucide-static/icons', cap: 'round' },
    { what: 'filled icons', path: 'bootstrap-icons/icons', cap: 'butt' },
  ]
  for (const { what, path, cap } of sets)
    it(`160 ${what} of a package`, { timeout: 120_000 }, () => {
      const files = icons(path, 160)
      expect(files).toHaveLength(160)
      const wrong = files.flatMap(({ name, text }) => {
        const black = text.replaceAll('currentColor', '#000')
        const different = differentPixels(black, read(black), cap)
        return different > TOLERANCE ? [`${name}: ${different}`] : []
      })
      expect(wrong).toEqual([])
    })

  const cases = fileURLToPath(new URL('./hard-cases/', import.meta.url))
  it.each(readdirSync(cases))('hard case %s', (name) => {
    const text = readFileSync(cases + name, 'utf8')
    expect(differentPixels(text, read(text))).toBeLessThanOrEqual(TOLERANCE)
  })

  it('would notice one wrong arc flag', () => {
    const text = readFileSync(`${cases}arcs.svg`, 'utf8')
    const wrong = text.replace('A20 20 0 0 1 50 30', 'A20 20 0 0 0 50 30')
    expect(wrong).not.toBe(text)
    expect(differentPixels(text, read(wrong))).toBeGreaterThan(TOLERANCE * 10)
  })
})
