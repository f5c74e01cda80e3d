import { hatched } from '../../folding/hatch'
import { type Camera, stillOf } from '../../folding/still'
import type { FoldedBuild } from './kind'

/** The colour of edges: ink. */
const INK = '#2b1a2e'
const PLUM = '#7d2a5f'
/** Between the lines of a hatching, as a share of the picture's longer side. */
const HATCH = 0.012
/** White round the picture, mm. */
const MARGIN = 4

/** The picture of a folded build as SVG, mm to scale, hidden lines taken out. */
export function writeStill(
  { name, model, pose, colours, coloursOf = {}, glued }: Omit<FoldedBuild, 'angles'>,
  camera?: Camera,
): string {
  const { faces, lines, box } = stillOf(model, pose, camera)
  const [x, y] = [box.minX - MARGIN, box.minY - MARGIN]
  const [w, h] = [box.maxX - box.minX + 2 * MARGIN, box.maxY - box.minY + 2 * MARGIN]
  const at = ([px, py]: readonly [number, number]) => `${num(px)} ${num(py)}`
  const fills = faces.map(({ rings, isFront, light, panel }) => {
    const { front, back } = coloursOf[model.panels[panel]!.piece] ?? colours
    const colour = shaded(isFront ? front : back, light)
    return `<path d="${rings.map((r) => `M${r.map(at).join('L')}Z`).join('')}" fill="${colour}" fill-rule="evenodd" stroke="${colour}" stroke-width="0.1"/>`
  })
  const strokes = (isFold: boolean) =>
    lines
      .filter((l) => l.isFold === isFold)
      .map((l) => `M${at(l.from)}L${at(l.to)}`)
      .join('')
  const glue = faces
    .filter((f) => glued?.has(f.panel))
    .flatMap((f) => hatched(f.rings, HATCH * Math.max(w, h)))
    .map(([p, q]) => `M${at(p)}L${at(q)}`)
    .join('')
  const width = Math.max(0.25, 0.0028 * Math.max(w, h))
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${num(w)}mm" height="${num(h)}mm" viewBox="${num(x)} ${num(y)} ${num(w)} ${num(h)}">
<title>${name.replace(/[&<>\p{Cc}]/gu, ' ')}</title>
${fills.join('\n')}${glue ? `\n<path d="${glue}" fill="none" stroke="${PLUM}" stroke-width="${num(0.8 * width)}"/>` : ''}
<path d="${strokes(true) || 'M0 0'}" fill="none" stroke="${INK}" stroke-opacity="0.55" stroke-width="${num(0.6 * width)}" stroke-linecap="round"/>
<path d="${strokes(false) || 'M0 0'}" fill="none" stroke="${INK}" stroke-width="${num(width)}" stroke-linecap="round" stroke-linejoin="round"/>
</svg>
`
}

const num = (v: number): string => String(Math.round(v * 1000) / 1000)

/** A colour less bright. */
function shaded(colour: string, light: number): string {
  const part = (at: number) =>
    Math.round(Math.min(255, light * Number.parseInt(colour.slice(at, at + 2), 16)))
      .toString(16)
      .padStart(2, '0')
  return `#${part(1)}${part(3)}${part(5)}`
}
