import { heightOf, widthOf } from '../geometry/measure'
import { distanceTo, polylineArea, spread } from '../geometry/polyline'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'
import type { Rule } from './rule'

/** Pieces that are one shape: often the same card drawn twice, where one with two copies will do. */
export const sameOutline: Rule = (project) => {
  const bySize = new Map<string, PieceShape[]>()
  for (const shape of shapesOf(project)) {
    const key = `${Math.round(widthOf(shape.box))} ${Math.round(heightOf(shape.box))}`
    const list = bySize.get(key)
    if (list) list.push(shape)
    else bySize.set(key, [shape])
  }
  return [...bySize.values()].flatMap((alike) => {
    const left = [...alike]
    const groups: PieceShape[][] = []
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

function isSame(a: PieceShape, b: PieceShape): boolean {
  if (
    Math.abs(Math.abs(polylineArea(a.ring)) - Math.abs(polylineArea(b.ring))) >
    0.005 * Math.abs(polylineArea(a.ring))
  )
    return false
  const [dx, dy] = [b.box.minX - a.box.minX, b.box.minY - a.box.minY]
  return spread(a.ring, 24).every((p) => distanceTo({ x: p.x + dx, y: p.y + dy }, b.ring) <= 0.2)
}
