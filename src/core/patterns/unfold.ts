import { type Affine, apply } from '../geometry/affine'
import { type Contour, type Segment, transformContour } from '../geometry/path'
import type { Point } from '../geometry/point'
import { decimal, say } from '../words'
import { ArithmeticRefusal, readArithmetic, type Scope } from './arithmetic'
import { type Node, type Stretch, stretchesOver } from './corners'
import type { ArithmeticText, Corner, Pattern, PatternPanel, PatternPiece } from './pattern'

/** Why a pattern makes nothing at some measures: which panel and edge, and what is wrong there. */
export class PatternRefusal extends RangeError {
  override readonly name = 'PatternRefusal'
}

/** A straight edge of a panel on the flat sheet, mm, y down, the paper on its right as seen on screen. */
export type LaidEdge = { name: string; from: Point; to: Point; isStraight: boolean }

/** A panel on the flat sheet. */
export type LaidPanel = {
  id: string
  pattern: PatternPanel
  parent: LaidPanel | null
  /** its frame (along the foot, away from it) to the sheet */
  at: Affine
  /** the length of its foot, mm */
  width: number
  edges: LaidEdge[]
  contour: Contour
  openings: Contour[]
  lines: {
    role: 'cut' | 'score' | 'perforate' | 'pen' | 'print'
    fold?: 'valley' | 'mountain'
    contour: Contour
  }[]
  /** over its foot: along it from and to, up on the parent's side and down on its own, mm */
  straps: { from: number; to: number; up: number; down: number }[]
  /** on its foot: from their point to their end, and the angle of their creases, degrees */
  beaks: { from: number; to: number; angle: number }[]
  /** degrees from flat, valley greater than nought */
  angle: number
}

/** A piece on the flat sheet: its panels, each after what it hangs on, and its outline. */
export type LaidPiece = {
  name: string
  panels: LaidPanel[]
  outline: Contour
  /** how it lies on another piece, its arithmetic worked out */
  join: LaidJoin | null
}

/** A join of a pattern at some measures, mm and degrees. */
export type LaidJoin = Omit<NonNullable<PatternPiece['join']>, 'at' | 'turn' | 'above'> & {
  at: Point | null
  turn: number
  above: number
}

/** Every name that a pattern's arithmetic knows at some measures. @throws PatternRefusal for names in a circle */
export function scopeOf(pattern: Pattern, measures: Readonly<Record<string, number>>): Scope {
  const scope = new Map<string, number>(Object.entries(measures))
  const asking: string[] = []
  const settle = (name: string): void => {
    const text = pattern.values[name]
    if (scope.has(name) || text === undefined) return
    if (asking.includes(name))
      throw new PatternRefusal(
        say`Values go round in a circle: ${[...asking.slice(asking.indexOf(name)), name].join(', ')}.`,
      )
    asking.push(name)
    const arithmetic = readArithmetic(text)
    for (const used of arithmetic.names) settle(used)
    scope.set(name, arithmetic.valueIn(scope))
    asking.pop()
  }
  for (const name of Object.keys(pattern.values)) settle(name)
  return scope
}

/**
 * The pieces of a pattern on the flat sheet at some measures, each from its own origin.
 * @param measures by name, `caliper` among them, mm
 * @throws PatternRefusal, ArithmeticRefusal with the panel and the edge
 */
export function unfold(pattern: Pattern, measures: Readonly<Record<string, number>>): LaidPiece[] {
  const scope = scopeOf(pattern, measures)
  return pattern.pieces.flatMap((piece) => {
    if (piece.when !== undefined && !(valueIn(piece.when, scope) > 0)) return []
    const laid = new Map<string, LaidPanel>()
    const left = new Set<string>()
    const children = new Map<LaidPanel, Map<string, LaidPanel[]>>()
    for (const panel of piece.panels) {
      const where = say`“${piece.name}”, panel “${panel.id}”`
      try {
        const isLeft = panel.when !== undefined && !(valueIn(panel.when, scope) > 0)
        const [on] = panel.on?.split('.') ?? []
        if (isLeft || (on !== undefined && left.has(on))) {
          left.add(panel.id)
          continue
        }
        if (laid.has(panel.id)) throw new PatternRefusal(say`There are two panels of this name.`)
        const { panel: made, edge } = layPanel(panel, laid, scope)
        laid.set(panel.id, made)
        if (made.parent) {
          const own = children.get(made.parent) ?? new Map<string, LaidPanel[]>()
          children.set(made.parent, own.set(edge!, [...(own.get(edge!) ?? []), made]))
        }
      } catch (error) {
        if (error instanceof PatternRefusal || error instanceof ArithmeticRefusal)
          throw new PatternRefusal(`${where}: ${error.message}`)
        throw error
      }
    }
    const panels = [...laid.values()]
    const [root] = panels
    if (!root) return []
    const join = piece.join ? joinAt(piece.join, scope) : null
    return [{ name: piece.name, panels, outline: outlineOf(root, children), join }]
  })
}

