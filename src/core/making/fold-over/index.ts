import { apply, IDENTITY, inverse, rotation } from '../../geometry/affine'
import { boundsOf, uniteBoxes } from '../../geometry/measure'
import { type Contour, endOf, transformContour, writePath } from '../../geometry/path'
import { distance, type Point } from '../../geometry/point'
import { shapeOf } from '../../geometry/shape'
import { combine, turnedRound, uniteOutlines } from '../../outlines/combine'
import type { PieceShape } from '../../pieces/piece-shape'
import { counted, decimal, say } from '../../words'
import { EDGE, SIDES } from '../edges'
import { halfPlane, mirrorIn, partsBeside, toFrame } from '../half-plane'
import { grown, tenths } from '../offset-measures'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, outlinesIn, paperOf } from '../taken'

/** Halves that touch one another along less than this tear off, mm (common practice). */
const LEAST_CONTACT = 4

/** Where the two halves hang together: ends on the fold, in order along it, mm. */
type Contact = { from: Point; to: Point; length: number }

/**
 * Any outline becomes a folding card: the figure is cut off along a fold that lies a little within its edge, and its
 * mirrored copy is joined to it there. The score is exactly where the halves meet.
 */
export const foldOver: Recipe = {
  name: 'fold-over',
  title: say`Fold-over`,
  says: say`a figure and its mirrored half, hanging together at a fold`,
  takes: { least: 1, most: 1 },
  measures: [
    {
      name: 'edge',
      title: say`Folded at its`,
      kind: 'choice',
      usual: 'top',
      choices: [...EDGE.choices, { value: 'score', title: say`score that is drawn in it` }],
      orAngle: true,
    },
    { name: 'sink', title: say`Sink`, kind: 'length', usual: 1, least: 0.05, most: 1000 },
    {
      name: 'back',
      title: say`The back`,
      kind: 'choice',
      usual: 'plain',
      choices: [
        { value: 'plain', title: say`plain` },
        { value: 'copy', title: say`a copy of the front, openings and all` },
      ],
    },
    {
      name: 'front',
      title: say`Front layer, inset (0: none)`,
      kind: 'length',
      usual: 0,
      least: 0,
      most: 200,
    },
    {
      name: 'inner',
      title: say`Inner panel, inset (0: none)`,
      kind: 'length',
      usual: 0,
      least: 0,
      most: 200,
    },
  ],
  handles([shape], measures) {
    if (measures.edge === 'score') return []
    const angle = SIDES[measures.edge as keyof typeof SIDES] ?? numberIn(measures, 'edge')
    const at = foldAt(paperOf(shape!), angle, numberIn(measures, 'sink'))
    return [{ measure: 'sink', at, along: apply(rotation(angle), { x: 0, y: 1 }), by: 1 }]
  },
  make([shape], measures) {
    const sink = numberIn(measures, 'sink')
    const front = paperOf(shape!)
    const drawn = measures.edge === 'score' ? drawnScore(shape!) : null
    const angle = drawn?.angle ?? SIDES[measures.edge as keyof typeof SIDES] ?? numberIn(measures, 'edge')
    const fold = drawn?.at ?? foldAt(front, angle, sink)
    const side = halfPlane(fold, angle, 0, shape!.box)
    const kept = combine('intersection', front, side)
    if (kept.length === 0) throw new CannotMake(say`The fold lies beyond the figure: lessen the sink.`)
    const contacts = contactsOf(kept, fold, angle)
    const longest = Math.max(0, ...contacts.map((c) => c.length))
    if (longest < LEAST_CONTACT)
      throw new CannotMake(
        drawn
          ? say`At the drawn score the halves hang together along ${tenths(longest)} mm only. Move it further into the figure.`
          : tooThin(front, angle, sink, longest),
      )
    const mirror = mirrorIn(fold, angle)
    const copied = measures.back === 'copy' ? kept : combine('intersection', coverOf(shape!), side)
    const back = copied.map((c) => turnedRound(transformContour(c, mirror)))
    const made = uniteOutlines(kept, back)
    if (outlinesIn(made) > 1)
      throw new CannotMake(
        say`Parts of the figure hang on nothing but the fold that they do not reach. Sink it deeper, or join them first.`,
      )
    const onFront = (c: Contour) => partsBeside(c, fold, angle)
    const scores = contacts.map(
      ({ from, to }, i): MadeLine => ({
        key: `score-${i + 1}`,
        d: writePath({ start: from, segments: [{ to }], closed: false }),
        role: 'score',
        fold: 'mountain',
      }),
    )
    const isDrawnFold = (line: MadeLine) => drawn !== null && line.key.includes(drawn.line)
    const lines = [
      ...asCuts(made),
      ...scores,
      ...innerLines(shape!, 'front', IDENTITY, onFront).filter((l) => !isDrawnFold(l)),
      ...(measures.back === 'copy'
        ? innerLines(shape!, 'back', IDENTITY, (c) =>
            onFront(c).map((part) => transformContour(part, mirror)),
          ).filter((l) => !isDrawnFold(l))
        : []),
      ...panelOf('front', kept, numberIn(measures, 'front'), say`front layer`),
      ...panelOf('inner', back, numberIn(measures, 'inner'), say`inner panel`),
    ]
    const deeper = drawn ? null : (holds: Holds) => leastSink(front, angle, sink, holds)
    return { lines, figures: tellContacts(contacts, deeper) }
  },
}

