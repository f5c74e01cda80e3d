import { boundsOf, heightOf, widthOf } from '../../geometry/measure'
import { readPath, transformPath } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { say } from '../../words'
import { CannotMake } from '../recipe'
import { circle } from './circle'
import { Pen, polygon } from './path'
import { rectangle } from './rectangle'

/** What an outline is drawn from: its outer size, the radius of its corners, how many and how deep, mm. */
export type Sizes = { width: number; height: number; corner: number; count: number; depth: number }

/** The outlines that a shape can have, each by its outer size. Adding one is a function here. */
export const OUTLINES = {
  rectangle: ({ width, height }: Sizes) => rectangle(width, height),
  rounded: ({ width, height, corner }: Sizes) => rounded(width, height, corner),
  circle: ({ width }: Sizes) => circle(width),
  ellipse: ({ width: w, height: h }: Sizes) =>
    new Pen({ x: w, y: h / 2 }).arc({ x: w / 2, y: h / 2 }, w / 2, h / 2, 0, 360).end(),
  polygon: ({ width, height, count }: Sizes) => fitted(polygon(around(count, () => 1)), width, height),
  star: ({ width, height, count, depth }: Sizes) => {
    const inner = 1 - depthShare(depth, Math.min(width, height) / 2)
    return fitted(polygon(around(2 * count, (k) => (k % 2 === 0 ? 1 : inner))), width, height)
  },
  heart: ({ width, height }: Sizes) => fitted(HEART, width, height),
  tag: ({ width: w, height: h, corner }: Sizes) => {
    const cut = Math.min(corner, w / 2, h / 2)
    return polygon([
      { x: cut, y: 0 },
      { x: w - cut, y: 0 },
      { x: w, y: cut },
      { x: w, y: h },
      { x: 0, y: h },
      { x: 0, y: cut },
    ])
  },
  arch: ({ width: w, height: h }: Sizes) => {
    const rise = Math.min(h, w / 2)
    return new Pen({ x: 0, y: h })
      .to(0, rise)
      .arc({ x: w / 2, y: rise }, w / 2, rise, 180, 180)
      .to(w, h)
      .end()
  },
  banner: ({ width: w, height: h, depth }: Sizes) => {
    const notch = Math.min(depth, 0.45 * w)
    return polygon([
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w - notch, y: h / 2 },
      { x: w, y: h },
      { x: 0, y: h },
      { x: notch, y: h / 2 },
    ])
  },
  bracket: ({ width: w, height: h, corner }: Sizes) => {
    const r = Math.min(corner, w / 2, h / 2)
    // Corners that are hollowed out, as of an old label.
    return new Pen({ x: r, y: 0 })
      .to(w - r, 0)
      .arc({ x: w, y: 0 }, r, r, 180, -90)
      .to(w, h - r)
      .arc({ x: w, y: h }, r, r, 270, -90)
      .to(r, h)
      .arc({ x: 0, y: h }, r, r, 0, -90)
      .to(0, r)
      .arc({ x: 0, y: 0 }, r, r, 90, -90)
      .end()
  },
  'scalloped-circle': ({ width, count, depth }: Sizes) => {
    const r = width / 2 - depth
    if (r <= depth)
      throw new CannotMake(say`The scallops are deeper than the circle is wide. Lessen their depth.`)
    // The middle of a scallop lies at the right end.
    const at = (k: number): Point => ({
      x: r * Math.cos((2 * Math.PI * (k - 0.5)) / count),
      y: r * Math.sin((2 * Math.PI * (k - 0.5)) / count),
    })
    const pen = new Pen(at(0))
    // A scallop reaches as far beyond its chord as the circle asks for there.
    const sag = r * (1 - Math.cos(Math.PI / count))
    for (let k = 1; k <= count; k += 1) pen.bulge(at(k), depth + sag)
    const box = boundsOf(pen.contour)
    const scale = width / widthOf(box)
    return transformPath(pen.end(), [scale, 0, 0, scale, -scale * box.minX, -scale * box.minY])
  },
  'scalloped-rectangle': ({ width: w, height: h, count, depth }: Sizes) => {
    const [a, b] = [w - 2 * depth, h - 2 * depth]
    if (Math.min(a, b) <= 2 * depth)
      throw new CannotMake(say`The scallops are deeper than the rectangle. Lessen their depth.`)
    // As many on the long side as are asked for, and as wide ones as may be on the short one.
    const pitch = Math.max(a, b) / count
    const across = Math.max(1, Math.round(a / pitch))
    const down = Math.max(1, Math.round(b / pitch))
    if (Math.min(a / across, b / down) < 2 * depth - 1e-9)
      throw new CannotMake(
        say`So many scallops are narrower than they are deep. Take fewer, or lessen their depth.`,
      )
    const pen = new Pen({ x: depth, y: depth })
    const side = (from: Point, to: Point, n: number) => {
      for (let k = 1; k <= n; k += 1)
        pen.bulge({ x: from.x + ((to.x - from.x) * k) / n, y: from.y + ((to.y - from.y) * k) / n }, depth)
    }
    const corners = [
      { x: depth, y: depth },
      { x: w - depth, y: depth },
      { x: w - depth, y: h - depth },
      { x: depth, y: h - depth },
    ] as const
    corners.forEach((from, k) => {
      side(from, corners[(k + 1) % 4]!, k % 2 === 0 ? across : down)
    })
    return pen.end()
  },
} as const satisfies Record<string, (sizes: Sizes) => string>

