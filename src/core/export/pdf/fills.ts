import type { Sheet } from '../../document/layout'
import type { Project } from '../../document/project'
import { flatten } from '../../geometry/flatten'
import type { Contour } from '../../geometry/path'
import { polylineArea, polylineBox } from '../../geometry/polyline'
import type { Region } from '../../geometry/regions'
import { ringDepths } from '../../geometry/rings'
import { shapeOf } from '../../geometry/shape'
import { withBleed } from '../../printing/bleed'
import { laidOn } from '../../sheets/place'

/** Something to print on a sheet: a region in a flat colour, or a line. Mm of the sheet, y down. */
export type Printed =
  | { kind: 'fill'; colour: string; region: Region }
  | { kind: 'line'; colour: string; width: number; contour: Contour }

/** How straight curves of fills are, mm. */
const FLATNESS = 0.02

/** What the print lines of a sheet's pieces put on paper, in drawing order: fills with their bleed, and strokes. */
export function printedOn(project: Project, sheet: Sheet, bleed: number): Printed[] {
  return laidOn(project, sheet).flatMap((laid): Printed[] => {
    const [outline] = laid.rings(FLATNESS)
    const lines = laid.shape.of('print')
    const looks = [...new Set(lines.map((l) => l.look))]
    return looks.flatMap((id): Printed[] => {
      const look = project.looks[id]
      const contours = lines.filter((l) => l.look === id).map((l) => laid.contour(shapeOf(l.d).contour))
      const fills = look?.fill
        ? wholes(contours.filter((c) => c.closed)).map(
            (rings): Printed => ({
              kind: 'fill',
              colour: colourOf(look.fill!),
              region: withBleed(rings, outline!, bleed),
            }),
          )
        : []
      const strokes = look?.stroke
        ? contours.map(
            (contour): Printed => ({
              kind: 'line',
              colour: colourOf(look.stroke!),
              width: Math.max(0.05, look.width),
              contour,
            }),
          )
        : []
      return [...fills, ...strokes]
    })
  })
}

/** Closed contours of one look, each outer one with those that lie within it: what lies within is an opening. */
function wholes(contours: readonly Contour[]): Region[] {
  const rings = contours.map((c) => {
    const polyline = flatten(c, FLATNESS)
    return { polyline, box: polylineBox(polyline), area: Math.abs(polylineArea(polyline)) }
  })
  const nested = ringDepths(rings)
  const root = (i: number): number => (nested[i]!.parent < 0 ? i : root(nested[i]!.parent))
  const groups = new Map<number, Region>()
  rings.forEach(({ polyline }, i) => {
    const r = root(i)
    const known = groups.get(r)
    if (known) known.push(polyline)
    else groups.set(r, [polyline])
  })
  return [...groups.values()]
}

/** A colour as `#rrggbb`; what is written otherwise is printed black. */
const colourOf = (text: string): string => (/^#[0-9a-f]{6}$/i.test(text) ? text.toLowerCase() : '#000000')
