import { quoted, say } from '../words'
import { collisionsOf } from './collisions'
import type { FoldFinding } from './findings'
import { type Build, type Joined, posedTogether } from './joins'
import { laid } from './model'
import { depthFrom, offLine } from './panel-edges'
import { alongFor } from './partners'

/** What is wrong between two pieces of a build, by position. */
export type BetweenPieces = FoldFinding & { one: number; other: number }

/** A panel that reaches less far over a wall than this fits, as paper gives, mm. */
const GIVES = 0.6
/** A wall that ends so little above a panel does not stand in its way, mm. */
const ENDS = 1
/** A wall stands on a panel from this angle on, up to as far from folded back, degrees. */
const STANDS = 45

/**
 * Pieces of a build that pass through one another where they lie, each pair once with the deepest place; and pieces
 * that are wider than the place between the walls in which they lie.
 * @param caliperOf the thickness of a piece's paper, mm
 */
export function piecesCross(build: Build, caliperOf?: (piece: string) => number): BetweenPieces[] {
  if (build.joins.length === 0) return []
  return [...crossing(build, caliperOf), ...build.joins.flatMap((join) => tooWide(build, join))]
}

function crossing(build: Build, caliperOf?: (piece: string) => number): BetweenPieces[] {
  const whole = posedTogether(build, 1, caliperOf)
  const pieceAt = build.pieces.flatMap(({ motion }, i) => motion.model.panels.map(() => i))
  const held = new Set(build.joins.flatMap((j) => [j.piece, j.onto]))
  const worst = new Map<string, { one: number; other: number; mm: number; panels: string[] }>()
  for (const { a, b, mm } of collisionsOf(whole.model, whole.pose, whole.joined)) {
    const [one, other] = [pieceAt[a]!, pieceAt[b]!]
    if (one === other || !held.has(one) || !held.has(other)) continue
    const known = worst.get(`${one} ${other}`)
    if (known && known.mm >= mm) continue
    worst.set(`${one} ${other}`, { one, other, mm, panels: [a, b].map((i) => whole.model.panels[i]!.id) })
  }
  return [...worst.values()].map(({ one, other, mm, panels }) => ({
    rule: 'pieces-cross',
    severity: 'warning',
    message: say`${nameOf(build, one)} and ${nameOf(build, other)} pass through each other by ${tenths(mm)} mm where they are put together. Make one of them smaller, or lay it elsewhere.`,
    lines: [...build.pieces[other]!.shape.piece.outline],
    panels,
    one,
    other,
  }))
}

/** A piece that reaches beyond the walls which stand on the panel that it lies on. */
function tooWide(build: Build, { piece, onto, panel, partner, lay, side, above }: Joined): BetweenPieces[] {
  const { model, at } = build.pieces[onto]!.motion
  const own = build.pieces[piece]!.motion.model.panels[panel]!
  const { angles } = at(1)
  const places = own.ring.map((p) => laid(lay, p))
  const beyond = model.hinges.flatMap((hinge, k) => {
    if (hinge.a !== partner && hinge.b !== partner) return []
    const towards = (side === 'front' ? 1 : -1) * angles[k]!
    const wall = model.panels[hinge.a === partner ? hinge.b : hinge.a]!
    const stands = towards > STANDS && towards < 180 - STANDS
    if (!stands || depthFrom(wall, hinge.from, hinge.to) < above + ENDS) return []
    // The partner lies on the left of the way along the hinge: what is on the right lies beyond the wall.
    const [from, to] = alongFor(hinge, partner)
    return [Math.max(...places.map((p) => -offLine(from, to, p)))]
  })
  const mm = Math.max(0, ...beyond)
  if (mm <= GIVES) return []
  const [one, other] = [piece, onto]
  return [
    {
      rule: 'piece-too-wide',
      severity: 'warning',
      message: say`${nameOf(build, one)} does not go into ${nameOf(build, other)}: it reaches ${tenths(mm)} mm beyond a wall. Make it narrower, or the other wider.`,
      lines: [...build.pieces[one]!.shape.piece.outline],
      panels: [own.id, model.panels[partner]!.id],
      one,
      other,
    },
  ]
}

const nameOf = ({ pieces }: Build, i: number): string => quoted(pieces[i]!.shape.piece.name)

const tenths = (mm: number): number => Math.round(mm * 10) / 10
