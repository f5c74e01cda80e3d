import type { Polyline } from '../geometry/flatten'
import type { Box } from '../geometry/measure'
import { findPoles } from '../geometry/poles'
import { polylineArea, polylineBox, reversedPolyline } from '../geometry/polyline'
import { offset } from '../geometry/regions'
import { simplify } from '../geometry/simplify'
import type { Kind } from './problem'

/** A piece as the nester sees it, turned one way: spacing added, the middle of the unturned piece's box at nought. */
export type Solid = {
  rings: Polyline[]
  /** of each ring, its box */
  boxes: Box[]
  box: Box
  /** circles that fill it: x, y, radius, one after the other; the first is the largest */
  poles: Float64Array
  /** the turned piece's own box, without spacing */
  own: Box
}

/** How far a simplified outline may stray, mm; the solid is grown by as much. */
export const STRAY = 0.15

/** A kind of piece in any turn; what was asked for is kept. */
export class SolidKind {
  readonly area: number
  /** weight of its overlaps: large pieces are harder to bring out of one another */
  readonly weight: number
  private readonly base: Polyline[]
  private readonly plain: Polyline[]
  private readonly middle: readonly [x: number, y: number]
  private readonly poles: Float64Array
  private readonly turned = new Map<number, Solid>()

  /** @param spacing mm; half of it is added all round */
  constructor(
    readonly kind: Kind,
    spacing: number,
  ) {
    const box = polylineBox(kind.rings[0]!)
    const [cx, cy] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
    this.plain = kind.rings.map((r) => r.map((v, i) => v - (i % 2 === 0 ? cx : cy)))
    this.base = grown(this.plain, spacing / 2, kind.stray ?? 0)
    this.middle = [cx, cy]
    this.area = this.base.reduce((sum, r, i) => sum + (i === 0 ? 1 : -1) * Math.abs(polylineArea(r)), 0)
    const whole = polylineBox(this.base[0]!)
    this.weight = Math.sqrt(Math.sqrt((whole.maxX - whole.minX) * (whole.maxY - whole.minY)))
    this.poles = findPoles(this.base)
  }

  at(degrees: number): Solid {
    const known = this.turned.get(degrees)
    if (known) return known
    const solid = this.make(degrees)
    if (this.turned.size > 800) this.turned.clear()
    this.turned.set(degrees, solid)
    return solid
  }

  private make(degrees: number): Solid {
    const quarter = degrees % 90 === 0
    const angle = (degrees * Math.PI) / 180
    const cos = quarter ? Math.round(Math.cos(angle)) : Math.cos(angle)
    const sin = quarter ? Math.round(Math.sin(angle)) : Math.sin(angle)
    const turn = (p: Float64Array, step: number) => {
      const out = p.slice()
      for (let i = 0; i < p.length; i += step) {
        out[i] = cos * p[i]! - sin * p[i + 1]!
        out[i + 1] = sin * p[i]! + cos * p[i + 1]!
      }
      return out
    }
    const [mx, my] = turn(Float64Array.from(this.middle), 2)
    const whole = this.kind.boxAt?.(degrees)
    const rings = this.base.map((r) => turn(r, 2))
    const boxes = rings.map(polylineBox)
    return {
      rings,
      boxes,
      box: boxes[0]!,
      poles: turn(this.poles, 3),
      own: whole
        ? { minX: whole.minX - mx!, minY: whole.minY - my!, maxX: whole.maxX - mx!, maxY: whole.maxY - my! }
        : polylineBox(turn(this.plain[0]!, 2)),
    }
  }
}

/**
 * Grows a piece by half the spacing; openings shrink. Curves become few straight stretches outside of them.
 * @param stray how far the true curves may lie beside the rings, mm
 */
function grown(rings: readonly Polyline[], by: number, stray: number): Polyline[] {
  const simple = rings.map((r) => simplify(r, STRAY))
  const strays = simple.some((r, i) => r.length !== rings[i]!.length) ? STRAY : 0
  const reach = by + strays + stray
  if (reach === 0) return simple
  const [outline, ...openings] = simple
  const outer = offset([wound(outline!)], reach, 'sharp')
  const largest = outer.reduce(
    (a, b) => (Math.abs(polylineArea(b)) > Math.abs(polylineArea(a)) ? b : a),
    outer[0]!,
  )
  const inner = openings.flatMap((o) => offset([wound(o)], -reach, 'sharp'))
  return [largest, ...inner]
}

/** A ring wound the way the library takes for an outline. */
const wound = (ring: Polyline): Polyline => (polylineArea(ring) > 0 ? ring : reversedPolyline(ring))
