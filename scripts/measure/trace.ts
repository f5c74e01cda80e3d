import { Resvg } from '@resvg/resvg-js'
import { drawTeapot } from '../../demo/teapot'
import { DEFAULT_TRACE, traceRaster } from '../../src/core/intake/picture/trace'
import { decodePicture } from '../../src/tasks/decode-picture'
import { type Figure, medianTime } from './figure'

/** A picture of four million pixels, decoded and traced. */
export async function measureTrace(): Promise<Figure[]> {
  const width = 2268
  const png = new Resvg(drawTeapot(), { fitTo: { mode: 'width', value: width } }).render().asPng()
  const { height } = await decodePicture(png)
  let contours = 0
  const ms = await medianTime(3, async () => {
    contours = traceRaster(await decodePicture(png), DEFAULT_TRACE).contours.length
  })
  return [
    {
      what: `A PNG of ${((width * height) / 1e6).toFixed(1)} megapixels decoded and traced (${contours} edges)`,
      figure: `${(ms / 1000).toFixed(2)} s`,
      against: 'bound of 2 s',
      target: 'under 2 s',
      met: ms < 2000,
    },
  ]
}
