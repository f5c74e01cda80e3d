import { translation } from '../src/core/geometry/affine'
import { heightOf, widthOf } from '../src/core/geometry/measure'
import { transformPath } from '../src/core/geometry/path'
import { shapeOf } from '../src/core/geometry/shape'
import type { Convention } from './conventions'
import { type Dieline, type Drawn, ellipse } from './draw'
import { boxOf, lineOf, plainly, wholeBox } from './hard-conventions'

/**
 * Ways of saving in which the artboard ends where the drawing does, as programs crop it (common practice): an outline
 * that lies on the artboard's edge is that of a piece nearly always, and never surely a frame.
 */

/** How much paper the artboard leaves around the drawing, mm. */
const MARGINS = [0, 0.1, 1]

/** A template moved to the artboard's corner, with so much around it. */
const cropped =
  (margin: number) =>
  (die: Dieline): Dieline => {
    const b = wholeBox(die)
    const by = translation(margin - b.minX, margin - b.minY)
    return {
      name: die.name,
      width: widthOf(b) + 2 * margin,
      height: heightOf(b) + 2 * margin,
      pieces: die.pieces.map(({ name, lines }) => ({
        name,
        lines: lines.map((l) => ({ ...l, d: transformPath(l.d, by) })),
      })),
    }
  }

type Ways = Omit<Convention, 'plain' | 'prepare' | 'page'>

const isClosedCut = ({ d, role }: { d: string; role: string }) => role === 'cut' && shapeOf(d).contour.closed

/** The stroke of what no fill stands for: folds, slits, pens. */
const thin = (role: string): Partial<Drawn> =>
  role === 'cut'
    ? {}
    : { stroke: role === 'pen' ? '#0088ff' : '#ff0000', dash: role === 'perforate' ? [0.8, 0.8] : [] }

/** Outline and openings filled as one path, or each as a path of its own. */
const filled =
  (fill: (nth: number) => string, compound: boolean): Convention['draw'] =>
  (die) =>
    die.pieces.flatMap(({ lines }, piece) => {
      const fills = lines.filter(isClosedCut)
      return [
        ...fills.map(({ d, role }, nth) =>
          lineOf({
            d,
            role,
            piece,
            stroke: null,
            fill: fill(nth),
            ...(compound ? { path: `fill ${piece}` } : {}),
          }),
        ),
        ...lines
          .filter((l) => !fills.includes(l))
          .map(({ d, role }) => lineOf({ d, role, piece, ...thin(role) })),
      ]
    })

/** Outline, openings and folds in looks of their own. */
const apart: Convention['draw'] = (die) =>
  die.pieces.flatMap(({ lines }, piece) =>
    lines.map(({ d, role }, nth) =>
      lineOf({
        d,
        role,
        piece,
        ...(role === 'cut' ? { stroke: nth === 0 ? '#000000' : '#0a7d3c' } : thin(role)),
      }),
    ),
  )

const WAYS: readonly Ways[] = [
  { name: 'one look', draw: (die) => plainly(die, {}) },
  { name: 'looks apart', draw: apart },
  { name: 'fills', draw: filled((nth) => (nth === 0 ? '#d8c3a5' : '#ffffff'), false) },
  { name: 'compound fills', draw: filled(() => '#d8c3a5', true) },
  { name: 'white compound fills', draw: filled(() => '#ffffff', true) },
  {
    name: 'print within',
    draw: (die, random) => [
      ...apart(die, random),
      ...die.pieces.map((_, piece) => {
        const b = boxOf(die, piece)
        return lineOf({
          d: ellipse(
            b.minX + 0.5 * widthOf(b),
            b.minY + 0.6 * heightOf(b),
            0.06 * widthOf(b),
            0.06 * heightOf(b),
          ),
          role: 'print',
          piece,
          stroke: null,
          fill: '#e8b04a',
        })
      }),
    ],
  },
]

export const ARTBOARD_CONVENTIONS: readonly Convention[] = WAYS.flatMap((way) =>
  MARGINS.map((margin) => ({
    ...way,
    name: `artboard ${margin === 0 ? 'flush' : `${margin} mm around`}, ${way.name}`,
    plain: false,
    prepare: cropped(margin),
    page: ({ width, height }) => ({ width, height }),
  })),
)