type Holds = (contacts: readonly Contact[]) => boolean

/** A card whose contacts lie farther apart than this is a large one, mm; it hangs together at so many (common practice). */
const LARGE = { span: 120, contacts: 3 }

/** How the halves hang together, and the sink at which they would do so well. */
function tellContacts(
  contacts: readonly Contact[],
  deeper: ((holds: Holds) => number | null) | null,
): string[] {
  const lengths = contacts.map((c) => tenths(c.length))
  const figures = [
    say`The halves hang together at ${counted(contacts.length, 'place')}: ${lengths.join(', ')} mm.`,
  ]
  const advise = (why: string, holds: Holds) => {
    const sink = deeper?.(holds) ?? null
    figures.push(sink === null ? why : say`${why} Sunk by ${decimal(sink, 1, 1)} mm it does.`)
  }
  if (contacts.some((c) => c.length < LEAST_CONTACT))
    advise(say`A contact under ${LEAST_CONTACT} mm tears; each should hold.`, (found) =>
      found.every((c) => c.length >= LEAST_CONTACT),
    )
  const span = distance(contacts[0]!.from, contacts.at(-1)!.to)
  if (contacts.length < LARGE.contacts && span > LARGE.span && contacts.some((c) => c.length < span / 4))
    advise(
      say`So large a card should hang together at three places.`,
      (found) => found.filter((c) => c.length >= LEAST_CONTACT).length >= LARGE.contacts,
    )
  return figures
}

/** A panel that lies on a half of the card, smaller all round, in a paper of its own; none by nought. */
function panelOf(plane: string, half: readonly Contour[], by: number, name: string): MadeLine[] {
  if (by === 0) return []
  const panel = grown(half, -by, 'sharp')
  if (panel.length === 0)
    throw new CannotMake(say`Nothing is left of the ${name}, smaller by ${tenths(by)} mm. Lessen that.`)
  return asCuts(panel, plane).map((line) => ({ ...line, plane, title: name }))
}

