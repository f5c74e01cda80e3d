import type { Project } from '../document/project'
import { heightOfGap, type Stack, spacerBehind } from '../document/stack'
import { heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import { offset, type Region, regionArea, subtract, unite } from '../geometry/regions'
import { troublesOf } from './findings'
import { boxOfLayer, type Layer, layersOf, type Papers } from './layer'
import type { Stacked, StackedLayer, StackedPad } from './stacked'
import { type Hanging, partsOf, supportOf } from './support'

/**
 * Works a stack out: where each layer lies, what holds it, whether it goes into its frame, and what is wrong with it.
 * Support is followed from the back: what nothing holds holds nothing.
 */
export function stacked(project: Project, stack: Stack, papers: Papers = new Map()): Stacked {
  const flat = layersOf(project, stack.layers, papers)
  const layers: StackedLayer[] = []
  /** by layer: its parts that are held */
  const held: Region[] = []
  let z = 0
  for (const [i, layer] of flat.entries()) {
    const gap = i === 0 ? 0 : heightOfGap(spacerBehind(stack, layer.id))
    const at = z + gap
    z = at + layer.caliper
    const { pads, hanging, ...own } =
      i === 0 ? { pads: [], hanging: [], held: layer.region } : supportOn(layer, at, { layers, held, stack })
    held.push(own.held)
    layers.push({ ...layer, z: at, gap, pads, hanging })
  }
  const box = uniteBoxes(layers.map(boxOfLayer))
  const size = layers.length > 0 ? { width: widthOf(box), height: heightOf(box) } : { width: 0, height: 0 }
  const { frame } = stack
  const fits = frame
    ? {
        width: frame.width - frame.slack - size.width,
        height: frame.height - frame.slack - size.height,
        depth: frame.depth - z,
      }
    : null
  const told = { layers, depth: z, size, fits }
  return { ...told, findings: troublesOf(told, stack) }
}

type Behind = { layers: readonly StackedLayer[]; held: readonly Region[]; stack: Stack }

/**
 * What holds a layer: spacers on the layer right behind it, and for a part that has nothing there, higher ones on the
 * next layer farther behind that has, through the openings of those between.
 * @param z of its back face, mm
 */
function supportOn({ region }: Layer, z: number, { layers, held, stack }: Behind) {
  const { span, width } = stack
  const pads: StackedPad[] = []
  const hanging: Hanging[] = []
  const holding: Region = []
  let parts: Region = region
  let between: Region = []
  for (let back = layers.length - 1; back >= 0 && parts.length > 0; back -= 1) {
    const behind = layers[back]!
    const height = z - behind.z - behind.caliper
    const free = between.length === 0 ? held[back]! : subtract(held[back]!, offset(between, CLEAR, 'sharp'))
    const found = supportOf(parts, free, { gap: height, span, width })
    pads.push(...found.pads.map((p) => ({ ...p, height, onto: behind.id })))
    holding.push(...found.held)
    hanging.push(...found.hanging.filter((h) => !h.falls))
    parts = found.hanging.filter((h) => h.falls).flatMap((h) => h.region)
    if (parts.length > 0) between = unite([...between, ...behind.region])
  }
  for (const part of partsOf(parts)) hanging.push({ region: part, area: regionArea(part), falls: true })
  return { pads, hanging, held: holding }
}

/** Spacers that stand through an opening stay so far off its edges, mm. */
const CLEAR = 1
