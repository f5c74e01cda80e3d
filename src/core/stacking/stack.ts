import type { Project } from '../document/project'
import { heightOfGap, type Stack, spacerBehind } from '../document/stack'
import { heightOf, uniteBoxes, widthOf } from '../geometry/measure'
import type { Region } from '../geometry/regions'
import { troublesOf } from './findings'
import { boxOfLayer, layersOf, type Papers } from './layer'
import type { Stacked, StackedLayer } from './stacked'
import { supportOf } from './support'

/**
 * Works a stack out: where each layer lies, what holds it, whether it goes into its frame, and what is wrong with it.
 * Support is followed from the back: what nothing holds holds nothing.
 */
export function stacked(project: Project, stack: Stack, papers: Papers = new Map()): Stacked {
  const flat = layersOf(project, stack.layers, papers)
  let z = 0
  let behind: Region | null = null
  const layers = flat.map((layer): StackedLayer => {
    const gap = behind === null ? 0 : heightOfGap(spacerBehind(stack, layer.id))
    z += gap
    const at = z
    z += layer.caliper
    if (behind === null) {
      behind = layer.region
      return { ...layer, z: at, gap, pads: [], hanging: [] }
    }
    const { pads, hanging, held } = supportOf(layer.region, behind, {
      gap,
      span: stack.span,
      width: stack.width,
    })
    behind = held
    return { ...layer, z: at, gap, pads, hanging }
  })
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
