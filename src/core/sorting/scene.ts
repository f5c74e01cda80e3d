import type { Arrangement } from '../arrangement'
import { familyKeyOf, habitKeyOf } from '../document/families'
import type { Look } from '../document/lines'
import type { Project } from '../document/project'
import { roleInName } from '../document/role-words'
import { PAPER_TOLERANCE } from '../geometry/flatten'
import { type Box, heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { type Shape, shapeOf } from '../geometry/shape'
import type { DrawnText } from '../intake/drawing'
import { type FamilyProfile, profileFamilies } from './family-profile'
import { findFrames } from './frames'
import { findLegends } from './legends'
import { findLettering } from './lettering'
import { findCrossed, findMargins } from './margins'
import { findPages } from './pages'
import { locate } from './place'
import type { SceneLine, Stretch, UnsortedLine } from './stretch'
import { arrangeSome, type Frame, structuralLines } from './structure'

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

/** What a person taught: roles of looks, and how near ends must come to meet, mm. */
export type Taught = { habits: Project['habits']; gap: number }
export const UNTAUGHT: Taught = { habits: {}, gap: PAPER_TOLERANCE }

/** The page that lines are drawn on, mm, and where words stand on it. */
export type Page = { width: number; height: number; texts?: readonly DrawnText[] }

/** The lines of a source with their shapes, and what their looks and names say. */
export function asSceneLines(lines: readonly UnsortedLine[]): { lines: SceneLine[]; layersTell: boolean } {
  const shapes = lines.map((l) => shapeOf(l.d))
  const layersTell = doLayersTell(lines, shapes)
  const names = namesOf(lines)
  const sceneLines = lines.map(
    (line, i): SceneLine => ({
      ...line,
      shape: shapes[i]!,
      family: familyKeyOf(line.look, layersTell),
      named: names[i]!,
    }),
  )
  return { lines: sceneLines, layersTell }
}

/**
 * Sets the scene for one source's lines.
 * @param known which of them are frames, where that was found among more lines than these
 */
export function makeScene(
  lines: readonly UnsortedLine[],
  artwork: Page,
  { habits, gap }: Taught = UNTAUGHT,
  known: ReadonlyMap<number, Frame> | null = null,
): Scene {
  const { lines: sceneLines, layersTell } = asSceneLines(lines)
  const frames = new Map(known ?? findFrames(sceneLines, artwork, gap))
  for (const [line, why] of findLegends(sceneLines, artwork.texts ?? []))
    frames.set(line, { verdict: 'frame', why })
  const lettering = findLettering(sceneLines, frames)
  const margins = findMargins(sceneLines)
  const crossed = findCrossed(sceneLines)
  const apart = new Set([...lettering.outside, ...lettering.onPaper, ...margins, ...crossed])
  const build = () => arrangeSome(structuralLines(sceneLines, frames, apart, gap), sceneLines, gap)
  let arrangement = build()
  const pages = findPages(sceneLines, arrangement)
  if (pages.size > 0) {
    for (const [line, page] of pages) frames.set(line, page)
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

/** What the file itself says of a line, the innermost name first. */
function nameOf(
  { label, look }: Pick<UnsortedLine, 'label' | 'look'>,
  common: ReadonlySet<string>,
): SceneLine['named'] {
  const names = [label, ...[...look.layers].reverse()].flatMap((name) => {
    const role = name ? roleInName(name) : null
    return role ? [{ role, name: name!, isOfAll: common.has(name!) }] : []
  })
  return names.find((n) => !n.isOfAll) ?? names[0] ?? null
}

/** What the file says of each line. A group that holds the whole drawing tells of it as a whole. */
export function namesOf(lines: readonly Pick<UnsortedLine, 'label' | 'look'>[]): SceneLine['named'][] {
  const [first, ...rest] = lines
  const looks = new Set(rest.map((l) => l.look))
  const common = (first?.look.layers ?? []).filter((name) => [...looks].every((l) => l.layers.includes(name)))
  return lines.map((l) => nameOf(l, new Set(common)))
}

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
