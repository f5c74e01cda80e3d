import { type Affine, apply, translation } from '../geometry/affine'
import { boundsOf, uniteBoxes, widthOf } from '../geometry/measure'
import { type Contour, transformContour, writePath } from '../geometry/path'
import type { Point } from '../geometry/point'
import { sayWhole } from '../words'
import { footOf, type LaidPanel, type LaidPiece } from './unfold'

/** A line of a pattern. Its key stays the same whatever the measures. */
export type PatternLine = {
  key: string
  d: string
  role: 'cut' | 'score' | 'perforate' | 'pen' | 'print'
  fold?: 'valley' | 'mountain'
  /** degrees from flat */
  angle?: number
  /** the piece that it belongs to */
  plane: string
  title: string
}

/** Between pieces that lie beside one another, mm. */
const GAP = 10

/** Where each piece is laid beside the others, from the origin to the right and down, mm. */
export function placesOfPieces(pieces: readonly LaidPiece[]): Affine[] {
  let right = 0
  return pieces.map((piece) => {
    const box = uniteBoxes(linesOf(piece).map((l) => boundsOf(l.contour)))
    const shift = translation(right - box.minX, -box.minY)
    right += widthOf(box) + GAP
    return shift
  })
}

/** The lines of pieces as they are laid beside one another, mm. */
export function linesOfPieces(pieces: readonly LaidPiece[]): PatternLine[] {
  const places = placesOfPieces(pieces)
  return pieces.flatMap((piece, i) => {
    return linesOf(piece).map(({ contour, key, ...line }) => ({
      ...line,
      key: `${slug(piece.name)}.${key}`,
      d: writePath(transformContour(contour, places[i]!)),
      plane: slug(piece.name),
      title: sayWhole(piece.name),
    }))
  })
}

/** A name as it may stand in ids. */
export const slug = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '-')

type OwnLine = Omit<PatternLine, 'd' | 'plane' | 'title'> & { contour: Contour }

const straight = (from: Point, to: Point): Contour => ({ start: from, segments: [{ to }], closed: false })

function linesOf({ panels, outline }: LaidPiece): OwnLine[] {
  return [
    { key: 'outline', role: 'cut', contour: outline },
    ...panels.flatMap((panel): OwnLine[] => [
      ...foldLines(panel),
      ...panel.openings.map(
        (contour, i): OwnLine => ({ key: `${panel.id}.opening${i + 1}`, role: 'cut', contour }),
      ),
      ...panel.lines.map((l, i): OwnLine => ({ key: `${panel.id}.line${i + 1}`, ...l })),
    ]),
  ]
}

/** The fold that a panel hangs on, where straps span it in parts, and the lines of these straps. */
function foldLines(panel: LaidPanel): OwnLine[] {
  if (!panel.parent) return []
  const fold = panel.angle > 0 ? 'valley' : 'mountain'
  const other = fold === 'valley' ? 'mountain' : 'valley'
  const angle = Math.abs(panel.angle)
  const at = (x: number, y: number) => apply(panel.at, { x, y })
  const { from, to } = footOf(panel)
  const { straps, beaks } = panel
  const gaps = [...straps, ...beaks].sort((a, b) => a.from - b.from)
  const stops = [from, ...gaps.flatMap((g) => [at(g.from, 0), at(g.to, 0)]), to]
  const parts: OwnLine[] = []
  for (let i = 0; i < stops.length; i += 2) {
    const [p, q] = [stops[i]!, stops[i + 1]!]
    if (Math.hypot(q.x - p.x, q.y - p.y) > 0.05)
      parts.push({
        key: `${panel.id}.fold${i === 0 ? '' : i / 2 + 1}`,
        role: 'score',
        fold,
        angle,
        contour: straight(p, q),
      })
  }
  return [
    ...parts,
    ...beaks.flatMap((beak, i) => beakLines(beak, { key: `${panel.id}.beak${i + 1}`, at, fold, other })),
    ...straps.flatMap(({ from: a, to: b, up, down }, i): OwnLine[] => {
      const key = (name: string) => `${panel.id}.strap${i + 1}.${name}`
      const score = (name: string, y: number, way: typeof fold): OwnLine => ({
        key: key(name),
        role: 'score',
        fold: way,
        contour: straight(at(a, y), at(b, y)),
      })
      return [
        { key: key('left'), role: 'cut', contour: straight(at(a, -up), at(a, down)) },
        { key: key('right'), role: 'cut', contour: straight(at(b, -up), at(b, down)) },
        score('top', -up, fold),
        score('middle', down - up, other),
        score('bottom', down, fold),
      ]
    }),
  ]
}

type OnFold = {
  key: string
  /** along the fold and to the panel's own side, to the sheet */
  at: (x: number, y: number) => Point
  fold: 'valley' | 'mountain'
  other: 'valley' | 'mountain'
}

/** A beak's cut across the fold, its two creases, and the fold between them the other way. */
function beakLines(
  { from, to, angle }: LaidPanel['beaks'][number],
  { key, at, fold, other }: OnFold,
): OwnLine[] {
  const [long, turn] = [to - from, (angle * Math.PI) / 180]
  const [x, y] = [from + long * Math.cos(turn), long * Math.sin(turn)]
  const crease = (name: string, end: Point, way: OnFold['fold']): OwnLine => ({
    key: `${key}.${name}`,
    role: 'score',
    fold: way,
    contour: straight(at(from, 0), end),
  })
  const across: Contour = { start: at(x, -y), segments: [{ to: at(to, 0) }, { to: at(x, y) }], closed: false }
  return [
    { key: `${key}.cut`, role: 'cut', contour: across },
    crease('up', at(x, -y), fold),
    crease('down', at(x, y), fold),
    crease('crest', at(to, 0), other),
  ]
}