const valueIn = (text: ArithmeticText, scope: Scope): number => readArithmetic(text).valueIn(scope)

function joinAt({ at, turn, above, ...join }: NonNullable<PatternPiece['join']>, scope: Scope): LaidJoin {
  return {
    ...join,
    at: at ? { x: valueIn(at[0], scope), y: valueIn(at[1], scope) } : null,
    turn: valueIn(turn, scope),
    above: valueIn(above, scope),
  }
}

/** Shorter feet and shallower panels are none, mm. */
const LEAST = 0.2

function layPanel(
  panel: PatternPanel,
  laid: ReadonlyMap<string, LaidPanel>,
  scope: Scope,
): { panel: LaidPanel; edge: string | null } {
  const value = (text: ArithmeticText, more?: Scope) => valueIn(text, more ?? scope)
  let at: Affine = [1, 0, 0, -1, 0, 0]
  let width = 0
  let parent: LaidPanel | null = null
  let edgeName: string | null = null
  if (panel.on === undefined) {
    if (laid.size > 0) throw new PatternRefusal(say`It hangs on nothing; only the first panel may.`)
    if (panel.width === undefined) throw new PatternRefusal(say`The first panel needs a width.`)
    width = value(panel.width)
  } else {
    const [on, name, ...more] = panel.on.split('.')
    parent = laid.get(on!) ?? null
    if (!parent || !name || more.length > 0)
      throw new PatternRefusal(
        say`It hangs on “${panel.on}”: there is no such panel before it. Write panel.edge, as in front.right.`,
      )
    const edge = parent.edges.find((e) => e.name === name)
    if (!edge)
      throw new PatternRefusal(
        say`Panel “${on}” has no edge “${name}”. It has: ${parent.edges.map((e) => e.name).join(', ')}.`,
      )
    if (name === 'foot' && parent.parent)
      throw new PatternRefusal(say`The foot of “${on}” is where it hangs itself.`)
    if (!edge.isStraight)
      throw new PatternRefusal(say`Edge “${panel.on}” is not straight, so that nothing can fold there.`)
    edgeName = name
    const length = Math.hypot(edge.to.x - edge.from.x, edge.to.y - edge.from.y)
    const local = new Map([...scope, ['L', length]])
    const [from, to] = [
      panel.from === undefined ? 0 : value(panel.from, local),
      panel.to === undefined ? length : value(panel.to, local),
    ]
    if (from < -0.001 || to > length + 0.001 || !(to - from > LEAST))
      throw new PatternRefusal(
        say`It runs from ${mm(from)} to ${mm(to)} of edge “${panel.on}”, which is ${mm(length)} long.`,
      )
    width = to - from
    const [ex, ey] = [(edge.to.x - edge.from.x) / length, (edge.to.y - edge.from.y) / length]
    at = [ex, ey, ey, -ex, edge.from.x + from * ex, edge.from.y + from * ey]
  }
  if (!(width > LEAST)) throw new PatternRefusal(say`Its foot is ${mm(width)} long.`)
  const local: Scope = new Map([...scope, ['L', width]])
  const nodes = nodesOf(panel, width, local)
  const end = { to: { x: width, y: 0 }, bulge: 0, round: 0 }
  const last = nodes.at(-1)!
  const isThere = Math.hypot(last.to.x - width, last.to.y) < 1e-6
  const stretches = stretchesOver({ x: 0, y: 0 }, isThere ? nodes : [...nodes, end])
  const contour = closed(stretches)
  if (!(areaAbove(stretches) > LEAST))
    throw new PatternRefusal(
      say`It has no area, or lies on the wrong side of its foot. A measure in it is too small or too large.`,
    )
  const sheet = (p: Point) => apply(at, p)
  const made: LaidPanel = {
    id: panel.id,
    pattern: panel,
    parent,
    at,
    width,
    edges: [
      ...stretches.map(({ from, to, isStraight }, i) => ({
        name: nameOf(i, stretches.length),
        from: sheet(from),
        to: sheet(to),
        isStraight,
      })),
      { name: 'foot', from: sheet({ x: width, y: 0 }), to: sheet({ x: 0, y: 0 }), isStraight: true },
    ],
    contour: transformContour(contour, at),
    openings: panel.openings
      .filter((o) => o.when === undefined || value(o.when, local) > 0)
      .map((o) => transformContour(openingOf(o, local), at)),
    lines: panel.lines.map(({ role, fold, corners }) => {
      const [first, ...rest] = corners.map((c) => nodeOf(c, local))
      const segments = stretchesOver(first!.to, rest).flatMap((s) => s.segments)
      const line = { role, contour: transformContour({ start: first!.to, segments, closed: false }, at) }
      return fold ? { ...line, fold } : line
    }),
    straps: panel.straps.map((s) => {
      const [from, wide] = [value(s.at, local), value(s.width, local)]
      const strap = { from, to: from + wide, up: value(s.up, local), down: value(s.down, local) }
      if (!(from >= 0 && wide > 0 && strap.to <= width + 1e-6 && strap.up > 0 && strap.down > 0))
        throw new PatternRefusal(
          say`A strap runs from ${mm(from)} to ${mm(strap.to)} of its foot, which is ${mm(width)} long.`,
        )
      return strap
    }),
    beaks: panel.beaks.map((b) => {
      const [from, long, angle] = [value(b.at, local), value(b.length, local), value(b.angle, local)]
      if (!(from >= 0 && long > 0 && from + long <= width + 1e-6 && angle > 1 && angle < 89))
        throw new PatternRefusal(
          say`A beak runs from ${mm(from)} to ${mm(from + long)} of its foot, which is ${mm(width)} long, at ${Math.round(angle)} degrees.`,
        )
      return { from, to: from + long, angle }
    }),
    angle: panel.on === undefined ? 0 : (panel.fold === 'valley' ? 1 : -1) * value(panel.angle, local),
  }
  if (Math.abs(made.angle) > 180.001)
    throw new PatternRefusal(say`It folds by ${Math.round(made.angle)} degrees; 180 is as far as paper goes.`)
  return { panel: made, edge: edgeName }
}

