import { readFileSync } from 'node:fs'
import { PLAIN_READING } from '../src/core/document/sources'
import { heightOf, uniteBoxes, widthOf } from '../src/core/geometry/measure'
import { shapeOf } from '../src/core/geometry/shape'
import { svg } from '../src/core/intake/svg'
import { drawing } from './steps'

/** What strangers would send for whole jobs, each drawn after another convention; sizes in mm. */

export type File = { name: string; mimeType: string; buffer: Buffer }

/** Whether artboards end where the drawings do, as many programs save them: the jobs must go as well. */
const IS_CROPPED = process.env.CROPPED === '1'

export const svgFile = (name: string, text: string): File => ({
  name,
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(IS_CROPPED && /<svg[^>]* width="[\d.]+mm"/.test(text) ? cropped(text) : text),
})

/** A drawing in mm whose artboard ends with its lines. */
function cropped(text: string): string {
  const root = /<svg[^>]*>/.exec(text)![0]
  const { lines } = svg.read(new TextEncoder().encode(text), PLAIN_READING)
  const box = uniteBoxes(lines.map((l) => shapeOf(l.d).box))
  const view = /viewBox="([^"]+)"/.exec(root)![1]!.split(/[ ,]+/).map(Number)
  const width = Number(/ width="([\d.]+)mm"/.exec(root)![1])
  const units = (mm: number) => (mm * view[2]!) / width
  const attributes = [
    `width="${widthOf(box)}mm" height="${heightOf(box)}mm"`,
    `viewBox="${view[0]! + units(box.minX)} ${view[1]! + units(box.minY)} ${units(widthOf(box))} ${units(heightOf(box))}"`,
  ]
  const bare = root.replace(/ (width|height|viewBox)="[^"]*"/g, '')
  return text.replace(root, bare.replace('<svg', `<svg ${attributes.join(' ')}`))
}

export const caddy = readFileSync(drawing('tea-caddy.svg'), 'utf8')

