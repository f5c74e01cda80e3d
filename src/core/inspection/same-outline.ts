import type { Finding } from '../document/findings'
import { spentPieces } from '../document/spent'
import { heightOf, widthOf } from '../geometry/measure'
import { distanceTo, polylineArea, spread } from '../geometry/polyline'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'
import { quoted, say } from '../words'
import type { Rule } from './rule'

/** Pieces that are one shape: often the same card drawn twice, where one with two copies will do. */
export const sameOutline: Rule = (project) => {
  const bySize = new Map<string, PieceShape[]>()
  const spent = spentPieces(project)
  for (const shape of shapesOf(project)) {
    if (spent.has(shape.piece.id)) continue
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
    return groups.map(findingOf)
  })
}

/** “2 pieces have the same outline …”, and how to keep one of them, where none has what another lacks. */
function findingOf(group: readonly PieceShape[]): Finding {
  const [keep, ...drop] = group.map((s) => s.piece.id)
  const names = group.slice(0, 4).map((s) => quoted(s.piece.name))
  const same = say`${group.length} pieces have the same outline (${names.join(', ')}${group.length > 4 ? ' …' : ''}).`
  const openings = group.map((s) => s.openings.length)
  const most = Math.max(...openings)
  const isEqual =
    openings.every((n) => n === most) && group.every((s) => s.lines.length === group[0]!.lines.length)
  const richest = group[openings.indexOf(most)]!
  return {
    rule: 'same-outline',
    severity: 'note',
    message: isEqual
      ? say`${same} If they are the same card, one with ${group.length} copies will do.`
      : say`${same} “${richest.piece.name}” has the most openings (${most}); what is within the others differs. If one will do, delete the rest and give it ${group.length} copies.`,
    lines: [],
    pieces: group.map((s) => s.piece.id),
    ...(isEqual
      ? { fix: { label: say`Keep one, with copies`, lines: [], merge: { keep: keep!, drop } } }
      : {}),
  }
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
