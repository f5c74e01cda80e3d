import type { Drawing } from './draw'

const attribute = (name: string, value: string | number | null) =>
  value === null ? '' : ` ${name}="${value}"`

/** A drawing as SVG in millimetres; each run of lines with the same layers is a group. */
export function writeSvg({ drawn, texts = [], width, height }: Drawing): string {
  const out: string[] = []
  let around: string[] = []
  const enter = (layers: string[]) => {
    let same = 0
    while (same < around.length && same < layers.length && around[same] === layers[same]) same += 1
    for (let k = around.length; k > same; k -= 1) out.push('</g>')
    for (const name of layers.slice(same)) out.push(`<g id="${name.replace(/[^\p{L}\p{N}]+/gu, '_')}">`)
    around = layers
  }
  for (const { d, stroke, fill, dash, width: w, layers } of drawn) {
    enter(layers)
    out.push(
      `<path d="${d}" fill="${fill ?? 'none'}" stroke="${stroke ?? 'none'}"${attribute('stroke-width', stroke ? w : null)}${attribute('stroke-dasharray', dash.length > 0 ? dash.join(' ') : null)}/>`,
    )
  }
  enter([])
  for (const { x, y, words } of texts) out.push(`<text x="${x}" y="${y}" font-size="4">${words}</text>`)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">\n${out.join('\n')}\n</svg>\n`
}
