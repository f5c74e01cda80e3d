import type { Polyline } from '../../geometry/flatten'
import { isolines } from './contours'
import type { Raster } from './raster'

/** Grey values that count as black or white where it is asked whether edges are hard. */
const EXTREME = 24
/** Of all steps from dark to light so many go at once from black to white in a picture without soft edges. */
const HARD = 0.8
/** Noise from which on a picture is softened, and softened more: standard deviation in grey values. */
const NOISE = { some: 4, much: 12 } as const

/**
 * The isolines of a picture whose edges pass the threshold softly, so that they run between the pixels and not along
 * them: a picture of black and white only, or a noisy one, is blurred a little for it.
 * @param rough the isolines as the picture is: what it answers where nothing is to be softened
 * @param isEdge whether a line counts; of a picture of black and white none that does is lost
 */
export function softEdges(
  raster: Raster,
  level: number,
  rough: Polyline[],
  isEdge: (line: Polyline) => boolean,
): Polyline[] {
  const noise = noiseOf(raster)
  if (noise >= NOISE.some) return isolines(blurredBy(raster, noise >= NOISE.much ? 3 : 2), level)
  if (!isHard(raster, level)) return rough
  // What is as thin as a pixel or two would fade away or run together: as much as leaves every edge.
  const count = (lines: Polyline[]) => lines.filter(isEdge).length
  const edges = count(rough)
  for (const passes of [2, 1]) {
    const soft = isolines(blurredBy(raster, passes), level)
    if (count(soft) === edges) return soft
  }
  return rough
}

function blurredBy(raster: Raster, passes: number): Raster {
  let { grey } = raster
  for (let k = 0; k < passes; k += 1) grey = blurred({ ...raster, grey })
  return { ...raster, grey }
}

/** Whether nearly all edges are steps from black to white within one pixel. */
function isHard({ width, height, grey }: Raster, threshold: number): boolean {
  let [steps, hard] = [0, 0]
  for (let y = 0; y < height; y += 1)
    for (let x = 1; x < width; x += 1) {
      const [a, b] = [grey[y * width + x - 1]!, grey[y * width + x]!]
      if (a < threshold === b < threshold) continue
      steps += 1
      if (Math.min(a, b) <= EXTREME && Math.max(a, b) >= 255 - EXTREME) hard += 1
    }
  return steps > 0 && hard >= HARD * steps
}

/**
 * The noise of a picture as a standard deviation in grey values (after Immerkær 1996, "Fast noise variance
 * estimation", from memory): a mask that answers nought on planes and slopes; the median keeps edges out of it, which
 * the mean of the original does not.
 */
export function noiseOf({ width: w, height: h, grey }: Raster): number {
  const answers: number[] = []
  // Every pixel of a small picture, some hundred thousand of a large one.
  const step = Math.max(1, Math.floor(Math.sqrt((w * h) / 200_000)))
  for (let y = 1; y < h - 1; y += step)
    for (let x = 1; x < w - 1; x += step) {
      const i = y * w + x
      const at = (k: number) => grey[i + k]!
      // What is burnt out to black or white hides its noise.
      if (at(0) === 0 || at(0) === 255) continue
      answers.push(
        Math.abs(
          at(-w - 1) + at(-w + 1) + at(w - 1) + at(w + 1) - 2 * (at(-w) + at(w) + at(-1) + at(1)) + 4 * at(0),
        ),
      )
    }
  // Soft edges of a clean drawing are few pixels: they say nothing of noise.
  if (answers.length * step * step < 0.05 * w * h) return 0
  answers.sort((a, b) => a - b)
  // The mask multiplies a standard deviation by six, and the median of a half normal is 0.6745 of it.
  return answers[Math.floor(answers.length / 2)]! / 6 / 0.6745
}

/** One pass of the binomial mask 1 4 6 4 1 across and down (a standard deviation of one pixel). */
function blurred({ width: w, height: h, grey }: Raster): Uint8Array {
  const across = new Float32Array(w * h)
  const out = new Uint8Array(w * h)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const at = (dx: number) => grey[y * w + Math.min(w - 1, Math.max(0, x + dx))]!
      across[y * w + x] = (at(-2) + at(2) + 4 * (at(-1) + at(1)) + 6 * at(0)) / 16
    }
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const at = (dy: number) => across[Math.min(h - 1, Math.max(0, y + dy)) * w + x]!
      out[y * w + x] = Math.round((at(-2) + at(2) + 4 * (at(-1) + at(1)) + 6 * at(0)) / 16)
    }
  return out
}
