/** Size of the large drawing: pieces in a grid, each with one outline, two folds and seven openings. */
const PIECES = 1000
const SEGMENTS = 20

/**
 * An SVG of 10,000 lines and 200,000 stretches: as large as is taken in. Folds are a family of 2,000 lines in a
 * colour of their own.
 */
export function largeDrawing(): string {
  const columns = 40
  const paths = Array.from({ length: PIECES }, (_, i) => {
    const x = (i % columns) * 52 + 26
    const y = Math.floor(i / columns) * 52 + 26
    const holes = Array.from({ length: 7 }, (_, k) => ring(x - 15 + k * 5, y - 10, 1.8, 'cut'))
    return [ring(x, y, 22, 'cut'), fold(x, y + 2), fold(x, y + 8), ...holes].join('')
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${columns * 52}mm" height="${(PIECES / columns) * 52}mm" viewBox="0 0 ${columns * 52} ${(PIECES / columns) * 52}"><style>.cut{stroke:#000;fill:none}.fold{stroke:#e11;fill:none}</style>${paths.join('\n')}</svg>`
}

function ring(cx: number, cy: number, r: number, name: string): string {
  // The last of the stretches is the one that closes the ring.
  const points = Array.from({ length: SEGMENTS }, (_, i) => {
    const angle = (2 * Math.PI * i) / SEGMENTS
    const wave = r * (1 + 0.04 * Math.cos(5 * angle))
    return `${(cx + wave * Math.cos(angle)).toFixed(3)} ${(cy + wave * Math.sin(angle)).toFixed(3)}`
  })
  return `<path class="${name}" d="M${points.join('L')}L${points[0]}Z"/>`
}

function fold(cx: number, y: number): string {
  const points = Array.from({ length: SEGMENTS + 1 }, (_, i) => {
    const x = cx - 25 + (50 * i) / SEGMENTS
    return `${x.toFixed(3)} ${(y + 0.3 * Math.sin(i)).toFixed(3)}`
  })
  return `<path class="fold" d="M${points.join('L')}"/>`
}
