import type { Posed } from '../folding/build'
import { type Flat, flatsOf, twiceAreaOf, wound } from '../folding/model'
import type { Rigid } from '../folding/rigid'
import type { Region } from '../geometry/regions'
import type { StackedLayer } from './stacked'
import { partsOf } from './support'

const SPACER = 'spacer '

/** What the panels of spacers so high, mm, are called in place of a piece. */
export const spacerOf = (height: number): string => `${SPACER}${height}`

/** How high a spacer is, mm, by what its panels are called; null for a piece. */
export const heightOfSpacer = (piece: string): number | null =>
  piece.startsWith(SPACER) ? Number(piece.slice(SPACER.length)) : null

/**
 * A stack in space: each part of a layer is a panel at its height, of the layer's first piece, and layers may be pulled
 * apart.
 * @param apart how much more lies between two layers than there is, mm
 * @param withSpacers whether spacers are shown too, on the backs of the layers that they hold
 */
export function posedStack(layers: readonly StackedLayer[], apart = 0, withSpacers = false): Posed {
  const panels: Posed['model']['panels'][number][] = []
  const pose: Rigid[] = []
  layers.forEach(({ id, pieces, region, z, caliper, pads }, i) => {
    const put = (part: Region, height: number, piece: string) => {
      const [outer, ...openings] = part.map(flatsOf) as [Flat[], ...Flat[][]]
      panels.push({
        id: `${id}.${panels.length + 1}`,
        piece,
        ring: wound(outer),
        openings: openings.map((o) => wound(o, true)),
        area: Math.abs(twiceAreaOf(outer)) / 2,
      })
      pose.push({ r: [1, 0, 0, 0, 1, 0, 0, 0, 1], t: [0, 0, height + i * apart] })
    }
    for (const part of partsOf(region)) put(part, z + caliper / 2, pieces[0]?.piece.id ?? id)
    if (withSpacers)
      for (const { region: pad, height } of pads)
        for (const part of partsOf(pad)) put(part, z - height / 2, spacerOf(height))
  })
  return { model: { panels, hinges: [], glue: [], idle: [] }, angles: [], pose }
}