const inMm = (width: number, height: number, content: string, style = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${style && `<style>${style}</style>`}${content}</svg>`

const box = (x: number, y: number, w: number, h: number) => `M${x} ${y}H${x + w}V${y + h}H${x}Z`
const circle = (x: number, y: number, r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`

/** The outline of a box's walls side by side, each with a flap above and below, and a glue tab; and its folds. */
function walls(x: number, y: number, widths: readonly number[], tall: number, flap: number, tab: number) {
  const tops: string[] = []
  const bottoms: string[] = []
  const folds: string[] = []
  let at = x
  for (const w of widths) {
    tops.push(`L${at} ${y}L${at + 3} ${y - flap}L${at + w - 3} ${y - flap}L${at + w} ${y}`)
    bottoms.unshift(
      `L${at + w} ${y + tall}L${at + w - 3} ${y + tall + flap}L${at + 3} ${y + tall + flap}L${at} ${y + tall}`,
    )
    folds.push(`M${at} ${y}H${at + w}`, `M${at} ${y + tall}H${at + w}`, `M${at + w} ${y}V${y + tall}`)
    at += w
  }
  const end = at + tab
  return {
    outline: `M${x} ${y}${tops.join('')}L${end} ${y + 8}L${end} ${y + tall - 8}L${at} ${y + tall}${bottoms.join('')}Z`,
    folds,
  }
}

/** A window box whose shapes are filled and whose folds are red strokes, with a sleeve that no sheet takes. */
export function windowBox(): File {
  const { outline, folds } = walls(8, 60, [64, 64, 64, 64], 110, 45, 15)
  const filled = (d: string, fill: string) => `<path fill-rule="evenodd" fill="${fill}" d="${d}"/>`
  const score = (d: string) => `<path fill="none" stroke="#c00" stroke-width=".4" d="${d}"/>`
  const content = [
    filled(outline + box(20, 80, 40, 70), '#e3cda4'),
    ...folds.map(score),
    filled(`${box(10, 250, 190, 85)}${circle(60, 292, 25)}${circle(145, 292, 25)}`, '#f6f1e7'),
    filled(box(220, 250, 66, 90), '#dfeaea'),
    filled(box(8, 360, 460, 30), '#e3cda4'),
  ]
  return svgFile('window-box.svg', inMm(490, 400, content.join('')))
}

/** A small box and its insert, each edge a stroke of its own, folds in dashes. */
export function smallBox(): File {
  const edges = (d: readonly [number, number][]) =>
    d
      .map(([x, y], i) => [x, y, ...d[(i + 1) % d.length]!])
      .map(([x1, y1, x2, y2]) => `<line class="e" x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}"/>`)
      .join('')
  const insert = edges([
    [10, 10],
    [107.45, 10],
    [107.45, 70],
    [10, 70],
  ])
  const folds =
    '<line class="f" x1="25" y1="10" x2="25" y2="70"/><line class="f" x1="92.45" y1="10" x2="92.45" y2="70"/>'
  return svgFile(
    'small-box-insert.svg',
    inMm(120, 80, insert + folds, '.e{stroke:#222}.f{stroke:#222;stroke-dasharray:4 2}'),
  )
}

/** A bird in fills that lie on one another: the body twice, once with eye holes, and a colour to be left out. */
export function bird(): File {
  const body = 'M20 80C20 30 70 10 110 40C150 30 180 60 170 100C160 150 60 160 30 130C22 118 20 100 20 80Z'
  const path = (d: string, fill: string) => `<path fill-rule="evenodd" d="${d}" style="fill:${fill}"/>`
  return svgFile(
    'bird.svg',
    inMm(
      200,
      180,
      [
        path(body, 'hsl(14deg 66% 56%)'),
        path(body + circle(135, 65, 7) + circle(112, 62, 5), 'hsl(14deg 66% 56%)'),
        path('M60 110C80 95 120 95 135 110C130 135 75 138 60 110Z', '#f2d9b0'),
        path('M150 75L165 82L150 92Z', '#e0a030'),
        path('M60 50C80 40 95 50 90 62C80 70 62 66 60 50Z', '#3a5a6a'),
      ].join(''),
    ),
  )
}

/** A box in one piece whose dieline is in the colours of print shops, cut and crease by layer names. */
export function printedBox(): File {
  const { outline, folds } = walls(8, 40, [40, 40, 40, 40], 70, 25, 12)
  return svgFile(
    'printed-box.svg',
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" width="190mm" height="150mm" viewBox="0 0 190 150"><g inkscape:groupmode="layer" inkscape:label="cut" fill="none" stroke="magenta" stroke-width=".25"><path d="${outline}"/></g><g inkscape:groupmode="layer" inkscape:label="crease" fill="none" stroke="cyan" stroke-width=".25">${folds.map((d) => `<path d="${d}"/>`).join('')}</g></svg>`,
  )
}

/** A file of a kit: a frame around everything, a title, a card with a printed disc and a perforation. */
export function kitCard(number: number): File {
  return svgFile(
    `kit-${number}.svg`,
    inMm(
      110,
      80,
      `<rect x="1" y="1" width="108" height="78" fill="none" stroke="#999" stroke-width=".2"/>
       <text x="6" y="9" font-size="5">Card ${number} of 6</text>
       <path d="${box(15, 15, 80, 50)}" fill="none" stroke="#000" stroke-width=".3"/>
       <path id="perforation" d="M70 15V65" fill="none" stroke="#000" stroke-width=".3" stroke-dasharray="1 1"/>
       <circle cx="${30 + number * 2}" cy="40" r="10" fill="#7a4468"/>`,
    ),
  )
}

/** A layer of a picture: a sheet with a hole, smaller from layer to layer, in a colour of its own. */
export function layer(number: number): File {
  const shade = `#${[40 + number * 20, 60 + number * 15, 120 + number * 10].map((v) => v.toString(16).padStart(2, '0')).join('')}`
  const leaf = (k: number) => {
    const a = (k / 7) * 2 * Math.PI
    const r = 68 - number * 4
    return circle(90 + r * Math.cos(a), 90 + r * Math.sin(a), 1.4)
  }
  const leaves = [...Array(7).keys()].map(leaf).join('')
  return svgFile(
    `layer-${number}.svg`,
    inMm(
      180,
      180,
      `<path fill-rule="evenodd" fill="${shade}" d="${box(5, 5, 170, 170)}${circle(90, 90, 62 - number * 4)}${leaves}"/>`,
    ),
  )
}

/** A bag in two files: panels with a seam allowance for the pen, and straps. */
export function bagPanels(): File {
  const panel = (x: number, y: number) =>
    `<path class="a" d="${box(x, y, 90, 110)}"/><path class="b" d="M${x} ${y + 20}h90"/><path class="b" d="M${x} ${y + 90}h90"/>`
  return svgFile(
    'bag-panels.svg',
    inMm(
      310,
      260,
      `${panel(5, 5)}${panel(105, 5)}${panel(205, 5)}${panel(5, 125)}<path class="c" d="${box(25, 35, 50, 40)}"/>`,
      '.a{fill:none;stroke:#000}.b{fill:none;stroke:#00f;stroke-dasharray:5 2}.c{fill:none;stroke:#080}',
    ),
  )
}
export function bagStraps(): File {
  const strap = (y: number) => `<path class="a" d="${box(5, y, 180, 14)}"/>`
  return svgFile(
    'bag-straps.svg',
    inMm(190, 90, [5, 25, 45].map(strap).join(''), '.a{fill:none;stroke:#000}'),
  )
}

/** Half of a bag: a wall and a side with a tab, flaps for the bottom; wall 90 x 110 mm, side 40 mm. */
const bagHalf = (x: number, y: number) =>
  `<path class="a" d="M${x} ${y}h130l12 5v100l-12 5l-2 34h-36l-2 -34l-2 45h-86l-2 -45z"/>` +
  `<path class="b" d="M${x + 90} ${y}v110"/><path class="b" d="M${x + 130} ${y}v110"/>` +
  `<path class="b" d="M${x} ${y + 110}h90"/><path class="b" d="M${x + 90} ${y + 110}h40"/>`

/** Fourteen pieces of a bag in two files: two halves, a base and two strips; handles, patches, petals, a tag. */
export function bagOfFourteen(): [File, File] {
  const style = '.a{fill:none;stroke:#000}.b{fill:none;stroke:#d22}'
  const piece = (x: number, y: number, w: number, h: number) => `<path class="a" d="${box(x, y, w, h)}"/>`
  const body = [
    bagHalf(10, 10),
    bagHalf(170, 10),
    piece(10, 190, 88, 38),
    piece(110, 190, 88, 12),
    piece(110, 210, 88, 12),
  ]
  const trims = [
    ...[5, 20].map((y) => piece(5, y, 160, 10)),
    ...[5, 35, 65, 95].map((x) => piece(x, 40, 22, 16)),
    ...[5, 45].map((x) => `<path class="a" d="M${x} 80c0 -16 30 -16 30 0c0 16 -30 16 -30 0z"/>`),
    piece(130, 40, 40, 60),
  ]
  return [
    svgFile('bag-body.svg', inMm(330, 240, body.join(''), style)),
    svgFile('bag-trims.svg', inMm(180, 110, trims.join(''), style)),
  ]
}
