import type { HandJoin } from '../document/build'
import type { Piece } from '../document/pieces'
import type { Project } from '../document/project'
import { type Making, makingsOf } from '../document/sources'
import { type FoldPanel, foldedPiece, type Join } from '../folding'
import { type Flat, isWithin } from '../folding/model'
import { type Affine, apply, inverse } from '../geometry/affine'
import { innerPoints } from '../geometry/polyline'
import { type PieceShape, shapeOfPiece } from '../pieces/piece-shape'
import { isLetGo } from './let-go'
import { CannotMake, measuresOf } from './recipe'
import { knownRecipe } from './recipes'

/**
 * How the pieces of a project lie on one another: as a hand laid them; else as their makings tell, the pieces of a
 * pattern as it says, and panes, linings, insets and surrounds on what they were made of. Where a making moved what it
 * made, that is led back.
 */
export function joinsOf(project: Project): Join[] {
  const byHand = project.build?.joins ?? {}
  const told = toldByMakings(project).filter((j) => byHand[j.piece] === undefined)
  return [...ofHand(project, byHand), ...told]
}

function toldByMakings(project: Project): Join[] {
  const pieceOfLine = new Map<string, Piece>()
  for (const piece of Object.values(project.pieces))
    for (const id of piece.outline) pieceOfLine.set(id, piece)
  return makingsOf(project.sources).flatMap((making) => {
    if (isLetGo(making)) return []
    const recipe = knownRecipe(making)
    try {
      if (recipe?.joins)
        return ofPattern(making, recipe.joins(measuresOf(recipe, making.measures)), pieceOfLine)
    } catch (error) {
      if (error instanceof CannotMake) return []
      throw error
    }
    return recipe?.lies ? onWhatItTakes(project, making, recipe.lies, pieceOfLine) : []
  })
}

/** Pieces as a hand laid them on others: the middle of a panel of theirs about the middle of the other's. */
function ofHand(project: Project, joins: Readonly<Record<string, HandJoin | null>>): Join[] {
  return Object.entries(joins).flatMap(([id, join]): Join[] => {
    const [piece, other] = [project.pieces[id], project.pieces[join?.onto ?? '']]
    if (!join || !piece || !other) return []
    const [shape, onto] = [piece, other].map((p) => shapeOfPiece(project, p))
    const panels = foldedPiece(shape!).motion.model.panels
    const by = join.by && inBox(shape!, join.by)
    const own = by ? panels.find((p) => isWithin(p.ring, by)) : largestOf(panels)
    const on = inBox(onto!, join.at)
    const partner = foldedPiece(onto!).motion.model.panels.find((p) => isWithin(p.ring, on))
    if (!own || !partner) return []
    const turn = (join.turn * Math.PI) / 180
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const [c, p] = [middleOf(own.ring), middleOf(partner.ring)]
    const q = join.turned ? -c[1] : c[1]
    return [
      {
        piece: id,
        onto: join.onto,
        at: placeOn(own.ring),
        on,
        lay: {
          cos,
          sin,
          x: p[0] + join.right - (cos * c[0] - sin * q),
          y: p[1] + join.up - (sin * c[0] + cos * q),
          mirrored: join.turned,
        },
        side: join.side,
        above: join.above,
        how: join.how,
      },
    ]
  })
}

/** A place of a piece by its shares of its box, on the flat sheet. */
const inBox = ({ box }: PieceShape, { x, y }: HandJoin['at']): Flat => [
  box.minX + x * (box.maxX - box.minX),
  -(box.minY + y * (box.maxY - box.minY)),
]

const largestOf = (panels: readonly FoldPanel[]): FoldPanel | undefined =>
  [...panels].sort((a, b) => b.area - a.area)[0]

/** The middle of the box of a ring. */
export function middleOf(ring: readonly Flat[]): Flat {
  const of = (k: 0 | 1) => ring.map((p) => p[k])
  return [0, 1].map((k) => (Math.min(...of(k as 0 | 1)) + Math.max(...of(k as 0 | 1))) / 2) as [
    number,
    number,
  ]
}

/** A place within a ring, whatever its form. */
export function placeOn(ring: readonly Flat[]): Flat {
  const [p] = innerPoints(Float64Array.from([...ring, ring[0]!].flat()))
  return p ? [p.x, p.y] : ring[0]!
}

/** A place on one of a piece's panels, as shares of its box: where a hand puts something. */
export function placeOnPanel(shape: PieceShape, panel: FoldPanel): HandJoin['at'] {
  const [x, y] = placeOn(panel.ring)
  const { minX, minY, maxX, maxY } = shape.box
  const share = (v: number, low: number, high: number) =>
    Math.min(1, Math.max(0, (v - low) / (high - low || 1)))
  return { x: share(x, minX, maxX), y: share(-y, minY, maxY) }
}

/** Joins of a pattern, its pieces by name and its places where the making laid them. */
function ofPattern(making: Making, joins: readonly Join[], pieceOfLine: ReadonlyMap<string, Piece>): Join[] {
  const named = (key: string) => pieceOfLine.get(`${making.id}-${key}`)?.id
  const moved = ([x, y]: Flat): Flat => {
    const p = apply(making.at, { x, y: -y })
    return [p.x, -p.y]
  }
  return joins.flatMap((join): Join[] => {
    const [piece, onto] = [named(join.piece), named(join.onto)]
    if (!piece || !onto) return []
    return [
      { ...join, piece, onto, at: moved(join.at), on: moved(join.on), lay: carried(join.lay, making.at) },
    ]
  })
}

/** A map between flat places when both sides are moved. Makings are moved and turned, never mirrored in this. */
function carried({ cos, sin, x, y, mirrored }: Join['lay'], at: Affine): Join['lay'] {
  const turn = Math.atan2(-at[1], at[0])
  const bent = mirrored ? 2 * turn : 0
  const [c, s] = [cos * Math.cos(bent) - sin * Math.sin(bent), sin * Math.cos(bent) + cos * Math.sin(bent)]
  // The image of the origin, led back, laid, and moved.
  const o = apply(inverse(at), { x: 0, y: 0 })
  const q = mirrored ? o.y : -o.y
  const image = apply(at, { x: cos * o.x - sin * q + x, y: -(sin * o.x + cos * q + y) })
  return { cos: c, sin: s, x: image.x, y: -image.y, mirrored }
}

/** Pieces on what they were made of, where they were drawn. */
function onWhatItTakes(
  project: Project,
  making: Making,
  side: Join['side'],
  pieceOfLine: ReadonlyMap<string, Piece>,
): Join[] {
  const [taken] = making.takes
  const onto = taken && project.pieces[taken.piece]
  if (!onto) return []
  const own = new Set(
    Object.values(project.lines).flatMap((l) =>
      l.source === making.id ? (pieceOfLine.get(l.id) ?? []) : [],
    ),
  )
  own.delete(onto)
  const back = inverse(making.at)
  const turn = Math.atan2(making.at[1], making.at[0])
  return [...own].flatMap((piece): Join[] => {
    const [p] = innerPoints(shapeOfPiece(project, piece).ring)
    if (!p) return []
    const q = apply(back, p)
    return [
      {
        piece: piece.id,
        onto: onto.id,
        at: [p.x, -p.y],
        on: [q.x, -q.y],
        lay: { cos: Math.cos(turn), sin: Math.sin(turn), x: back[4], y: -back[5], mirrored: false },
        side,
        above: 0,
        how: 'glue',
      },
    ]
  })
}
