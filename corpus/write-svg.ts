import type { Drawing, Drawn } from './draw'

const attribute = (name: string, value: string | number | null) =>
  value === null ? '' : ` ${name}="${value}"`

/** The lines at the beginning that are one path. */
function onePath(drawn: readonly Drawn[], path: string): string {
  const end = drawn.findIndex((l) => l.path !== path)
  return drawn
    .slice(0, end < 0 ? drawn.length : end)
    .map((l) => l.d)
    .join(' ')
}

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
  for (const [k, { stroke, fill, dash, width: w, layers, path }] of drawn.entries()) {
    if (path !== undefined && drawn[k - 1]?.path === path) continue
    enter(layers)
    const d = path === undefined ? drawn[k]!.d : onePath(drawn.slice(k), path)
    out.push(
      `<path d="${d}"${attribute('fill-rule', path === undefined ? null : 'evenodd')} fill="${fill ?? 'none'}" stroke="${stroke ?? 'none'}"${attribute('stroke-width', stroke ? w : null)}${attribute('stroke-dasharray', dash.length > 0 ? dash.join(' ') : null)}/>`,
    )
  }
  enter([])
  for (const { x, y, words } of texts) out.push(`<text x="${x}" y="${y}" font-size="4">${words}</text>`)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">\n${out.join('\n')}\n</svg>\n`
}