export type OutlineKind = keyof typeof OUTLINES

function rounded(w: number, h: number, corner: number): string {
  const r = Math.min(corner, w / 2, h / 2)
  return new Pen({ x: r, y: 0 })
    .to(w - r, 0)
    .arc({ x: w - r, y: r }, r, r, -90, 90)
    .to(w, h - r)
    .arc({ x: w - r, y: h - r }, r, r, 0, 90)
    .to(r, h)
    .arc({ x: r, y: h - r }, r, r, 90, 90)
    .to(0, r)
    .arc({ x: r, y: r }, r, r, 180, 90)
    .end()
}

/** Corners on a circle of radius 1, the first one on top, each at a share of the radius. */
const around = (count: number, share: (k: number) => number): Point[] =>
  Array.from({ length: count }, (_, k) => {
    const angle = (2 * Math.PI * k) / count - Math.PI / 2
    return { x: share(k) * Math.cos(angle), y: share(k) * Math.sin(angle) }
  })

function depthShare(depth: number, radius: number): number {
  if (depth < radius) return depth / radius
  throw new CannotMake(say`The star is deeper than it is wide. Lessen its depth.`)
}

/** A heart of two lobes in a unit square. */
const HEART = new Pen({ x: 0.5, y: 1 })
  .curve({ x: 0.36, y: 0.84 }, { x: 0, y: 0.62 }, { x: 0, y: 0.3 })
  .curve({ x: 0, y: 0.12 }, { x: 0.12, y: 0 }, { x: 0.27, y: 0 })
  .curve({ x: 0.37, y: 0 }, { x: 0.46, y: 0.06 }, { x: 0.5, y: 0.16 })
  .curve({ x: 0.54, y: 0.06 }, { x: 0.63, y: 0 }, { x: 0.73, y: 0 })
  .curve({ x: 0.88, y: 0 }, { x: 1, y: 0.12 }, { x: 1, y: 0.3 })
  .curve({ x: 1, y: 0.62 }, { x: 0.64, y: 0.84 }, { x: 0.5, y: 1 })
  .end()

/** A path stretched to a size, its left upper corner at the origin. */
function fitted(d: string, width: number, height: number): string {
  const box = boundsOf(readPath(d))
  const [kx, ky] = [width / widthOf(box), height / heightOf(box)]
  return transformPath(d, [kx, 0, 0, ky, -kx * box.minX, -ky * box.minY])
}
