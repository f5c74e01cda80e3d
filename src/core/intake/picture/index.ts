import { scaling } from '../../geometry/affine'
import { transformContour } from '../../geometry/path'
import { formatSize, MM_PER_INCH } from '../../units/length'
import type { Drawing, Format, IntakeOptions } from '../drawing'
import { LineCollector } from '../line-collector'
import { Notices } from '../notices'
import { IntakeRefusal } from '../refusal'
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
  if (!options.decodePicture) throw new IntakeRefusal('Pictures cannot be traced here.')
  const raster = await options.decodePicture(bytes)
  const trace = options.trace ?? DEFAULT_TRACE
  const { contours, deviation, threshold } = traceRaster(raster, trace)
  const stated = raster.density && raster.density >= 30 && raster.density <= 2400 ? raster.density : null
  const mmPerUnit = options.mmPerUnit ?? MM_PER_INCH / (stated ?? 96)
  const notices = new Notices({})
  const lines = new LineCollector(notices)
  contours.forEach((contour, element) => {
    lines.add(
      transformContour(contour, scaling(mmPerUnit, mmPerUnit * raster.stretch)),
      {
        look: { stroke: '#000000', fill: null, dash: [], width: 0.25, layers: [] },
        label: null,
        element,
        fillRule: 'evenodd',
      },
      `edge ${element + 1}`,
    )
  })
  const sizeAt = (mm: number) => ({
    width: raster.width * mm,
    height: raster.height * mm * raster.stretch,
  })
  const choices = [...new Set([stated ?? 96, 96, 150, 300])].map((density) => {
    const mm = MM_PER_INCH / density
    return { mmPerUnit: mm, label: `${density} px an inch: ${formatSize(sizeAt(mm))}`, ...sizeAt(mm) }
  })
  return {
    artwork: sizeAt(mmPerUnit),
    scale: {
      mmPerUnit,
      why:
        options.mmPerUnit !== null
          ? `Chosen by hand: the picture is ${formatSize(sizeAt(mmPerUnit))}.`
          : `A picture has pixels and no size. At ${stated ?? 96} an inch it is ${formatSize(sizeAt(mmPerUnit))}; type the true width.`,
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
        message: `Traced at grey value ${threshold}: curves stray from the edge by at most ${(deviation * mmPerUnit).toFixed(3)} mm (${deviation.toFixed(2)} pixels).`,
      },
    ],
  }
}