const mm = (v: number) => `${decimal(v, 2)} mm`

/** Edges are called as they are seen from the foot: the first left, the last right, what lies between them the head. */
function nameOf(i: number, count: number): string {
  if (i === 0) return 'left'
  if (i === count - 1) return 'right'
  return count === 3 ? 'head' : `edge${i}`
}

function nodesOf(panel: PatternPanel, width: number, scope: Scope): Node[] {
  if (panel.corners) return panel.corners.map((c) => nodeOf(c, scope))
  if (panel.depth === undefined) throw new PatternRefusal(say`It needs a depth or corners.`)
  const depth = valueIn(panel.depth, scope)
  if (!(depth > LEAST)) throw new PatternRefusal(say`It is ${mm(depth)} deep.`)
  return [
    { to: { x: 0, y: depth }, bulge: 0, round: 0 },
    { to: { x: width, y: depth }, bulge: 0, round: 0 },
  ]
}

function nodeOf(corner: Corner, scope: Scope): Node {
  const { to, bulge = 0, round = 0 } = Array.isArray(corner) ? { to: corner } : corner
  return {
    to: { x: valueIn(to[0], scope), y: valueIn(to[1], scope) },
    bulge: valueIn(bulge, scope),
    round: valueIn(round, scope),
  }
}

function closed(stretches: readonly Stretch[]): Contour {
  return { start: { x: 0, y: 0 }, segments: stretches.flatMap((s) => s.segments), closed: true }
}

/** The area over the foot by the corners alone, mm². */
function areaAbove(stretches: readonly Stretch[]): number {
  let twice = 0
  for (const { from, to } of stretches) twice += to.x * from.y - from.x * to.y
  return twice / 2
}

