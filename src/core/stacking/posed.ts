import type { Posed } from '../folding/build'
import { type Flat, flatsOf, twiceAreaOf, wound } from '../folding/model'
import type { Rigid } from '../folding/rigid'
import type { StackedLayer } from './stacked'
import { partsOf } from './support'

/**
 * A stack in space: each part of a layer is a panel at its height, of the layer's first piece, and layers may be pulled
 * apart.
 * @param apart how much more lies between two layers than there is, mm
 */
export function posedStack(layers: readonly StackedLayer[], apart = 0): Posed {
  const panels: Posed['model']['panels'][number][] = []
  const pose: Rigid[] = []
  layers.forEach(({ id, pieces, region, z, caliper }, i) => {
    for (const part of partsOf(region)) {
      const [outer, ...openings] = part.map(flatsOf) as [Flat[], ...Flat[][]]
      panels.push({
        id: `${id}.${panels.length + 1}`,
        piece: pieces[0]?.piece.id ?? id,
        ring: wound(outer),
        openings: openings.map((o) => wound(o, true)),
        area: Math.abs(twiceAreaOf(outer)) / 2,
      })
      pose.push({ r: [1, 0, 0, 0, 1, 0, 0, 0, 1], t: [0, 0, z + caliper / 2 + i * apart] })
    }
  })
  return { model: { panels, hinges: [], glue: [], idle: [] }, angles: [], pose }
}
