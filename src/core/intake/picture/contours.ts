import type { Polyline } from '../../geometry/flatten'
import type { Raster } from './raster'

/**
 * The closed lines along which a picture passes a grey value, by marching squares with linear interpolation (Lorensen
 * and Cline 1987 in two dimensions): on soft edges they are exact to a fraction of a pixel. The picture must have a
 * light border. Where two dark corners face each other over light ones, the mean of the four decides.
 * @returns closed polylines in pixels, the centre of the first pixel at 0.5; dark lies on their right on screen
 */
export function isolines({ width: w, height: h, grey }: Raster, level: number): Polyline[] {
  // Half a grey value below the level: no pixel has it, so every edge is passed or not.
  const at = level - 0.5
  // For each cell edge that a line passes: where the line leaves to. Edges are numbered 2 i for the upper one of cell
  // i (between pixels i and i + 1) and 2 i + 1 for the left one (between pixels i and i + w).
  const next = new Int32Array(2 * w * h).fill(-1)
  for (let y = 0; y < h - 1; y += 1)
    for (let x = 0; x < w - 1; x += 1) {
      const i = y * w + x
      const a = grey[i]! < at ? 1 : 0
      const b = grey[i + 1]! < at ? 2 : 0
      const c = grey[i + w + 1]! < at ? 4 : 0
      const d = grey[i + w]! < at ? 8 : 0
      const cell = a | b | c | d
      if (cell === 0 || cell === 15) continue
      const top = 2 * i
      const left = 2 * i + 1
      const right = 2 * (i + 1) + 1
      const foot = 2 * (i + w)
      switch (cell) {
        case 1:
          next[top] = left
          break
        case 2:
          next[right] = top
          break
        case 3:
          next[right] = left
          break
        case 4:
          next[foot] = right
          break
        case 6:
          next[foot] = top
          break
        case 7:
          next[foot] = left
          break
        case 8:
          next[left] = foot
          break
        case 9:
          next[top] = foot
          break
        case 11:
          next[right] = foot
          break
        case 12:
          next[left] = right
          break
        case 13:
          next[top] = right
          break
        case 14:
          next[left] = top
          break
        default: {
          const joined = grey[i]! + grey[i + 1]! + grey[i + w]! + grey[i + w + 1]! < 4 * at
          if (cell === 5) {
            next[top] = joined ? right : left
            next[foot] = joined ? left : right
          } else {
            next[right] = joined ? foot : top
            next[left] = joined ? top : foot
          }
        }
      }
    }
  const lines: Polyline[] = []
  for (let first = 0; first < next.length; first += 1) {
    if (next[first]! < 0) continue
    const points: number[] = []
    for (let edge = first; next[edge]! >= 0; ) {
      const i = edge >> 1
      const j = edge & 1 ? i + w : i + 1
      const t = (at - grey[i]!) / (grey[j]! - grey[i]!)
      const x = i % w
      const y = (i - x) / w
      points.push(x + 0.5 + (edge & 1 ? 0 : t), y + 0.5 + (edge & 1 ? t : 0))
      const to = next[edge]!
      next[edge] = -1
      edge = to
    }
    points.push(points[0]!, points[1]!)
    lines.push(Float64Array.from(points))
  }
  return lines
}
