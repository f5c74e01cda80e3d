import { Pen } from './pen'

/**
 * Labels for the caddy of the Lantern Quay Tea Fair, to be printed and then cut: a rounded one with a band at its foot
 * and a leaf, and a round one with a ring. Millimetres, layers named by what is done with them.
 */

const pen = () => new Pen(1, 3)
const at = (x: number, y: number) => `transform="translate(${x} ${y})"`

export function drawLabels(): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="130mm" height="70mm" viewBox="0 0 130 70">
  <title>Caddy labels</title>
  <g id="Print">
    <g ${at(8, 12)}>
      <path fill="#7a4468" d="${band()}"/>
      <path fill="#5d7a4a" d="${leaf(20, 14)}"/>
      <path fill="#c9a27a" d="${leaf(38, 13)}"/>
    </g>
    <g ${at(80, 13)}>
      <path fill="#b08a5e" d="${circle(21, 21, 24)}"/>
      <path fill="#f6f1e7" d="${circle(21, 21, 15)}"/>
      <path fill="#5d7a4a" d="${leaf(21, 21)}"/>
    </g>
  </g>
  <g id="Cut" fill="none" stroke="#1b1b1b" stroke-width="0.25">
    <path ${at(8, 12)} d="${rounded(60, 44, 6)}"/>
    <path ${at(80, 13)} d="${circle(21, 21, 21)}"/>
  </g>
</svg>
`
}

/** A band at the foot of the label, drawn a little beyond its edges. */
const band = (): string => pen().to(-1, 30).to(61, 30).to(61, 45).to(-1, 45).close()

const rounded = (w: number, h: number, r: number): string =>
  pen()
    .to(r, 0)
    .to(w - r, 0)
    .arc(r, w, r)
    .to(w, h - r)
    .arc(r, w - r, h)
    .to(r, h)
    .arc(r, 0, h - r)
    .to(0, r)
    .arc(r, r, 0)
    .close()

const circle = (x: number, y: number, r: number): string =>
  pen()
    .to(x - r, y)
    .arc(r, x + r, y)
    .arc(r, x - r, y)
    .close()

/** A tea leaf about a point, 16 mm long. */
const leaf = (x: number, y: number): string =>
  pen()
    .to(x - 8, y + 4)
    .arc(11, x + 8, y - 4)
    .arc(11, x - 8, y + 4)
    .close()
