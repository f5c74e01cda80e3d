import { Pen } from './pen'

/**
 * The tea caddy of the Lantern Quay Tea Fair: a box of 70 x 70 x 110 mm in two parts, with a window in the front, a
 * tuck lid with slit locks on the back, an insert for two cups, a window pane and a label strip. Written the way
 * drawing programs write: points of 1/72 inch, classes, groups with numbers.
 */

const WIDTH = 460
const HEIGHT = 297
const POINT = 72 / 25.4

/** Box, mm. */
const SIDE = 70
const TALL = 110
const TAB = 14
const TUCK = 18
const DUST = 30
const BASE = 50
/** How much flaps are narrowed, so that they slide. */
const EASE = 1

const pen = () => new Pen(POINT)
const stroke = (cls: string, d: string) => `<path class="${cls}" d="${d}"/>`
const line = (cls: string, x1: number, y1: number, x2: number, y2: number) =>
  stroke(cls, pen().to(x1, y1).to(x2, y2).end())

export function drawCaddy(): string {
  const parts = [
    group('g12', part(12, 108, false)),
    group('g47', part(192, 108, true)),
    group('g81', insert(364, 60)),
    group('g96', [rect(372, 190, 50, 70, 2)]),
    group('g99', label(10, 10)),
  ]
  return `<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">
<svg version="1.1" id="Layer_1" xmlns="http://www.w3.org/2000/svg" x="0px" y="0px" width="${WIDTH}mm" height="${HEIGHT}mm" viewBox="0 0 ${(WIDTH * POINT).toFixed(2)} ${(HEIGHT * POINT).toFixed(2)}">
<style type="text/css">
	.st0{fill:#FFFFFF;}
	.st1{fill:none;stroke:#231F20;stroke-width:0.5;stroke-miterlimit:10;}
	.st2{fill:none;stroke:#ED1C24;stroke-width:0.5;stroke-miterlimit:10;}
	.st3{fill:none;stroke:#39B54A;stroke-width:0.5;}
	.st4{fill:none;stroke:#231F20;stroke-width:0.5;stroke-dasharray:2,2;}
</style>
<rect class="st0" width="${(WIDTH * POINT).toFixed(2)}" height="${(HEIGHT * POINT).toFixed(2)}"/>
<text transform="matrix(1 0 0 1 1000 40)" font-size="14">Lantern Quay Tea Fair: caddy</text>
${parts.join('\n')}
</svg>
`
}

const group = (id: string, content: string[]) => `<g id="${id}">\n\t${content.join('\n\t')}\n</g>`

/**
 * Two walls of the box with their flaps and a glue tab.
 * @param lid whether the first wall carries the tuck lid; the other part's first wall has the window
 */
function part(x: number, y: number, lid: boolean): string[] {
  const x1 = x + SIDE
  const x2 = x1 + SIDE
  const bottom = y + TALL
  const outline = pen().to(x, bottom).to(x, y)
  if (lid) {
    const lidTop = y - SIDE
    outline
      .to(x + EASE / 2, y)
      .to(x + EASE / 2, lidTop)
      .to(x + EASE / 2, lidTop - TUCK + 8)
      .arc(8, x + EASE / 2 + 8, lidTop - TUCK)
      .to(x1 - EASE / 2 - 8, lidTop - TUCK)
      .arc(8, x1 - EASE / 2, lidTop - TUCK + 8)
      .to(x1 - EASE / 2, lidTop)
      .to(x1 - EASE / 2, y)
  } else {
    // A thumb notch, to open the lid.
    outline.to(x + SIDE / 2 - 9, y).arc(9, x + SIDE / 2 + 9, y, false)
  }
  outline
    .to(x1, y)
    .to(x1 + EASE, y)
    .to(x1 + EASE + 3, y - DUST)
    .to(x2 - 12, y - DUST)
    .to(x2 - EASE, y - 14)
    .to(x2 - EASE, y)
    .to(x2, y)
    .to(x2 + TAB, y + 10)
    .to(x2 + TAB, bottom - 10)
    .to(x2, bottom)
    .to(x2 - 8, bottom + DUST)
    .to(x1 + 8, bottom + DUST)
    .to(x1, bottom)
    .to(x1 - 4, bottom + BASE)
    .to(x + 4, bottom + BASE)
  const drawn = [
    stroke('st1', outline.close()),
    line('st2', x1, y, x1, bottom),
    line('st2', x2, y, x2, bottom),
    line('st2', x, bottom, x1, bottom),
    line('st2', x1, bottom, x2, bottom),
    line('st2', x1 + EASE, y, x2 - EASE, y),
  ]
  if (!lid) {
    drawn.push(rect(x + 15, y + 22, 40, 60, 4))
    return drawn
  }
  const lidTop = y - SIDE
  const slit = 9
  drawn.push(
    line('st2', x + EASE / 2, y, x1 - EASE / 2, y),
    line('st2', x + EASE / 2 + slit, lidTop, x1 - EASE / 2 - slit, lidTop),
    line('st3', x + EASE / 2, lidTop, x + EASE / 2 + slit, lidTop),
    line('st3', x1 - EASE / 2 - slit, lidTop, x1 - EASE / 2, lidTop),
  )
  return drawn
}

/** A shelf with two round holes for cups and a foot folded down at each of two sides. */
function insert(x: number, y: number): string[] {
  const w = 68
  const h = 68
  const foot = 12
  const outline = pen()
    .to(x, y)
    .to(x + 2, y - foot)
    .to(x + w - 2, y - foot)
    .to(x + w, y)
    .to(x + w, y + h)
    .to(x + w - 2, y + h + foot)
    .to(x + 2, y + h + foot)
    .to(x, y + h)
  return [
    stroke('st1', outline.close()),
    line('st2', x, y, x + w, y),
    line('st2', x, y + h, x + w, y + h),
    circle(x + 19, y + 34, 13),
    circle(x + 49, y + 34, 13),
  ]
}

/** A strip to go round the lid, with an end to tear off. */
function label(x: number, y: number): string[] {
  return [rect(x, y, 160, 26, 3), line('st4', x + 130, y, x + 130, y + 26)]
}

const circle = (cx: number, cy: number, r: number) =>
  `<circle class="st1" cx="${(cx * POINT).toFixed(2)}" cy="${(cy * POINT).toFixed(2)}" r="${(r * POINT).toFixed(2)}"/>`

const rect = (x: number, y: number, w: number, h: number, r: number) =>
  `<rect class="st1" x="${(x * POINT).toFixed(2)}" y="${(y * POINT).toFixed(2)}" width="${(w * POINT).toFixed(2)}" height="${(h * POINT).toFixed(2)}" rx="${(r * POINT).toFixed(2)}"/>`
