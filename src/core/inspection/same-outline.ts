import { heightOf, widthOf } from '../geometry/measure'
import { distanceTo, polylineArea, spread } from '../geometry/polyline'
import { type Card, cardOf, type Rule } from './rule'

/** Pieces that are one shape: often the same card drawn twice, where one with two copies will do. */
export const sameOutline: Rule = (project) => {
  const cards = Object.values(project.pieces).map((p) => cardOf(project, p))
  const bySize = new Map<string, Card[]>()
  for (const card of cards) {
    const key = `${Math.round(widthOf(card.box))} ${Math.round(heightOf(card.box))}`
    const list = bySize.get(key)
    if (list) list.push(card)
    else bySize.set(key, [card])
  }
  return [...bySize.values()].flatMap((alike) => {
    const left = [...alike]
    const groups: Card[][] = []
    while (left.length > 0) {
      const first = left.shift()!
      const same = left.filter((c) => isSame(first, c))
      for (const c of same) left.splice(left.indexOf(c), 1)
      if (same.length > 0) groups.push([first, ...same])
    }
    return groups.map((group) => ({
      rule: 'same-outline',
      severity: 'note' as const,
      message: `${group.length} pieces have the same outline (${group
        .slice(0, 4)
        .map((c) => `“${c.piece.name}”`)
        .join(
          ', ',
        )}${group.length > 4 ? ' …' : ''}). If they are the same card, one with ${group.length} copies will do.`,
      lines: [],
      pieces: group.map((c) => c.piece.id),
    }))
  })
}

function isSame(a: Card, b: Card): boolean {
  if (
    Math.abs(Math.abs(polylineArea(a.ring)) - Math.abs(polylineArea(b.ring))) >
    0.005 * Math.abs(polylineArea(a.ring))
  )
    return false
  const [dx, dy] = [b.box.minX - a.box.minX, b.box.minY - a.box.minY]
  return spread(a.ring, 24).every((p) => distanceTo({ x: p.x + dx, y: p.y + dy }, b.ring) <= 0.2)
}