function openingOf(opening: PatternPanel['openings'][number], scope: Scope): Contour {
  if ('circle' in opening) {
    const [x, y, r] = opening.circle.map((t) => valueIn(t, scope)) as [number, number, number]
    if (!(r > 0)) throw new PatternRefusal(say`A round opening has the radius ${mm(r)}.`)
    const start = { x: x - r, y }
    const half = (to: Point) => ({ to, bulge: 1, round: 0 })
    const segments = stretchesOver(start, [half({ x: x + r, y }), half(start)]).flatMap((s) => s.segments)
    return { start, segments, closed: true }
  }
  const nodes: Node[] =
    'rectangle' in opening
      ? rectangleOf(
          opening.rectangle.map((t) => valueIn(t, scope)) as [number, number, number, number],
          valueIn(opening.round ?? 0, scope),
        )
      : opening.corners.map((c) => nodeOf(c, scope))
  // Begun in the middle of its last side, so that the last corner can be rounded too.
  const [first, last] = [nodes[0]!, nodes.at(-1)!]
  const isArc = first.bulge !== 0
  const start = isArc ? last.to : { x: (first.to.x + last.to.x) / 2, y: (first.to.y + last.to.y) / 2 }
  const round = isArc ? nodes : [...nodes, { to: start, bulge: 0, round: 0 }]
  return { start, segments: stretchesOver(start, round).flatMap((s) => s.segments), closed: true }
}

function rectangleOf([x, y, w, h]: [number, number, number, number], round: number): Node[] {
  if (!(w > 0 && h > 0)) throw new PatternRefusal(say`An opening is ${mm(w)} by ${mm(h)} large.`)
  const r = Math.min(round, w / 2 - 0.01, h / 2 - 0.01)
  return [
    [x, y],
    [x, y + h],
    [x + w, y + h],
    [x + w, y],
  ].map(([px, py]) => ({ to: { x: px!, y: py! }, bulge: 0, round: Math.max(0, r) }))
}

/** The outline of a piece: round its first panel, and round each panel that hangs on an edge when the walk comes by. */
function outlineOf(
  root: LaidPanel,
  children: ReadonlyMap<LaidPanel, ReadonlyMap<string, readonly LaidPanel[]>>,
): Contour {
  const segments: Segment[] = []
  const walk = (panel: LaidPanel) => {
    const own = children.get(panel)
    const local = localStretches(panel)
    for (const { name, segments: along } of local) {
      const edge = panel.edges.find((e) => e.name === name)!
      const hanging = [...(own?.get(name) ?? [])].sort((a, b) => near(edge.from, a) - near(edge.from, b))
      for (const child of hanging) {
        segments.push({ to: footOf(child).from })
        walk(child)
        segments.push({ to: footOf(child).to })
      }
      if (hanging.length > 0) segments.push({ to: edge.to })
      else segments.push(...along)
    }
  }
  walk(root)
  const start = footOf(root).from
  return { start, segments: withoutNothing(start, segments), closed: true }
}

const near = (from: Point, child: LaidPanel) => {
  const { from: foot } = footOf(child)
  return Math.hypot(foot.x - from.x, foot.y - from.y)
}

/** The ends of a panel's foot on the sheet, its left one first. */
export const footOf = ({ at, width }: LaidPanel): { from: Point; to: Point } => ({
  from: apply(at, { x: 0, y: 0 }),
  to: apply(at, { x: width, y: 0 }),
})

/** The edges of a panel with their segments on the sheet; the foot only where something may hang on it. */
function localStretches(panel: LaidPanel): { name: string; segments: Segment[] }[] {
  const found: { name: string; segments: Segment[] }[] = []
  let i = 0
  for (const edge of panel.edges) {
    if (edge.name === 'foot') continue
    const segments: Segment[] = []
    for (; i < panel.contour.segments.length; i += 1) {
      const segment = panel.contour.segments[i]!
      segments.push(segment)
      if (Math.hypot(segment.to.x - edge.to.x, segment.to.y - edge.to.y) < 1e-9) {
        i += 1
        break
      }
    }
    found.push({ name: edge.name, segments })
  }
  if (!panel.parent) found.push({ name: 'foot', segments: [{ to: footOf(panel).from }] })
  return found
}

/** Segments without those that lead nowhere, and without corners in the middle of a straight way. */
function withoutNothing(start: Point, segments: readonly Segment[]): Segment[] {
  const kept: Segment[] = []
  let from = start
  for (const s of segments) {
    if (Math.hypot(s.to.x - from.x, s.to.y - from.y) < 1e-9) continue
    kept.push(s)
    from = s.to
  }
  return kept
}