/** The longest straight score of a piece: where it is to be folded, and in which direction, its larger part to the right. */
function drawnScore({ lines, box }: PieceShape): { line: string; at: Point; angle: number } {
  const straight = lines.flatMap((line) => {
    const { contour, length } = shapeOf(line.d)
    return line.role === 'score' && contour.segments.length === 1 && !contour.segments[0]!.c1
      ? [{ line: line.id, length, at: contour.start, to: endOf(contour) }]
      : []
  })
  const [longest] = straight.sort((a, b) => b.length - a.length)
  if (!longest)
    throw new CannotMake(say`There is no straight score in the piece. Draw one in it, or fold it at an edge.`)
  const { line, at, to } = longest
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
  const isRight = (to.x - at.x) * (middle.y - at.y) - (to.y - at.y) * (middle.x - at.x) >= 0
  const [p, q] = isRight ? [at, to] : [to, at]
  return { line, at: p, angle: (Math.atan2(q.y - p.y, q.x - p.x) * 180) / Math.PI }
}

/** A point of the fold: so far within the outermost point of the figure. */
function foldAt(paper: readonly Contour[], angle: number, sink: number): Point {
  const turned = paper.map((c) => boundsOf(transformContour(c, rotation(-angle))))
  const { minX, maxX, minY } = uniteBoxes(turned)
  return apply(rotation(angle), { x: (minX + maxX) / 2, y: minY + sink })
}

/** Straight stretches that lie this near to the fold are on it, mm. */
const ON = 0.001

/** Where paper that was cut off along a fold reaches it. */
function contactsOf(kept: readonly Contour[], fold: Point, angle: number): Contact[] {
  const frame = toFrame(fold, angle)
  const back = (p: Point) => apply(inverse(frame), p)
  const found = kept.flatMap((contour) => {
    const { start, segments } = transformContour(contour, frame)
    const ends = [start, ...segments.map((s) => s.to), start]
    return ends.slice(1).flatMap((to, i): [number, number][] => {
      const from = ends[i]!
      const isStraight = !segments[i]?.c1
      if (!isStraight || Math.abs(from.y) > ON || Math.abs(to.y) > ON || from.x === to.x) return []
      return [[Math.min(from.x, to.x), Math.max(from.x, to.x)]]
    })
  })
  const joined: [number, number][] = []
  for (const [from, to] of found.sort((a, b) => a[0] - b[0])) {
    const last = joined.at(-1)
    if (last && from - last[1] < ON) last[1] = Math.max(last[1], to)
    else joined.push([from, to])
  }
  return joined.map(([from, to]) => ({
    from: back({ x: from, y: 0 }),
    to: back({ x: to, y: 0 }),
    length: to - from,
  }))
}

/** How much deeper a fold is tried, mm. */
const DEEPER = { step: 0.25, most: 40 }

/** What to do where the halves would tear off: the least sink at which they do not. */
function tooThin(paper: readonly Contour[], angle: number, sink: number, longest: number): string {
  const least = leastSink(paper, angle, sink, (found) => found.some((c) => c.length >= LEAST_CONTACT))
  const told = say`Sunk by ${tenths(sink)} mm the halves hang together along ${tenths(longest)} mm only, and would tear off.`
  return least === null
    ? say`${told} Fold it at another edge, or give the figure a straighter one there.`
    : say`${told} Sink them by ${decimal(least, 1, 1)} mm.`
}

/** The least sink from one on at which the halves hang together as asked, in tenths of a mm upwards; null where none does. */
function leastSink(paper: readonly Contour[], angle: number, sink: number, holds: Holds): number | null {
  const box = uniteBoxes(paper.map(boundsOf))
  const holdsAt = (depth: number) => {
    const fold = foldAt(paper, angle, depth)
    const kept = combine('intersection', paper, halfPlane(fold, angle, 0, box))
    const found = contactsOf(kept, fold, angle)
    return found.length > 0 && holds(found)
  }
  for (let depth = sink; depth <= sink + DEEPER.most; depth += DEEPER.step) {
    if (!holdsAt(depth)) continue
    let [low, high] = [Math.max(sink, depth - DEEPER.step), depth]
    while (high - low > 0.01) {
      const middle = (low + high) / 2
      if (holdsAt(middle)) high = middle
      else low = middle
    }
    return Math.ceil(high * 10 - 1e-9) / 10
  }
  return null
}
