import { type Arrangement, arrange } from '../arrangement'
import { familyKeyOf, habitKeyOf } from '../document/families'
import type { Look, Role } from '../document/lines'
import type { Project } from '../document/project'
import { roleInName } from '../document/role-words'
import { PAPER_TOLERANCE } from '../geometry/flatten'
import { type Box, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { lengthOfVector } from '../geometry/point'
import { type Shape, shapeOf } from '../geometry/shape'
import type { DrawnText } from '../intake/drawing'
import { type FamilyProfile, profileFamilies } from './family-profile'
import { findCrossed, findFrames, findMargins, findPages } from './frames'
import { findLegends } from './legends'
import { findLettering } from './lettering'
import { locate } from './place'
import type { SceneLine, Stretch, UnsortedLine } from './stretch'

/** The drawing as the evidence sees it: lines taken apart where they meet, and the faces they enclose. */
export type Scene = {
  lines: SceneLine[]
  /** whether layers part the lines by purpose though no name says so */
  layersTell: boolean
  /** what a person decided of looks before */
  habits: Project['habits']
  families: Map<string, FamilyProfile>
  arrangement: Arrangement
  stretches: Stretch[]
}

/** How far a fold may end before the edge it is meant to reach, mm (common practice). */
export const REACH = 1.2

/** What a person taught: roles of looks, and how near ends must come to meet, mm. */
export type Taught = { habits: Project['habits']; gap: number }
export const UNTAUGHT: Taught = { habits: {}, gap: PAPER_TOLERANCE }

/** The page that lines are drawn on, mm, and where words stand on it. */
export type Page = { width: number; height: number; texts?: readonly DrawnText[] }

/** Sets the scene for one source's lines. */
export function makeScene(
  lines: readonly UnsortedLine[],
  artwork: Page,
  { habits, gap }: Taught = UNTAUGHT,
): Scene {
  const named = lines.map(nameOf)
  const shapes = lines.map((l) => shapeOf(l.d))
  const layersTell = doLayersTell(lines, shapes)
  const sceneLines = lines.map(
    ({ id, d, look, label }, i): SceneLine => ({
      id,
      d,
      look,
      label,
      shape: shapes[i]!,
      family: familyKeyOf(look, layersTell),
      named: named[i]!,
    }),
  )
  const frames = findFrames(sceneLines, artwork)
  for (const [line, why] of findLegends(sceneLines, artwork.texts ?? [])) frames.set(line, why)
  const lettering = findLettering(sceneLines, frames)
  const margins = findMargins(sceneLines)
  const crossed = findCrossed(sceneLines)
  const apart = new Set([...lettering.outside, ...lettering.onPaper, ...margins, ...crossed])
  const build = () => arrangeSome(structuralLines(sceneLines, frames, apart, gap), sceneLines, gap)
  let arrangement = build()
  const pages = findPages(sceneLines, arrangement)
  if (pages.size > 0) {
    for (const [line, why] of pages) frames.set(line, why)
    arrangement = build()
  }
  const stretches = locate(sceneLines, arrangement, { frames, lettering, margins, crossed })
  return {
    habits,
    lines: sceneLines,
    layersTell,
    arrangement,
    stretches,
    families: profileFamilies(stretches, arrangement),
  }
}

/** A dashed line may end with a gap before the edge. */
const reachOf = ({ look: { dash } }: Pick<SceneLine, 'look'>): number =>
  Math.max(REACH, Math.min(6, 1.2 * (dash[1] ?? 0) + 0.3))

/** The arrangement of some of the lines; its edges speak of positions among all. */
function arrangeSome(
  which: readonly number[],
  lines: readonly Pick<SceneLine, 'look' | 'shape'>[],
  tolerance: number,
): Arrangement {
  const arrangement = arrange(
    which.map((i) => lines[i]!.shape),
    { tolerance, reach: (k) => reachOf(lines[which[k]!]!) },
  )
  for (const edge of arrangement.edges) edge.line = which[edge.line]!
  return arrangement
}

/** What the file itself says of a line. */
export function nameOf({ label, look }: Pick<UnsortedLine, 'label' | 'look'>): SceneLine['named'] {
  for (const name of [label, ...[...look.layers].reverse()]) {
    const role = name ? roleInName(name) : null
    if (role) return { role, name: name! }
  }
  return null
}

/** Names that take a line out of the structure: what is printed, drawn or only shown may cross anything. */
export const OUT_OF_STRUCTURE: ReadonlySet<Role> = new Set<Role>(['pen', 'print', 'skip'])

/**
 * The lines that edges and folds can be among. Fills without a stroke are ornaments where strokes close outlines, and
 * outlines where they do not: a long fold alone says nothing of that.
 */
function structuralLines(
  lines: readonly SceneLine[],
  frames: ReadonlyMap<number, string>,
  apart: ReadonlySet<number>,
  gap: number,
): number[] {
  const structural = lines.flatMap((l, i) =>
    frames.has(i) || apart.has(i) || (l.named && OUT_OF_STRUCTURE.has(l.named.role.role)) ? [] : [i],
  )
  const isFill = (i: number) => lines[i]!.look.stroke === null && lines[i]!.named?.role.role !== 'cut'
  const fills = structural.filter(isFill)
  const strokes = structural.filter((i) => !isFill(i))
  if (fills.length === 0 || strokes.length === 0) return structural
  return strokesOutline(lines, strokes, fills, gap) ? strokes : structural
}

/** Whether what strokes close is large enough to be the outline around the fills. Lines are named by their positions. */
export function strokesOutline(
  lines: readonly Pick<SceneLine, 'look' | 'shape'>[],
  strokes: readonly number[],
  fills: readonly number[],
  gap: number,
): boolean {
  const largest = (boxes: readonly Box[]) =>
    boxes.reduce(
      (most, { minX, minY, maxX, maxY }) => Math.max(most, lengthOfVector(maxX - minX, maxY - minY)),
      0,
    )
  const closed = (which: readonly number[]) =>
    which.flatMap((i) => (lines[i]!.shape.contour.closed ? [lines[i]!.shape.box] : []))
  const least = OUTLINES * largest(closed(fills))
  return (
    largest(closed(strokes)) >= least ||
    largest(arrangeSome(strokes, lines, gap).faces.map((f) => f.box)) >= least
  )
}

/** What strokes close is the outline, and fills are not, where it is at least this share of the largest fill. */
const OUTLINES = 0.8

/**
 * Whether layers part the lines of one pen by purpose: some layer holds only open lines while another one closes
 * outlines. Layers that name pieces hold both.
 */
function doLayersTell(lines: readonly UnsortedLine[], shapes: readonly Shape[]): boolean {
  type Layer = { lines: number; closing: number; box: Box }
  const byPen = new Map<string, Map<string, Layer>>()
  const pens = new Map<Look, string>()
  const penOf = (look: Look) => {
    const pen = pens.get(look) ?? habitKeyOf(look)
    pens.set(look, pen)
    return pen
  }
  lines.forEach((l, i) => {
    const { box, contour } = shapes[i]!
    const pen = penOf(l.look)
    const layers = byPen.get(pen) ?? new Map<string, Layer>()
    byPen.set(pen, layers)
    const name = l.look.layers.join(' / ')
    const layer = layers.get(name) ?? { lines: 0, closing: 0, box: { ...box } }
    layers.set(name, layer)
    layer.lines += 1
    if (contour.closed) layer.closing += 1
    layer.box = uniteBoxes([layer.box, box])
  })
  return [...byPen.values()].some((layers) => {
    const all = [...layers.values()]
    if (all.length < 2 || all.length > 6) return false
    // By purpose the layers lie over one another; by piece they lie side by side.
    return all.every((a, i) =>
      all.some(
        (b, j) =>
          i !== j &&
          Math.min(a.box.maxX, b.box.maxX) - Math.max(a.box.minX, b.box.minX) >=
            0.5 * Math.min(widthOf(a.box), widthOf(b.box)) &&
          Math.min(a.box.maxY, b.box.maxY) - Math.max(a.box.minY, b.box.minY) >=
            0.5 * Math.min(heightOf(a.box), heightOf(b.box)),
      ),
    )
  })
}
