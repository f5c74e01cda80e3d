import { writePath } from '../../geometry/path'

/** A rectangle with its left upper corner at the origin. */
export const rectangle = (width: number, height: number): string =>
  writePath({
    start: { x: 0, y: 0 },
    segments: [{ to: { x: width, y: 0 } }, { to: { x: width, y: height } }, { to: { x: 0, y: height } }],
    closed: true,
  })
