import { Pen } from './pen'

/**
 * The sachet of the Lantern Quay Tea Fair: an envelope for a tea sachet of 75 x 95 mm with scalloped flaps, folds drawn
 * as dashes, and a tag with a hole. In pixels only, on an artboard that is A4 at 96 an inch.
 */

const PX = 96 / 25.4
const FRONT = { x: 60, y: 75, width: 75, height: 95 }
const SIDE_FLAP = 16
const TOP_FLAP = 38
const BACK = 78

const pen = () => new Pen(PX, 3)
const CUT = 'fill="none" stroke="#1b1b1b" stroke-width="1"'
const FOLD = 'fill="none" stroke="#1b1b1b" stroke-width="1" stroke-dasharray="12 6"'

export function drawSachet(): string {
  const { x, y, width, height } = FRONT
  const right = x + width
  const bottom = y + height
  const outline = pen().to(x, y)
  scallops(outline, { x, y: y - 6 }, { x: right, y: y - 6 }, 5, TOP_FLAP - 6)
  outline.to(right, y).to(right + 4, y + 4)
  edge(outline, { x: right + SIDE_FLAP, y: y + 10 }, { x: right + SIDE_FLAP, y: bottom - 10 }, 6)
  outline
    .to(right + 4, bottom - 4)
    .to(right, bottom)
    .to(right - 2, bottom + 4)
    .to(right - 2, bottom + BACK - 10)
  edge(outline, { x: right - 2, y: bottom + BACK - 10 }, { x: x + 2, y: bottom + BACK - 10 }, 5)
  outline
    .to(x + 2, bottom + 4)
    .to(x, bottom)
    .to(x - 4, bottom - 4)
  edge(outline, { x: x - SIDE_FLAP, y: bottom - 10 }, { x: x - SIDE_FLAP, y: y + 10 }, 6)
  outline.to(x - 4, y + 4)
  const folds = [
    [x, y, right, y],
    [right, y, right, bottom],
    [x, bottom, right, bottom],
    [x, y, x, bottom],
  ].map(([x1, y1, x2, y2]) => `<path ${FOLD} d="${pen().to(x1!, y1!).to(x2!, y2!).end()}"/>`)
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="794" height="1123" viewBox="0 0 794 1123">
  <title>Sachet envelope</title>
  <path id="sachet" ${CUT} d="${outline.close()}"/>
  ${folds.join('\n  ')}
  ${tag(160, 30)}
</svg>
`
}

/** A row of `count` half rounds from one point to another along a straight edge, bulging to the left of the way. */
function edge(
  outline: Pen,
  from: { x: number; y: number },
  to: { x: number; y: number },
  count: number,
): void {
  outline.to(from.x, from.y)
  const dx = (to.x - from.x) / count
  const dy = (to.y - from.y) / count
  const radius = Math.hypot(dx, dy) * 0.62
  for (let i = 1; i <= count; i += 1) outline.arc(radius, from.x + i * dx, from.y + i * dy)
}

/** The top flap: scallops along an arch that rises by `rise` mm. */
function scallops(
  outline: Pen,
  from: { x: number; y: number },
  to: { x: number; y: number },
  count: number,
  rise: number,
): void {
  outline.to(from.x, from.y)
  let before = from
  for (let i = 1; i <= count; i += 1) {
    const t = i / count
    const next = { x: from.x + (to.x - from.x) * t, y: from.y - rise * Math.sin(Math.PI * t) }
    outline.arc(Math.hypot(next.x - before.x, next.y - before.y) * 0.6, next.x, next.y)
    before = next
  }
}

function tag(x: number, y: number): string {
  const outline = pen()
    .to(x, y + 8)
    .to(x + 8, y)
    .to(x + 20, y)
    .to(x + 28, y + 8)
    .to(x + 28, y + 48)
    .to(x, y + 48)
  return `<g id="tag" ${CUT}><path d="${outline.close()}"/><circle cx="${((x + 14) * PX).toFixed(2)}" cy="${((y + 8) * PX).toFixed(2)}" r="${(2.5 * PX).toFixed(2)}"/></g>`
}
