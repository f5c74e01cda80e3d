import type { Join } from '../folding'
import { apply, inverse } from '../geometry/affine'
import { boundsOf } from '../geometry/measure'
import { transformContour } from '../geometry/path'
import type { Point } from '../geometry/point'
import { say } from '../words'
import { placesOfPieces, slug } from './lines'
import { type LaidPanel, type LaidPiece, PatternRefusal } from './unfold'

/** So far along its foot, and so far from it, a place is on a panel and on no other. */
const ALONG = 0.05
const OFF = 0.4

/**
 * How the pieces of a pattern lie on one another, in places of their lines as they are laid beside one another.
 * @throws PatternRefusal where one lies on a piece or a panel that is not there
 */
export function joinsOfPieces(pieces: readonly LaidPiece[]): Join[] {
  const places = placesOfPieces(pieces)
  return pieces.flatMap((piece, i): Join[] => {
    const { join } = piece
    if (!join) return []
    const dot = join.on.lastIndexOf('.')
    const [name, panelName] = [join.on.slice(0, dot), join.on.slice(dot + 1)]
    const k = pieces.findIndex((p) => p.name === name)
    // A piece that is not made at these measures carries nothing.
    if (k < 0 && dot > 0) return []
    const other = pieces[k]?.panels.find((p) => p.id === panelName)
    const own = join.panel === undefined ? piece.panels[0] : piece.panels.find((p) => p.id === join.panel)
    if (!other || other === own)
      throw new PatternRefusal(
        say`“${piece.name}” lies on “${join.on}”, which is not there. Write Piece.panel.`,
      )
    if (!own) throw new PatternRefusal(say`“${piece.name}” has no panel “${join.panel}” to be joined by.`)
    const turn = (join.turn * Math.PI) / 180
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    /** A place of the own panel's frame in the other's, before it is shifted. */
    const turnedOnly = ({ x, y }: Point): Point => {
      const v = join.turned ? -y : y
      return { x: cos * x - sin * v, y: sin * x + cos * v }
    }
    const shift = join.at ?? between(turnedOnly(middleOf(own)), middleOf(other))
    const onSheet = (panel: LaidPanel, place: number) => (p: Point) => {
      const { x, y } = apply(places[place]!, apply(panel.at, p))
      return [x, -y] as const
    }
    const [from, to] = [onSheet(own, i), onSheet(other, k)]
    const image = (p: Point) => {
      const q = turnedOnly(p)
      return to({ x: q.x + shift.x, y: q.y + shift.y })
    }
    // The map of sheet to sheet, from what it does to the panel's own axes.
    const [o, e] = [from({ x: 0, y: 0 }), from({ x: 1, y: 0 })]
    const [p, q] = [image({ x: 0, y: 0 }), image({ x: 1, y: 0 })]
    const bent = Math.atan2(q[1] - p[1], q[0] - p[0])
    const was = Math.atan2(e[1] - o[1], e[0] - o[0]) * (join.turned ? -1 : 1)
    const [c, s] = [Math.cos(bent - was), Math.sin(bent - was)]
    const oy = join.turned ? -o[1] : o[1]
    const inner = (panel: LaidPanel): Point => ({ x: ALONG * panel.width, y: OFF })
    return [
      {
        piece: `${slug(piece.name)}.outline`,
        onto: `${slug(name)}.outline`,
        at: from(inner(own)),
        on: to(inner(other)),
        lay: {
          cos: c,
          sin: s,
          x: p[0] - c * o[0] + s * oy,
          y: p[1] - s * o[0] - c * oy,
          mirrored: join.turned,
        },
        side: join.side,
        above: join.above,
        how: join.how,
      },
    ]
  })
}

const between = (a: Point, b: Point): Point => ({ x: b.x - a.x, y: b.y - a.y })

/** The middle of a panel in its own frame. */
function middleOf({ contour, at }: LaidPanel): Point {
  const box = boundsOf(transformContour(contour, inverse(at)))
  return { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
}
