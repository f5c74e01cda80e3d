import type { TraceOptions } from '../../document/sources'
import { fitClosed } from '../../geometry/fit'
import type { Polyline } from '../../geometry/flatten'
import type { Contour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { polylineArea } from '../../geometry/polyline'
import { language, say } from '../../words'
import { IntakeRefusal, LIMITS } from '../refusal'
import { isolines } from './contours'
import { cleaned, otsuThreshold, type Raster } from './raster'
import { softEdges } from './soften'

export const DEFAULT_TRACE: TraceOptions = {
  threshold: null,
  invert: false,
  openings: true,
  speck: 24,
  smooth: 0.4,
  deviation: 0.4,
}

export type Trace = {
  /** closed contours in pixels from the upper left corner of the picture */
  contours: Contour[]
  /** the grey value that was used */
  threshold: number
  /** the greatest distance of an edge point from its curve, pixels */
  deviation: number
}

/** More edges than this are noise, not a shape. */
const MAX_CONTOURS = 4000

/**
 * Traces the edges of a picture as closed curves.
 * @throws IntakeRefusal where nothing is darker than the ground, or the picture is noise
 */
export function traceRaster(
  raster: Raster,
  options: TraceOptions,
  report: (share: number) => void = () => {},
): Trace {
  const threshold = options.threshold ?? otsuThreshold(raster)
  const level = options.invert ? 256 - threshold : threshold
  // Specks go first, while they are as they were drawn: blurred they would hang on to what lies beside them.
  const ready = cleaned(raster, { ...options, threshold })
  report(0.2)
  const rough = isolines(ready, level)
  if (rough.length === 0)
    throw new IntakeRefusal(
      say`The picture has no edge to trace: everything is on one side of the threshold. Move it.`,
    )
  if (rough.length > MAX_CONTOURS)
    throw new IntakeRefusal(
      say`The picture breaks into ${rough.length.toLocaleString(language())} edges, which is noise rather than a shape. Raise the speck size, move the threshold, or use a cleaner picture.`,
    )
  const isEdge = (line: Polyline) => Math.abs(polylineArea(line)) >= Math.max(1, options.speck * 0.5)
  const lines = softEdges(ready, level, rough, isEdge)
  report(0.3)
  const corner = 25 + 50 * options.smooth
  const reach = 2.5 + 3 * options.smooth
  let deviation = 0
  let segments = 0
  const contours = lines.flatMap((line, k) => {
    if (!isEdge(line)) return []
    // The white border of one pixel is taken off again.
    const points: Point[] = []
    for (let i = 0; i < line.length - 2; i += 2) points.push({ x: line[i]! - 1, y: line[i + 1]! - 1 })
    const fit = fitClosed(points, options.deviation, corner, reach)
    if (!fit) return []
    deviation = Math.max(deviation, fit.deviation)
    segments += fit.contour.segments.length
    if (segments > LIMITS.segments)
      throw new IntakeRefusal(
        say`The traced lines have more stretches than a drawing may have. Raise smoothness or deviation.`,
      )
    if (k % 50 === 0) report(0.3 + (0.7 * k) / lines.length)
    return [fit.contour]
  })
  return { contours, threshold, deviation }
}
