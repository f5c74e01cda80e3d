import { Groups } from '../arrangement/groups'
import type { Stacked } from '../document/sources'
import { type Box, boxHolds, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { isInside, samplesOf } from '../geometry/polyline'
import { intersect, type Region, regionArea, unite } from '../geometry/regions'
import { type Shape, shapeOf } from '../geometry/shape'
import { SpatialIndex } from '../geometry/spatial-index'
import type { DrawnLine } from '../intake/drawing'
import { say } from '../words'
import { findFrames } from './frames'
import { findWriting } from './lettering'
import { namesOf } from './scene'
import { isNamedOut, strokesOutline } from './structure'

/** A filled shape as it was painted: the lines of one element, by their positions. */
type Painted = {
  lines: number[]
  fill: string
  /** its largest contour */
  shape: Shape
  box: Box
  /** of each of its lines */
  boxes: Box[]
  region: Region
  area: number
}

/** How two painted shapes lie, the lower one first: what that says of the drawing. */
type Verdict = 'layers' | 'perhaps layers' | 'perhaps parts' | 'perhaps openings' | 'nothing'

/** Fills that lie on one another, and the level of paper that each line of the drawing belongs to. */
export type Stack = Stacked & {
  /** a number for each line, from 0 upwards: lines of one level and one fill share it */
  planes: number[]
  /** groups of shapes of one colour that are united, each shape by the positions of its lines */
  united: number[][][]
}

/** Paper that is smaller than this is not laid on paper, mm (common practice). */
const LEAST = 3
/** Fills that lie on one another by less than this share of the smaller one only touch. */
const TOUCH = 0.02
/** A share from which one shape lies wholly within the other. */
const WHOLE = 0.98
/** A shape within one of its own colour is large from this share of it. */
const LARGE = 0.3
/** More shapes than this are a picture that was painted rather than layers that were planned: a person is asked. */
const FEW = 40
/** Beyond this number no fills are compared at all. */
const MOST = 600

/**
 * Whether a drawing of fills is painted in layers: belly and beak on a body, a wing tucked under it, a mask on the same
 * outline. What lies on another fill then is paper of its own and no opening, and the order of painting is that of the
 * layers.
 * @param lines in the order in which they were painted
 * @param choice what a person decided of them, or null
 * @returns null where no fill lies on another, or where strokes and not fills are the outlines
 */
export function findStack(
  lines: readonly DrawnLine[],
  artwork: { width: number; height: number },
  gap: number,
  choice: Stacked['as'] | null = null,
): Stack | null {
  if (lines.every((l) => l.look.fill === null)) return null
  const names = namesOf(lines)
  const scene = lines.map((l, i) => ({
    ...l,
    id: String(i),
    shape: shapeOf(l.d),
    family: JSON.stringify(l.look),
    named: names[i]!,
  }))
  const frames = [...findFrames(scene, artwork, gap)].flatMap(([i, f]) => (f.verdict === 'frame' ? [i] : []))
  const apart = new Set([...frames, ...findWriting(scene).flat()])
  const isPaint = (i: number) =>
    lines[i]!.look.fill !== null && scene[i]!.shape.contour.closed && !apart.has(i) && !isNamedOut(scene[i]!)
  const painted = paintedShapes(lines, scene, isPaint)
  if (painted.length < 2 || painted.length > MOST) return null
  const { beneath, verdicts, crossing } = compare(painted)
  // An open line paints nothing, whatever fill it says it has.
  const strokes = scene.flatMap((l, i) =>
    !apart.has(i) && (l.look.fill === null || !l.shape.contour.closed) ? [i] : [],
  )
  const said = sum(verdicts, painted.length, hasFolds(scene, strokes))
  if (!said) return null
  const fills = painted.flatMap((p) => p.lines)
  if (strokes.length > 0 && strokesOutline(scene, strokes, fills, gap)) return null
  const as = choice ?? said.as
  const stacked: Stacked = choice
    ? { as, sure: true, why: say`Chosen by hand.` }
    : { as, sure: said.sure, why: said.why }
  return {
    ...stacked,
    planes: as === 'layers' ? planesOf(lines, scene, painted, beneath) : lines.map(() => 0),
    united: as === 'layers' ? [] : groupsOf(painted, as === 'parts' ? null : crossing),
  }
}

/**
 * Shapes of one colour that are one piece: all of them, or those that cross one another where `crossing` names such
 * pairs; what lies wholly within another may be an opening then.
 */
function groupsOf(painted: readonly Painted[], crossing: readonly [number, number][] | null): number[][][] {
  const groups = new Groups(painted.length)
  const byFill = new Map<string, number>()
  if (crossing) for (const [j, k] of crossing) groups.join(j, k)
  else
    painted.forEach(({ fill }, k) => {
      groups.join(byFill.get(fill) ?? k, k)
      byFill.set(fill, k)
    })
  const members = new Map<number, number[][]>()
  painted.forEach(({ lines }, k) => {
    const list = members.get(groups.of(k)) ?? []
    members.set(groups.of(k), list)
    list.push(lines)
  })
  return [...members.values()].filter((shapes) => shapes.length > 1)
}

/** The lines of each element with a fill, as one shape. What is too small to be paper is none. */
function paintedShapes(
  lines: readonly DrawnLine[],
  scene: readonly { shape: Shape }[],
  isPaint: (i: number) => boolean,
): Painted[] {
  const byElement = new Map<number, number[]>()
  lines.forEach(({ element }, i) => {
    if (!isPaint(i)) return
    const list = byElement.get(element)
    if (list) list.push(i)
    else byElement.set(element, [i])
  })
  return [...byElement.values()].flatMap((own): Painted[] => {
    const largest = own.reduce((a, b) => (scene[b]!.shape.area > scene[a]!.shape.area ? b : a))
    const { shape } = scene[largest]!
    if (Math.min(widthOf(shape.box), heightOf(shape.box)) < LEAST) return []
    const { look, fillRule } = lines[largest]!
    const rings = own.map((i) => scene[i]!.shape.polyline)
    const boxes = own.map((i) => scene[i]!.shape.box)
    const region = unite(rings, fillRule === 'evenodd' ? 'even-odd' : 'non-zero')
    const area = regionArea(region)
    return area > 0
      ? [{ lines: own, fill: look.fill!, shape, box: uniteBoxes(boxes), boxes, region, area }]
      : []
  })
}

/** For each shape those beneath it that it lies on, what every such pair says, and those that cross in one colour. */
function compare(painted: readonly Painted[]) {
  const crossing: [number, number][] = []
  const verdicts: Verdict[] = []
  /** white shapes within others: what lies within such a one may be an island in an opening */
  const perhapsOpen = new Set<number>()
  const index = new SpatialIndex(painted.map((p) => p.box))
  const beneath = painted.map((upper, k) =>
    index.meeting(upper.box).filter((j) => {
      if (j >= k) return false
      const lower = painted[j]!
      const shared = regionArea(intersect(lower.region, upper.region))
      if (shared <= TOUCH * Math.min(lower.area, upper.area)) return false
      const isIsland = perhapsOpen.has(j) && shared >= WHOLE * upper.area
      const verdict = isIsland ? 'nothing' : judge(lower, upper, shared)
      if (verdict === 'perhaps openings') perhapsOpen.add(k)
      verdicts.push(verdict)
      if (verdict === 'perhaps parts') crossing.push([j, k])
      // The same shape painted twice is one piece drawn twice.
      return !isTwice(lower, upper, shared)
    }),
  )
  return { beneath, verdicts, crossing }
}

const isSameBox = (a: Box, b: Box) => boxHolds(a, b, 0.1) && boxHolds(b, a, 0.1)

/** The same shape once more; a mask whose eye holes are next to nothing is none. */
const isTwice = (lower: Painted, upper: Painted, shared: number): boolean =>
  lower.fill === upper.fill &&
  shared >= WHOLE * lower.area &&
  shared >= WHOLE * upper.area &&
  lower.boxes.length === upper.boxes.length &&
  lower.boxes.every((box) => upper.boxes.some((other) => isSameBox(box, other)))

function judge(lower: Painted, upper: Painted, shared: number): Verdict {
  if (isTwice(lower, upper, shared)) return 'nothing'
  // A mask: the same outline, but with other openings.
  if (
    isSameBox(lower.shape.box, upper.shape.box) &&
    Math.abs(lower.shape.area - upper.shape.area) <= (1 - WHOLE) * lower.shape.area &&
    (lower.fill === upper.fill || lower.lines.length !== upper.lines.length)
  )
    return 'layers'
  const isAlike = lower.fill === upper.fill
  if (shared >= WHOLE * upper.area) {
    // Of one colour it cannot be seen on it: a small one is an opening drawn alike, a large one a lid on its tray.
    if (isAlike) return upper.area < LARGE * lower.area ? 'nothing' : 'perhaps layers'
    return isWhite(upper.fill) ? 'perhaps openings' : 'layers'
  }
  if (shared >= WHOLE * lower.area)
    return isAlike && lower.area < LARGE * upper.area ? 'nothing' : 'perhaps layers'
  return isAlike ? 'perhaps parts' : 'layers'
}

const isWhite = (fill: string): boolean => /^#f[c-f]f[c-f]f[c-f]$/i.test(fill)

/** Whether long open lines are drawn on the fills, as the folds of a dieline are. */
function hasFolds(scene: readonly { shape: Shape }[], strokes: readonly number[]): boolean {
  const whole = uniteBoxes(scene.map((l) => l.shape.box))
  const long = 0.3 * Math.min(widthOf(whole), heightOf(whole))
  return strokes.some((i) => !scene[i]!.shape.contour.closed && scene[i]!.shape.length >= long)
}

/** What all pairs say together; null where they say nothing. */
function sum(verdicts: readonly Verdict[], shapes: number, folds: boolean): Stacked | null {
  const has = (verdict: Verdict) => verdicts.includes(verdict)
  const why = say`Filled shapes lie on one another`
  if (has('perhaps parts') && !folds)
    return {
      as: 'parts',
      sure: false,
      why: say`${why} in one colour: they may be one piece drawn in parts, or layers of paper.`,
    }
  if (!has('layers') && !has('perhaps layers') && !has('perhaps parts'))
    return has('perhaps openings') && !folds
      ? {
          as: 'openings',
          sure: false,
          why: say`White shapes lie on a filled one: they may be openings in it, or layers of white paper on it.`,
        }
      : null
  if (folds)
    return {
      as: 'layers',
      sure: false,
      why: say`${why}, but folds are drawn on them: they may be layers of paper, or openings in one.`,
    }
  if (shapes > FEW)
    return {
      as: 'layers',
      sure: false,
      why: say`${why}, ${shapes} of them: they may be layers of paper, or openings in one.`,
    }
  return has('layers')
    ? { as: 'layers', sure: true, why: say`${why}, as layers of paper do.` }
    : {
        as: 'layers',
        sure: false,
        why: say`${why}: they may be layers of paper, or one piece drawn in parts.`,
      }
}

/**
 * The plane of each line. A shape lies one level above the highest that it lies on; shapes of one level and one fill
 * may meet. Any other line belongs to the uppermost shape that was painted before it and holds most of it.
 */
function planesOf(
  lines: readonly DrawnLine[],
  scene: readonly { shape: Shape }[],
  painted: readonly Painted[],
  beneath: readonly number[][],
): number[] {
  const level: number[] = []
  beneath.forEach((under, k) => {
    level[k] = under.reduce((most, j) => Math.max(most, level[j]! + 1), 0)
  })
  const numbers = new Map<string, number>()
  const planeOf = painted.map(({ fill }, k) => {
    const key = `${level[k]} ${fill}`
    const known = numbers.get(key) ?? numbers.size
    numbers.set(key, known)
    return known
  })
  const own = new Map(painted.flatMap((p, k) => p.lines.map((i) => [i, k] as const)))
  const index = new SpatialIndex(painted.map((p) => p.box))
  return lines.map((_, i) => {
    const self = own.get(i)
    if (self !== undefined) return planeOf[self]!
    const { polyline, box } = scene[i]!.shape
    const asked = samplesOf(polyline)
    const holders = index.meeting(box).filter((k) => {
      const { region, lines: of } = painted[k]!
      if (of[0]! > i) return false
      const within = asked.filter((p) => region.filter((ring) => isInside(p, ring)).length % 2 === 1)
      return within.length * 2 > asked.length
    })
    const top = holders.reduce((most, k) => (most < 0 || k > most ? k : most), -1)
    return top < 0 ? 0 : planeOf[top]!
  })
}
