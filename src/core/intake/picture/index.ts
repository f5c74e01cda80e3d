import type { TraceOptions } from '../../document/sources'
import { scaling } from '../../geometry/affine'
import { type Contour, transformContour } from '../../geometry/path'
import { formatSize, MM_PER_INCH } from '../../units/length'
import { decimal, say } from '../../words'
import type { Drawing, Format, IntakeOptions } from '../drawing'
import { LineCollector } from '../line-collector'
import { Notices } from '../notices'
import { IntakeRefusal } from '../refusal'
import { fewColours, layersOf } from './colours'
import type { DecodedPicture } from './raster'
import { DEFAULT_TRACE, traceRaster } from './trace'

const starts = (bytes: Uint8Array, ...head: number[]): boolean => head.every((b, i) => bytes[i] === b)

/** The shape in a PNG or JPEG picture, traced. */
export const picture: Format = {
  name: 'picture',
  endings: ['png', 'jpg', 'jpeg'],
  recognises: (bytes) => starts(bytes, 0x89, 0x50, 0x4e, 0x47) || starts(bytes, 0xff, 0xd8, 0xff),
  read: readPicture,
}

async function readPicture(bytes: Uint8Array, options: IntakeOptions): Promise<Drawing> {
  if (!options.decodePicture) throw new IntakeRefusal(say`Pictures cannot be traced here.`)
  const trace = options.trace ?? DEFAULT_TRACE
  const raster = await options.decodePicture(bytes, trace.colours !== undefined)
  const { painted, deviation, threshold } = tracedOf(raster, trace)
  const stated = raster.density && raster.density >= 30 && raster.density <= 2400 ? raster.density : null
  const mmPerUnit = options.mmPerUnit ?? MM_PER_INCH / (stated ?? 96)
  const notices = new Notices({})
  const lines = new LineCollector(notices)
  painted.forEach(({ contour, fill, element }, i) => {
    lines.add(
      transformContour(contour, scaling(mmPerUnit, mmPerUnit * raster.stretch)),
      {
        look: { stroke: fill ? null : '#000000', fill, dash: [], width: 0.25, layers: [] },
        label: null,
        element,
        fillRule: 'evenodd',
      },
      say`edge ${i + 1}`,
    )
  })
  const sizeAt = (mm: number) => ({
    width: raster.width * mm,
    height: raster.height * mm * raster.stretch,
  })
  const choices = [...new Set([stated ?? 96, 96, 150, 300])].map((density) => {
    const mm = MM_PER_INCH / density
    return { mmPerUnit: mm, label: say`${density} px an inch: ${formatSize(sizeAt(mm))}`, ...sizeAt(mm) }
  })
  return {
    artwork: sizeAt(mmPerUnit),
    scale: {
      mmPerUnit,
      why:
        options.mmPerUnit !== null
          ? say`Chosen by hand: the picture is ${formatSize(sizeAt(mmPerUnit))}.`
          : say`A picture has pixels and no size. At ${stated ?? 96} an inch it is ${formatSize(sizeAt(mmPerUnit))}; type the true width.`,
      sure: options.mmPerUnit !== null,
      choices,
    },
    lines: lines.lines,
    picture: { trace: { ...trace, threshold }, width: raster.width, height: raster.height },
    findings: [
      ...notices.findings(),
      {
        rule: 'intake-traced',
        severity: 'note',
        message: say`Traced ${trace.colours ? say`in ${new Set(painted.map((p) => p.fill)).size} colours` : say`at grey value ${threshold}`}: curves stray from the edge by at most ${decimal(deviation * mmPerUnit, 3, 3)} mm (${decimal(deviation, 2, 2)} pixels).`,
      },
    ],
  }
}

/** A traced edge, and what it is filled with where the picture was parted by colour. */
type PaintedEdge = { contour: Contour; fill: string | null; element: number }

/** The edges of a picture: of what is dark, or of each layer of colour as a filled shape. */
function tracedOf(raster: DecodedPicture, trace: TraceOptions) {
  const { rgb, width, height } = raster
  if (trace.colours === undefined || !rgb) {
    const { contours, deviation, threshold } = traceRaster(raster, trace)
    const painted = contours.map((contour, element): PaintedEdge => ({ contour, fill: null, element }))
    return { painted, deviation, threshold }
  }
  const picture = { width, height, rgb }
  const few = fewColours(picture, trace.colours)
  if (few.palette.length < 2)
    throw new IntakeRefusal(say`The picture has one colour only. Trace it by its threshold instead.`)
  let deviation = 0
  const painted = layersOf(picture, few).flatMap(({ colour, raster: layer }, element) => {
    const traced = traceRaster(layer, { ...trace, threshold: 128, invert: false, openings: true })
    deviation = Math.max(deviation, traced.deviation)
    return traced.contours.map((contour): PaintedEdge => ({ contour, fill: colour, element }))
  })
  return { painted, deviation, threshold: trace.threshold }
}
