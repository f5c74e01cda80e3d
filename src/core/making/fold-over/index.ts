import { apply, IDENTITY, inverse, rotation } from '../../geometry/affine'
import { boundsOf, uniteBoxes } from '../../geometry/measure'
import { type Contour, transformContour, writePath } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { combine, turnedRound, uniteOutlines } from '../../outlines/combine'
import { halfPlane, mirrorIn, partsBeside, toFrame } from '../half-plane'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, outlinesIn, paperOf } from '../taken'

/** The direction in which the fold runs for each edge, degrees: the figure lies to its right. */
const EDGES = { top: 0, right: 90, bottom: 180, left: 270 } as const

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
  title: 'Fold-over',
  says: 'a figure and its mirrored half, hanging together at a fold',
  takes: { least: 1, most: 1 },
  measures: [
    {
      name: 'edge',
      title: 'Folded at its',
      kind: 'choice',
      usual: 'top',
      choices: Object.keys(EDGES).map((value) => ({ value, title: value })),
    },
    { name: 'sink', title: 'Sink', kind: 'length', usual: 1, least: 0.05, most: 1000 },
    {
      name: 'back',
      title: 'The back',
      kind: 'choice',
      usual: 'plain',
      choices: [
        { value: 'plain', title: 'plain' },
        { value: 'copy', title: 'a copy of the front, openings and all' },
      ],
    },
  ],
  make([shape], measures) {
    const angle = EDGES[measures.edge as keyof typeof EDGES]
    const sink = numberIn(measures, 'sink')
    const front = paperOf(shape!)
    const fold = foldAt(front, angle, sink)
    const side = halfPlane(fold, angle, 0, shape!.box)
    const kept = combine('intersection', front, side)
    if (kept.length === 0) throw new CannotMake('The fold lies beyond the figure: lessen the sink.')
    const contacts = contactsOf(kept, fold, angle)
    const longest = Math.max(0, ...contacts.map((c) => c.length))
    if (longest < LEAST_CONTACT) throw new CannotMake(tooThin(front, angle, sink, longest))
    const mirror = mirrorIn(fold, angle)
    const copied = measures.back === 'copy' ? kept : combine('intersection', coverOf(shape!), side)
    const back = copied.map((c) => turnedRound(transformContour(c, mirror)))
    const made = uniteOutlines(kept, back)
    if (outlinesIn(made) > 1)
      throw new CannotMake(
        'Parts of the figure hang on nothing but the fold that they do not reach. Sink it deeper, or join them first.',
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
    return [
      ...asCuts(made),
      ...scores,
      ...innerLines(shape!, 'front', IDENTITY, onFront),
      ...(measures.back === 'copy'
        ? innerLines(shape!, 'back', IDENTITY, (c) =>
            onFront(c).map((part) => transformContour(part, mirror)),
          )
        : []),
    ]
  },
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
  const box = uniteBoxes(paper.map(boundsOf))
  const hangsAt = (depth: number) => {
    const fold = foldAt(paper, angle, depth)
    const kept = combine('intersection', paper, halfPlane(fold, angle, 0, box))
    return contactsOf(kept, fold, angle).some((c) => c.length >= LEAST_CONTACT)
  }
  const told = `Sunk by ${tenth(sink)} mm the halves hang together along ${tenth(longest)} mm only, and would tear off.`
  for (let depth = sink; depth <= sink + DEEPER.most; depth += DEEPER.step)
    if (hangsAt(depth)) {
      let [low, high] = [Math.max(sink, depth - DEEPER.step), depth]
      while (high - low > 0.01) {
        const middle = (low + high) / 2
        if (hangsAt(middle)) high = middle
        else low = middle
      }
      return `${told} Sink them by ${(Math.ceil(high * 10) / 10).toFixed(1)} mm.`
    }
  return `${told} Fold it at another edge, or give the figure a straighter one there.`
}

const tenth = (mm: number): string => String(Math.round(mm * 10) / 10)
