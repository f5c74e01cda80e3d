import { regionArea } from '../geometry/regions'
import { boxOfLayer, type Layer } from './layer'

/** How open a layer is, 0 to 1: what of its box lets one see what lies behind. */
export function openness(layer: Pick<Layer, 'region'>): number {
  const { minX, minY, maxX, maxY } = boxOfLayer(layer)
  const whole = (maxX - minX) * (maxY - minY)
  return whole > 0 ? 1 - regionArea(layer.region) / whole : 1
}

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

/** Layers by their names, numbers as numbers; the first lies at the back. */
export const byName = <T extends { name: string }>(layers: readonly T[]): T[] =>
  [...layers].sort((a, b) => words.compare(a.name, b.name))

/** Layers by how open they are: the most closed lies at the back, and the most open before all others. */
export function byOpenness<T extends Pick<Layer, 'region'>>(layers: readonly T[]): T[] {
  const open = new Map(layers.map((l) => [l, openness(l)]))
  return [...layers].sort((a, b) => open.get(a)! - open.get(b)!)
}

/**
 * Whether layers lie the wrong way round: as a rule, what is farther behind is more closed.
 * @returns whether most pairs of neighbours that differ plainly stand against that
 */
export function isTurnedRound(layers: readonly Pick<Layer, 'region'>[]): boolean {
  const open = layers.map(openness)
  let [right, wrong] = [0, 0]
  for (let i = 1; i < open.length; i += 1) {
    const more = open[i]! - open[i - 1]!
    if (more > 0.03) right += 1
    if (more < -0.03) wrong += 1
  }
  return wrong > right && wrong > 1
}
